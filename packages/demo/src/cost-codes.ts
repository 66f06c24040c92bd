export interface DemoCode {
  readonly code: string;
  readonly name: string;
  readonly under: string;
  readonly costType: string;
}

const HEADINGS: readonly (readonly [string, string, readonly (readonly [string, string, string])[]])[] = [
  [
    '01-000',
    'General conditions',
    [
      ['01-100', 'Project supervision', 'labor'],
      ['01-310', 'Survey, outside', 'subcontract'],
      ['01-320', 'Survey and layout', 'labor'],
      ['01-330', 'Laboratory tests', 'subcontract'],
      ['01-340', 'Monitoring', 'labor'],
      ['01-350', 'Reports', 'labor'],
      ['01-520', 'Plant hire', 'equipment'],
      ['01-530', 'Cranes and lifting', 'equipment'],
      ['01-540', 'Workboat and fuel', 'equipment'],
      ['01-600', 'Permits and fees', 'other'],
      ['01-900', 'Storm repairs', 'other'],
      ['01-950', 'Yard and rent', 'overhead'],
    ],
  ],
  [
    '31-000',
    'Earthwork and dredging',
    [
      ['31-100', 'Earthwork crew', 'labor'],
      ['31-110', 'Excavator operation', 'labor'],
      ['31-200', 'Dredging, barge', 'subcontract'],
      ['31-210', 'Dredging, hydraulic', 'subcontract'],
      ['31-240', 'Sand and sediment', 'material'],
      ['31-250', 'Armor stone', 'material'],
      ['31-260', 'Silt curtain', 'material'],
      ['31-300', 'Access roads', 'material'],
    ],
  ],
  [
    '32-000',
    'Planting',
    [
      ['32-110', 'Planting crew', 'labor'],
      ['32-115', 'Ecologist on site', 'labor'],
      ['32-120', 'Marsh plugs', 'material'],
      ['32-130', 'Dune grasses', 'material'],
      ['32-140', 'Shrubs and trees', 'material'],
      ['32-150', 'Coir and matting', 'material'],
      ['32-160', 'Sand fencing', 'material'],
    ],
  ],
  [
    '33-000',
    'Marine structures',
    [
      ['33-100', 'Carpentry crew', 'labor'],
      ['33-200', 'Piles and timber', 'material'],
      ['33-210', 'Decking', 'material'],
      ['33-220', 'Fasteners', 'material'],
      ['33-300', 'Concrete works', 'material'],
      ['33-400', 'Tide gate frame', 'material'],
      ['33-410', 'Steelwork', 'material'],
      ['33-430', 'Controls and power', 'subcontract'],
      ['33-450', 'Setting by crane', 'subcontract'],
      ['33-460', 'Diving, outside', 'subcontract'],
    ],
  ],
  [
    '34-000',
    'Reefs',
    [
      ['34-100', 'Reef crew', 'labor'],
      ['34-150', 'Divers', 'labor'],
      ['34-200', 'Reef modules', 'material'],
      ['34-210', 'Clean shell', 'material'],
      ['34-220', 'Moulds', 'equipment'],
      ['34-250', 'Placement, outside', 'subcontract'],
    ],
  ],
  [
    '90-000',
    'Internal work',
    [
      ['90-100', 'Boat building', 'labor'],
      ['90-200', 'Engine and drive', 'material'],
      ['90-210', 'Deck gear', 'material'],
      ['91-100', 'Courses', 'other'],
      ['91-110', 'Training time', 'labor'],
    ],
  ],
];

/** Headings, then what stands under them. */
export const COST_CODES: readonly DemoCode[] = HEADINGS.flatMap(([code, name, under]) => [
  { code, name, under: '', costType: '' },
  ...under.map(([each, title, costType]) => ({ code: each, name: title, under: code, costType })),
]);

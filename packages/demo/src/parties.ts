/** Everyone is made up: no firm, body or person of these names is meant. */

export interface DemoClient {
  readonly code: string;
  readonly name: string;
  readonly address: string;
  readonly termsDays: number;
}

const client = (code: string, name: string, address: string, termsDays: number): DemoClient => ({
  code,
  name,
  address,
  termsDays,
});

export const CLIENTS: readonly DemoClient[] = [
  client('GARROW', 'Garrow County Drainage Board', '4 Sluice Row, Garrow', 30),
  client('OSTRAND', 'Borough of Ostrand', 'Borough House, 1 Seawall, Ostrand', 45),
  client('QUILL', 'Quillhaven Harbor District', 'Pier 3, Quillhaven', 30),
  client('MARREN', 'Marrenby Land Trust', '27 Orchard Lane, Marrenby', 30),
  client('DRUMMEL', 'Drummel Water Authority', '80 Reservoir Road, Drummel', 45),
  client('TESSEL', 'Tessel Point Conservancy', 'The Old Light, Tessel Point', 30),
  client('HOLLIN', 'Hollin Reach Township', '12 Ferry Street, Hollin Reach', 30),
  client('WEXHOLM', 'Wexholm Shore Parks', 'Ranger Station, Wexholm', 30),
  client('BRACK', 'Brackwater Oyster Cooperative', '9 Shell Wharf, Brackwater', 21),
];

export interface DemoSupplier {
  readonly code: string;
  readonly name: string;
  readonly termsDays: number;
  /** Cost codes it delivers; empty for what the company as a whole buys. */
  readonly delivers: readonly string[];
  /** Account of its bills where they are for no project. */
  readonly account?: string;
}

const supplier = (code: string, name: string, termsDays: number, delivers: readonly string[]): DemoSupplier => ({
  code,
  name,
  termsDays,
  delivers,
});

export const SUPPLIERS: readonly DemoSupplier[] = [
  supplier('SKERRIN', 'Skerrin Dredging', 30, ['31-200', '31-210']),
  supplier('PELLBARGE', 'Pell Reach Barges', 30, ['31-200', '01-540']),
  supplier('VARROW', 'Varrow Aggregates', 30, ['31-240', '31-250', '31-300']),
  supplier('NORSAND', 'Norsand Quarry', 30, ['31-240', '31-250']),
  supplier('SEDGEHOLM', 'Sedgeholm Nursery', 30, ['32-120', '32-130']),
  supplier('GLASSWORT', 'Glasswort Growers', 21, ['32-120', '32-140']),
  supplier('THRENTEX', 'Threnody Geotextiles', 30, ['32-150', '32-160', '31-260']),
  supplier('KESTRIN', 'Kestrin Steelworks', 45, ['33-400', '33-410']),
  supplier('LODDEN', 'Lodden Concrete', 30, ['33-300', '34-200']),
  supplier('OAKUM', 'Oakum Timber Yard', 30, ['33-200', '33-210']),
  supplier('BRANNOCK', 'Brannock Fasteners', 30, ['33-220']),
  supplier('TARNPIKE', 'Tarn & Pike Plant Hire', 30, ['01-520', '01-530']),
  supplier('CRANEDOCK', 'Cranedock Lifting', 30, ['01-530', '33-450']),
  supplier('ULLAGE', 'Ullage Marine Fuel', 14, ['01-540']),
  supplier('ARCHEM', 'Archem Laboratories', 30, ['01-330']),
  supplier('MERIDIAN7', 'Plumbline Surveys', 30, ['01-310']),
  supplier('DIVEWELL', 'Sounding Dive Contractors', 30, ['33-460', '34-250']),
  supplier('SHELLBANK', 'Shellbank Recycling', 21, ['34-210']),
  supplier('REEFCAST', 'Reefcast Moulds', 30, ['34-200', '34-220']),
  supplier('HEDRON', 'Hedron Electrics', 30, ['33-430']),
  supplier('HULLWRIGHT', 'Hullwright Marine Engines', 30, ['90-200', '90-210']),
  supplier('SAFEHAND', 'Safehand Training', 14, ['91-100']),
  { ...supplier('WHARFLET', 'Wharf Lettings', 14, []), account: '6100' },
  { ...supplier('ANCHORLINE', 'Anchorline Mutual', 14, []), account: '6200' },
  { ...supplier('DESKWORKS', 'Deskworks Supplies', 30, []), account: '6300' },
];

/** What the company buys month by month for no project: supplier, usual amount, text. */
export const OVERHEADS = [
  ['WHARFLET', 8_450, 'Yard and office rent'],
  ['ANCHORLINE', 6_120, 'Liability and vessel insurance'],
  ['DESKWORKS', 1_380, 'Office supplies and software'],
] as const;

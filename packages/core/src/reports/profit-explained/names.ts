import { CAUSES, type CauseName } from '../../progress/month-causes.ts';

/** What a month's profit is explained against. */
export const AGAINST = ['month', 'estimate', 'forecast'] as const;

/**
 * Why profit is not what was planned for as much work: hours and what they cost, quantities and what they were bought at, cost of which no
 * units are told, what is in the price and not agreed, losses provided for, and how the work is measured.
 */
export const LINE_STEPS = [
  ...(['labor rate', 'hours', 'labor', 'buying price', 'quantity', 'material'] as const),
  ...(['subcontract', 'equipment', 'overhead', 'other'] as const),
] as const;
export type LineStep = (typeof LINE_STEPS)[number];

export const STEPS = ['not agreed', ...LINE_STEPS, 'loss', 'measure'] as const;
export type StepName = (typeof STEPS)[number] | CauseName;

/** Every step in the order in which it is told. */
export const ALL_STEPS: readonly StepName[] = [...new Set<StepName>([...CAUSES, ...STEPS])];

/** What a step says of profit. */
const SAID: Readonly<Record<StepName, string>> = {
  'not agreed': 'In the price and not agreed',
  'labor rate': 'Cost of an hour',
  hours: 'Hours for the work',
  labor: 'Labor without budgeted hours',
  'buying price': 'Buying price',
  quantity: 'Quantity for the work',
  material: 'Material without units',
  subcontract: 'Subcontracts',
  equipment: 'Equipment',
  overhead: 'Overhead',
  other: 'Other cost',
  loss: 'Losses provided for',
  measure: 'How it is measured, and rounding',
  work: 'Work done',
  estimate: 'Estimate',
  price: 'Price agreed',
  otherwise: 'Otherwise than by a run',
};

export function stepText(name: StepName): string {
  return SAID[name];
}

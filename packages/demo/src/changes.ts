/** Changes of contract and budget, and estimates set by hand, each on the day it is recorded. */
export interface DemoChange {
  readonly on: string;
  readonly project: string;
  readonly price?: number;
  readonly budget?: { readonly phase: string; readonly code: string; readonly costType: string; readonly cost: number };
  readonly estimate?: number;
  readonly reason: string;
}

export const CHANGES: readonly DemoChange[] = [
  {
    on: '2026-07-14',
    project: 'GC-214',
    price: 148_000,
    budget: { phase: 'C', code: '33-400', costType: 'material', cost: 112_000 },
    reason: 'Second tide gate',
  },
  {
    on: '2026-12-08',
    project: 'GC-214',
    price: 62_500,
    budget: { phase: 'B', code: '32-120', costType: 'material', cost: 47_500 },
    reason: 'Upper basin planted as well',
  },
  {
    on: '2026-09-22',
    project: 'QH-221',
    price: 54_000,
    budget: { phase: '', code: '33-210', costType: 'material', cost: 41_000 },
    reason: 'Viewing platform',
  },
  { on: '2026-09-30', project: 'MB-223', estimate: 712_000, reason: 'Sand fencing torn out twice' },
  { on: '2026-12-31', project: 'MB-223', estimate: 741_000, reason: 'Grasses replanted after the December gale' },
  { on: '2027-02-26', project: 'MB-223', estimate: 768_000, reason: 'Third planting of the north reach' },
  { on: '2026-11-30', project: 'DR-225', estimate: 1_012_000, reason: 'Sill found unsound; gate pit rebuilt' },
  { on: '2027-01-29', project: 'DR-225', estimate: 1_064_000, reason: 'Crane standing through January frost' },
];

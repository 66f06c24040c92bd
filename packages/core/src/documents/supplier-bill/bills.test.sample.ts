import { SAMPLE } from '../sample-catalog.test.sample.ts';
import { BLANK_BILL_ROW, type BillRow, type BillSheet } from './form.ts';
import { readBillSheet } from './read.ts';

export const GOOD: BillRow = {
  ...BLANK_BILL_ROW,
  supplier: 'STONE',
  number: 'N-100',
  datedOn: '3/30',
  dueOn: '+30',
  project: 'GATE',
  code: 'A/31-250',
  net: '900.00',
};

export const row = (change: Partial<BillRow>): BillRow => ({ ...GOOD, ...change });
export const sheet = (rows: readonly BillRow[], controlTotal = ''): BillSheet => ({
  kind: 'bills',
  controlTotal,
  shows: [],
  rows: [...rows],
});
export const read = (rows: readonly BillRow[], controlTotal = '') => readBillSheet(sheet(rows, controlTotal), SAMPLE);

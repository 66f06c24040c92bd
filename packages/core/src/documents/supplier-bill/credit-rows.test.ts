import { expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { creditRows } from './credit-rows.ts';
import { BLANK_BILL_ROW } from './form.ts';

const DAY = isoDate('2027-03-31');
const line = (net: number, units = 0) => ({
  ...{ text: '', quantity: units, net, taxMillionths: 0, project: 'GATE', order: '' },
});

test('turns the signs of what was posted, also of what was left out because it followed', () => {
  const rows = [
    { ...BLANK_BILL_ROW, supplier: 'STONE', number: 'N-1', datedOn: '3/30', order: 'PO-0001/1' },
    { ...BLANK_BILL_ROW, net: '40', spread: 'amount', text: 'Freight' },
    { ...BLANK_BILL_ROW, project: 'DUNE', code: '31-250', text: 'Sand' },
  ];
  // Figures have the charge spread over the lines, after them.
  const figures = [line(800_000, 1_000_000), line(20_000), line(3_900), line(100)];
  expect(creditRows(rows, figures, DAY)).toMatchObject([
    { supplier: 'STONE', number: '', datedOn: DAY, order: 'PO-0001/1', net: '-8000.00', quantity: '-100' },
    { supplier: '', net: '-40.00', spread: 'amount' },
    { project: 'DUNE', net: '-200.00', quantity: '' },
  ]);
});

test('takes what was typed where no figures are kept', () => {
  const rows = [{ ...BLANK_BILL_ROW, supplier: 'STONE', net: '=12*45.5', quantity: '3' }];
  expect(creditRows(rows, [], DAY)).toMatchObject([{ net: '-546.00', quantity: '-3' }]);
});

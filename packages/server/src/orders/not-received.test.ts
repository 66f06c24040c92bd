import { expect, test } from 'vitest';
import { accrues, billed, LINE, orderSheet } from '../orders.test.support.ts';
import { post, smallCompany } from '../small-company.test.support.ts';

const company = smallCompany();

test.each([
  { case: 'counted in units', line: LINE, bill: { order: 'PO-0001/1', quantity: '10' }, warned: ['not-received'] },
  {
    case: 'of an amount, billed as the work goes on',
    line: { ...LINE, quantity: '', unit: '', price: '', net: '8,000' },
    bill: { order: 'PO-0001/1', net: '800' },
    warned: [],
  },
])('a line $case that was not received is warned of only where something has to be', async ({ line, bill, warned }) => {
  const app = await company.open();
  await accrues(app);
  await post(app, '2027-01', orderSheet(line));
  const { preview } = await app.order<{ preview: { warnings: { kind: string }[]; problems: object[] } }>(
    'POST',
    '/drafts',
    {
      month: '2027-01',
      sheet: billed('B-9', bill),
    },
  );
  expect(preview.problems).toEqual([]);
  expect(preview.warnings.map(({ kind }) => kind)).toEqual(warned);
  await app.close();
});

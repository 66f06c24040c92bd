import { expect, test } from 'vitest';
import { columnsRead, money, rowsNamed, rowsRead, share, totalsRead } from '../as-read.test.sample.ts';
import { BILLABLE } from './report.ts';
import { Billable } from './shape.ts';

test('each contract: earned, billed, the difference of the two, and what is left of the contract', () => {
  const table = BILLABLE.table(
    Billable.parse({
      rows: [
        {
          ...{ id: 1, code: 'PE-01', name: 'Garrow Creek', client: 'Orr District', contract: money(1_000, 'contract') },
          ...{ earned: money(400, 'earned'), billed: money(450, 'billed'), overbilled: money(50, 'overbilled') },
          ...{ leftCents: 550, complete: share(2, 5), completeFigure: 'complete' },
        },
      ],
      totals: { contractCents: 1_001, earnedCents: 401, billedCents: 451, overbilledCents: 51, leftCents: 551 },
    }),
    {},
  );
  expect(columnsRead(table)).toEqual([
    ...['Code (code, text)', 'Project (name, text, gives way)', 'Client (client, text, gives way)'],
    ...['Contract (contract, money)', 'Complete (percent_complete, percent)', 'Earned (earned, money, earned)'],
    ...['Billed (billed, money, billed)', 'Billed − earned (billed_less_earned, money, gap)'],
    'Unbilled contract value (left_to_bill, money)',
  ]);
  expect(rowsRead(table)).toEqual([
    [
      ...['PE-01', 'Garrow Creek', 'Orr District', '1000 ← contract', '2/5 ← complete'],
      ...['400 ← earned', '450 ← billed', '50 ← overbilled', '550'],
    ],
  ]);
  expect(totalsRead(table)).toEqual(['', '', 'Total', '1001', '', '401', '451', '51', '551']);
  expect(rowsNamed(table)).toEqual(['1, PE-01, /projects/1']);
});

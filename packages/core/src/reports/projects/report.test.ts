import { expect, test } from 'vitest';
import { columnsRead, money, rowsNamed, rowsRead, share, totalsRead } from '../as-read.test.sample.ts';
import { PROJECTS } from './report.ts';
import { Projects } from './shape.ts';

test('all projects where they stand, with their sums', () => {
  const project = { kind: 'client', manager: 'Ines Falk', progress: 'under-way', completeFigure: 'complete' };
  const table = PROJECTS.table(
    Projects.parse({
      rows: [
        {
          ...{ ...project, id: 1, code: 'PE-01', name: 'Garrow Creek', status: 'active', client: 'Orr District' },
          ...{ contract: money(1_000, 'contract'), estimate: money(800, 'estimate'), cost: money(300, 'cost') },
          ...{ earned: money(375, 'earned'), billed: money(400, 'billed'), overbilled: money(25, 'overbilled') },
          ...{ complete: share(3, 8), margin: share(1, 5), marginFigure: 'margin', targetEndOn: '2027-06-30' },
        },
        {
          ...{ ...project, id: 2, code: 'PE-02', name: 'Training', status: 'finished', client: null },
          ...{ contract: money(0), estimate: money(10), cost: money(9), earned: money(0), billed: money(0) },
          ...{ overbilled: money(0), complete: share(0, 1), margin: null, marginFigure: 'none', targetEndOn: null },
        },
      ],
      totals: {
        ...{ contractCents: 1_001, estimateCents: 811, costCents: 310, earnedCents: 376 },
        ...{ billedCents: 401, overbilledCents: 26 },
      },
      ofAll: 2,
    }),
    {},
  );
  expect(columnsRead(table)).toEqual([
    ...['Code (code, text)', 'Project (name, text, gives way)', 'Client (client, text, file only)'],
    ...['Status (status, text, file only)', 'Manager (manager, text, file only)', 'Contract (contract, money)'],
    ...['EAC (estimate, money, file only)', 'Cost (cost, money)', 'Complete (percent_complete, percent)'],
    ...['Earned (earned, money, earned)', 'Billed (billed, money, billed)'],
    ...['Billed − earned (billed_less_earned, money, gap)', 'Margin (margin_percent, percent)'],
    'Target end (target_end, day, file only)',
  ]);
  expect(rowsRead(table)).toEqual([
    [
      ...['PE-01', 'Garrow Creek', 'Orr District', 'active', 'Ines Falk', '1000 ← contract', '800 ← estimate'],
      ...['300 ← cost', '3/8 ← complete', '375 ← earned', '400 ← billed', '25 ← overbilled', '1/5 ← margin'],
      '2027-06-30',
    ],
    [
      ...['PE-02', 'Training', '', 'finished', 'Ines Falk', '0', '10', '9', '0/1 ← complete', '0', '0', '0'],
      ...['– ← none', '–'],
    ],
  ]);
  expect(totalsRead(table)).toEqual([
    ...['', 'Total', '', '', '', '1001', '811', '310', '', '376', '401', '26', '', ''],
  ]);
  expect(rowsNamed(table)).toEqual(['1, PE-01, /projects/1', '2, PE-02, /projects/2']);
});

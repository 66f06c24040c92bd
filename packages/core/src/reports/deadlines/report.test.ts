import { expect, test } from 'vitest';
import { columnsRead, rowsNamed, rowsRead, share, totalsRead } from '../as-read.test.sample.ts';
import { DEADLINES } from './report.ts';
import { Deadlines } from './shape.ts';

test('time gone stands beside work done, and what is late is marked', () => {
  const project = { manager: 'Ines Falk', startOn: '2026-02-01' };
  const table = DEADLINES.table(
    Deadlines.parse({
      rows: [
        {
          ...{ ...project, id: 1, code: 'PE-01', name: 'Garrow Creek', targetEndOn: '2027-03-01', daysLeft: -30 },
          ...{ timeGone: share(1, 1), kind: 'late', complete: share(3, 4), completeFigure: 'complete' },
        },
        {
          ...{ ...project, id: 2, code: 'PE-02', name: 'Reef', targetEndOn: null, daysLeft: null },
          ...{ timeGone: null, kind: 'open', complete: null },
        },
      ],
    }),
    {},
  );
  expect(columnsRead(table)).toEqual([
    ...['Code (code, text)', 'Project (name, text, gives way)', 'Manager (manager, text)', 'Start (start, day)'],
    ...['Target end (target_end, day)', 'Days left (days_left, count)', 'Time elapsed (time_gone_percent, percent)'],
    ...['Complete (complete_percent, percent)', 'Status (standing, text)'],
  ]);
  expect(rowsRead(table)).toEqual([
    [
      ...['PE-01', 'Garrow Creek', 'Ines Falk', '2026-02-01', '2027-03-01', '-30', '1/1'],
      ...['3/4 ← complete', 'late'],
    ],
    ['PE-02', 'Reef', 'Ines Falk', '2026-02-01', '–', '–', '–', '–', 'open'],
  ]);
  expect(rowsNamed(table)).toEqual(['1, PE-01, trouble, /projects/1', '2, PE-02, /projects/2']);
  expect(totalsRead(table)).toBeNull();
});

import { expect, test } from 'vitest';
import { correctionRows } from './correction.ts';

const row = (employee: string, ...days: string[]) => ({
  ...{ employee, project: 'GATE', code: '31-100', costType: '', pay: '', billable: '', activity: '', text: 'Bay 3' },
  days: Array.from({ length: 7 }, (_, day) => days[day] ?? ''),
});

test('a correction has the rows of one person twice: taken back, and as they were', () => {
  const rows = correctionRows([row('E1', '8', '=4*2'), row('E2', '8'), row('e1', '', '', '-1.5')], 'E1');
  expect(rows.map(({ days, text }) => [days.join(' ').trim(), text])).toEqual([
    ['-8 -8', 'Correction: Bay 3'],
    ['8 =4*2', 'Bay 3'],
    ['1.5', 'Correction: Bay 3'],
    ['-1.5', 'Bay 3'],
  ]);
});

import { expect, test } from 'vitest';
import { BLANK_BILL_ROW } from './form.ts';
import { unreadCells } from './unread-cells.ts';

const first = { ...BLANK_BILL_ROW, supplier: 'ORR', number: 'N-1', datedOn: '3/1', dueOn: '3/31', total: '100' };

test.each([
  { case: 'a due day on a later line', row: { dueOn: '4/15' }, at: ['rows/1/dueOn'] },
  { case: 'a date and a total', row: { datedOn: '3/2', total: '90' }, at: ['rows/1/datedOn', 'rows/1/total'] },
  { case: 'the same as on the first line', row: { dueOn: '3/31' }, at: [] },
  { case: 'nothing', row: {}, at: [] },
  { case: 'a bill of its own', row: { number: 'N-2', dueOn: '4/15' }, at: [] },
])('$case is told where it is not looked at', ({ row, at }) => {
  const found = unreadCells([first, { ...BLANK_BILL_ROW, net: '10', ...row }]);
  expect(found.map((warning) => warning.at)).toEqual(at);
});

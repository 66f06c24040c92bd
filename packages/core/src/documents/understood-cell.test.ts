import { expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { understoodCell } from './understood-cell.ts';

const NEAR = isoDate('2027-03-31');

test.each([
  { case: 'an amount', holds: 'money', typed: '32047.03', shown: '32,047.03' },
  { case: 'arithmetic', holds: 'money', typed: '=1200+300*2', shown: '1,800.00' },
  { case: 'an amount finer than a cent', holds: 'money', typed: '1.005', shown: undefined },
  { case: 'hours', holds: 'hours', typed: '7.5', shown: '7.5' },
  { case: 'a quantity', holds: 'quantity', typed: '=1/8', shown: '0.125' },
  { case: 'a day', holds: 'day', typed: '3/30', shown: '30 Mar 2027' },
  { case: 'no day', holds: 'day', typed: '3/32', shown: undefined },
  { case: 'a code', holds: 'project', typed: '0417', shown: undefined },
  { case: 'nothing', holds: 'money', typed: ' ', shown: undefined },
] as const)('$case', ({ holds, typed, shown }) => {
  expect(understoodCell(holds, typed, { near: NEAR, order: 'month first' })).toBe(shown);
});

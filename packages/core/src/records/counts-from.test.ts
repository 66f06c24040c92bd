import { expect, test } from 'vitest';
import { month } from '../calendar/month.ts';
import { countsLater } from './counts-from.ts';

const LOCKED = month('2027-01');

test.each([
  {
    case: 'a change agreed in a locked month',
    kind: 'contract-change',
    record: { effectiveOn: '2027-01-31' },
    later: '2027-02-01',
  },
  { case: 'on the first open day', kind: 'contract-change', record: { effectiveOn: '2027-02-01' }, later: null },
  {
    case: 'an estimate for a locked month',
    kind: 'estimate-override',
    record: { month: '2027-01' },
    later: '2027-02-01',
  },
  { case: 'an estimate for an open month', kind: 'estimate-override', record: { month: '2027-02' }, later: null },
  { case: 'no day', kind: 'contract-change', record: { effectiveOn: null }, later: null },
  { case: 'an empty day', kind: 'contract-change', record: { effectiveOn: '' }, later: null },
  { case: 'a number where a day is', kind: 'contract-change', record: { effectiveOn: 20_270_131 }, later: null },
  { case: 'a kind that counts from no day', kind: 'supplier', record: { effectiveOn: '2027-01-31' }, later: null },
] as const)('$case', ({ kind, record, later }) => {
  expect(countsLater(kind, record, LOCKED)).toBe(later);
  expect(countsLater(kind, record, null)).toBeNull();
});

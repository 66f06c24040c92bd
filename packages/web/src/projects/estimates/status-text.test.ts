import { expect, test } from 'vitest';
import type { Answer } from '../../api/books-api.ts';
import { statusText } from './status-text.ts';

type Head = Answer<'estimates'>['rows'][number];
const head = (more: object): Head =>
  ({ decidedOn: null, decidedBy: '', decision: '', effectiveOn: null, ...more }) as Head;
const byIrma = { decidedOn: '2027-03-31', decidedBy: 'I. Varga' };

test.each([
  { says: 'being worked on', of: head({ status: 'open' }) },
  { says: 'pending', of: head({ status: 'pending' }) },
  {
    says: 'approved 31 Mar 2027 by I. Varga',
    of: head({ status: 'approved', ...byIrma, effectiveOn: '2027-03-31' }),
  },
  {
    says: 'approved 31 Mar 2027 by I. Varga, counts from 1 Apr 2027',
    of: head({ status: 'approved', ...byIrma, effectiveOn: '2027-04-01' }),
  },
  {
    says: 'rejected 31 Mar 2027 by I. Varga: The harbor puts out its own',
    of: head({ status: 'rejected', ...byIrma, decision: 'The harbor puts out its own' }),
  },
])('$says', ({ says, of }) => {
  expect(statusText(of)).toBe(says);
});

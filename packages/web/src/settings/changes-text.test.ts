import { expect, test } from 'vitest';
import { changesText } from './changes-text.ts';

test.each([
  { case: 'nothing more is known', detail: null, says: '' },
  { case: 'a reason', detail: 'typed twice', says: 'typed twice' },
  { case: 'a record was added', detail: { after: { code: 'CLAY', email: '' } }, says: 'code: nothing → CLAY' },
  {
    case: 'a record was changed',
    detail: { before: { name: 'Clay', terms: '30' }, after: { name: 'Clay Pit', terms: '' } },
    says: 'name: Clay → Clay Pit; terms: 30 → nothing',
  },
  {
    case: 'documents were posted',
    detail: {
      documents: [
        { id: 1, number: 'B-1' },
        { id: 2, number: 'B-2' },
      ],
    },
    says: 'documents: B-1, B-2',
  },
  { case: 'a reversal', detail: { reason: 'typed twice', reversal: 9 }, says: 'reason: typed twice; reversal: 9' },
  { case: 'what is not so is not said', detail: { newPassword: false, tries: 0 }, says: 'tries: 0' },
])('$case', ({ detail, says }) => {
  expect(changesText(detail)).toBe(says);
});

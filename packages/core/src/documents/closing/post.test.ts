import { expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { projectId } from '../../ledger/ids.ts';
import { cents } from '../../money/cents.ts';
import { SAMPLE_ROLES } from '../sample-catalog.test.sample.ts';
import { projectClosing } from './post.ts';

const close = ({
  earned = 0,
  billed = 0,
  held = 0,
  provision = 0,
  deposit = 0,
  isForClient = true,
  openOrders = [] as string[],
}) =>
  projectClosing(
    SAMPLE_ROLES,
    {
      ...{ id: projectId(1), code: 'GATE', isForClient, openOrders },
      ...{ earned: cents(earned), billed: cents(billed), held: cents(held), provision: cents(provision) },
      deposit: cents(deposit),
    },
    isoDate('2027-03-31'),
  );

test('what was billed is cleared against what was earned, and bills nothing', () => {
  expect(close({ earned: 500, billed: 500 })).toMatchObject({
    ok: true,
    value: {
      postedOn: '2027-03-31',
      isClosing: true,
      lines: [
        { account: SAMPLE_ROLES['progress-billings'], amount: 500, project: 1, text: 'GATE closed' },
        { account: SAMPLE_ROLES['earned-unbilled'], amount: -500, project: 1, text: 'GATE closed' },
      ],
    },
  });
});

test('where nothing was billed there is nothing to post', () => {
  expect(close({})).toEqual({ ok: true, value: null });
});

test.each([
  { case: 'billed and not earned', of: { billed: 500 }, problems: ['billed-not-earned'] },
  { case: 'earned and not billed', of: { earned: 500 }, problems: ['billed-not-earned'] },
  { case: 'cost waits to be recognized', of: { held: 1 }, problems: ['cost-still-held'] },
  { case: 'a deposit is not used up', of: { deposit: 1 }, problems: ['deposit-left'] },
  { case: 'a loss is still provided for', of: { provision: 1 }, problems: ['loss-still-provided'] },
  {
    case: 'all of it at once',
    of: { billed: 1, held: 1, provision: 1 },
    problems: ['billed-not-earned', 'cost-still-held', 'loss-still-provided'],
  },
  { case: 'a project of our own keeps what it built', of: { held: 9, isForClient: false }, problems: [] },
])('$case', ({ of, problems }) => {
  const decided = close(of);
  expect(decided.ok ? [] : decided.problems.map(({ at, kind }) => [at, kind])).toEqual(
    problems.map((kind) => ['status', kind]),
  );
});

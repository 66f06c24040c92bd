import { describe, expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { month } from '../../calendar/month.ts';
import { codingTo } from '../../ledger/dimensions.ts';
import { costCodeId, employeeId } from '../../ledger/ids.ts';
import { cents } from '../../money/cents.ts';
import { quantity } from '../../money/quantity.ts';
import { problemsOf } from '../../problems/decision.ts';
import { BOAT, CLOSED, GATE, SAMPLE_ROLES } from '../sample-catalog.test.sample.ts';
import { trueUpPlan, type ClearingBooks } from './plan.ts';

const onProject = (project: typeof GATE) =>
  codingTo({ project: project.id, costCode: costCodeId(12), costType: 'labor' });
const worked = (day: string, hours: number, applied: number, coding: ReturnType<typeof onProject> | null) => ({
  ...{ employee: employeeId(1), workedOn: isoDate(day), coding },
  ...{ hours: quantity(hours * 10_000), applied: cents(applied) },
});

/** 40, 36 and 20 hours at 38.7544, 3,720.43 in all; 3,846.90 were paid. */
const BOOKS: ClearingBooks = {
  ...{ roles: SAMPLE_ROLES, lockedThrough: month('2027-01'), laborCost: 'trued up' },
  projects: new Map([GATE, BOAT, CLOSED].map((project) => [Number(project.id), project])),
  period: {
    applied: [
      worked('2027-03-01', 40, 155_018, onProject(GATE)),
      worked('2027-03-02', 36, 139_516, onProject(BOAT)),
      worked('2027-03-03', 20, 77_509, null),
    ],
    paid: [{ employee: employeeId(1), hours: quantity(960_000), paid: cents(384_690) }],
    settled: [],
  },
};
const PAYROLL = { id: 9, number: 'Payroll A', from: isoDate('2027-03-01'), through: isoDate('2027-03-14') };
const plan = (more: Partial<ClearingBooks> = {}, method: 'spread' | 'variance' = 'spread') =>
  trueUpPlan({ payroll: PAYROLL, method }, { ...BOOKS, ...more });

describe('a true-up', () => {
  test('spreads 126.47 over the hours: 52.69, 47.43 and 26.35, each onto its own cost', () => {
    const posting = plan();
    expect(posting).toMatchObject({
      ok: true,
      value: {
        ...{ kind: 'true-up', number: null, party: null, project: null, datedOn: '2027-03-14', dueOn: null },
        ...{ gross: 12_647, memo: 'Payroll A, to the hours', body: { payrollId: 9, method: 'spread' } },
        effects: [{ kind: 'true-up', payroll: 9, shares: [{ amount: 5_269 }, { amount: 4_743 }, { amount: 2_635 }] }],
      },
    });
    const lines = posting.ok ? posting.value.entries.flatMap((entry) => entry.lines) : [];
    expect(lines.map(({ account, amount, project }) => [account, amount, project])).toEqual([
      [SAMPLE_ROLES.wip, 5_269, GATE.id],
      [SAMPLE_ROLES['labor-clearing'], -5_269, null],
      [SAMPLE_ROLES['construction-in-progress'], 4_743, BOAT.id],
      [SAMPLE_ROLES['labor-clearing'], -4_743, null],
      [SAMPLE_ROLES['indirect-labor'], 2_635, null],
      [SAMPLE_ROLES['labor-clearing'], -2_635, null],
    ]);
  });

  test('to variance is one pair of lines, in all the same', () => {
    const posting = plan({}, 'variance');
    expect(posting).toMatchObject({ value: { gross: 12_647, memo: 'Payroll A, to variance' } });
    const lines = posting.ok ? posting.value.entries.flatMap((entry) => entry.lines) : [];
    expect(lines.map(({ account, amount }) => [account, amount])).toEqual([
      [SAMPLE_ROLES['labor-variance'], 12_647],
      [SAMPLE_ROLES['labor-clearing'], -12_647],
    ]);
  });

  test('what a closed project would bear goes to variance', () => {
    const applied = [worked('2027-03-01', 40, 155_018, onProject(CLOSED))];
    const posting = plan({ period: { ...BOOKS.period, applied } });
    const [line] = posting.ok ? (posting.value.entries[0]?.lines ?? []) : [];
    expect(line).toMatchObject({ account: SAMPLE_ROLES['labor-variance'], amount: 229_672, project: null });
  });

  test('spreads only what was not settled before', () => {
    const settled = [{ employee: employeeId(1), amount: cents(12_600) }];
    expect(plan({ period: { ...BOOKS.period, settled } })).toMatchObject({ value: { gross: 47 } });
  });
});

test.each([
  {
    case: 'nothing is apart',
    books: {
      period: { ...BOOKS.period, paid: [{ employee: employeeId(1), hours: quantity(0), paid: cents(372_043) }] },
    },
    kinds: ['nothing-to-true-up'],
  },
  { case: 'nobody was paid', books: { period: { ...BOOKS.period, paid: [] } }, kinds: ['nothing-to-true-up'] },
  { case: 'labor stays at standard rates', books: { laborCost: 'standard' as const }, kinds: ['labor-at-standard'] },
])('nothing is spread where $case', ({ books, kinds }) => {
  expect(problemsOf(plan(books)).map(({ kind }) => kind)).toEqual(kinds);
});

test('labor at standard rates still goes to variance', () => {
  expect(plan({ laborCost: 'standard' }, 'variance').ok).toBe(true);
});

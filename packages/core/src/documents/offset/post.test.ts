import { describe, expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { partyId, projectId } from '../../ledger/ids.ts';
import { cents } from '../../money/cents.ts';
import { SAMPLE_ROLES } from '../sample-catalog.test.sample.ts';
import { creditApplied } from './post.ts';

const part = (project: number | null, amount: number) => ({
  project: project === null ? null : projectId(project),
  amount: cents(amount),
});
const of = { party: partyId(3), postedOn: isoDate('2027-03-02'), text: 'CN-0001' };
const lines = (applied: Omit<Parameters<typeof creditApplied>[1], keyof typeof of>) =>
  creditApplied(SAMPLE_ROLES, { ...of, ...applied }).map((entry) =>
    entry.lines.map(({ account, project, amount }) => [account, project, amount]),
  );

describe('a credit settles what is open with the same party', () => {
  test('within one project of one account nothing is posted', () => {
    expect(
      lines({
        settled: { on: 'receivable', parts: [part(1, 500)] },
        used: { on: 'receivable', parts: [part(1, 500)] },
      }),
    ).toEqual([]);
  });

  test('of another project, receivables move between the two', () => {
    expect(
      lines({
        settled: { on: 'receivable', parts: [part(1, 300), part(2, 200)] },
        used: { on: 'receivable', parts: [part(2, 500)] },
      }),
    ).toEqual([
      [
        [SAMPLE_ROLES.receivable, 1, -300],
        [SAMPLE_ROLES.receivable, 2, 300],
      ],
    ]);
  });

  test('payables likewise, with the signs of their side', () => {
    expect(
      lines({ settled: { on: 'payable', parts: [part(1, 300)] }, used: { on: 'payable', parts: [part(null, 300)] } }),
    ).toEqual([
      [
        [SAMPLE_ROLES.payable, 1, 300],
        [SAMPLE_ROLES.payable, null, -300],
      ],
    ]);
  });

  test('a deposit leaves its account for the bill that uses it', () => {
    expect(
      lines({
        settled: { on: 'payable', parts: [part(1, 500)] },
        used: { on: 'supplier-deposits', parts: [part(null, 500)] },
      }),
    ).toEqual([
      [
        [SAMPLE_ROLES.payable, 1, 500],
        [SAMPLE_ROLES['supplier-deposits'], null, -500],
      ],
    ]);
  });
});

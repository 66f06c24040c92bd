import { describe, expect, test } from 'vitest';
import { billing, scheduled } from '../../billing/billing.test.sample.ts';
import type { ProjectBilling } from '../../billing/schedule.ts';
import { documentId } from '../../ledger/ids.ts';
import { cents } from '../../money/cents.ts';
import { effectsOf } from '../effect.ts';
import { SAMPLE, SAMPLE_ROLES } from '../sample-catalog.test.sample.ts';
import type { RetentionRow } from './form.ts';
import { readRetentionSheet } from './read.ts';

const LATER = SAMPLE.taxCodes.map((code) => ({ ...code, onRetention: 'when released' as const }));
/** 300.00 held back of two invoices: 100.00 of line 1 and 50.00 of line 2 of the first, 150.00 of line 1 of the second. */
const HELD = billing([scheduled(1, 5_000, { withheld: 250 }), scheduled(2, 1_000, { withheld: 50 })], {
  held: [
    { invoice: documentId(11), line: 10, held: cents(10_000) },
    { invoice: documentId(11), line: 20, held: cents(5_000) },
    { invoice: documentId(12), line: 10, held: cents(15_000) },
  ],
});
const read = (row: Partial<RetentionRow>, of: ProjectBilling = HELD, taxCodes = SAMPLE.taxCodes) =>
  readRetentionSheet(
    {
      ...{ kind: 'retention-invoices', datedOn: '2027-03-31' },
      rows: [{ project: 'GATE', amount: '', taxCode: '', dueOn: '', text: '', ...row }],
    },
    { ...SAMPLE, taxCodes, billings: [of] },
  );
const problems = (...args: Parameters<typeof read>) => read(...args).problems.map(({ at, kind }) => `${at} ${kind}`);

describe('retention is invoiced', () => {
  test('all that is held back where nothing is typed: Dr receivable, Cr retention receivable', () => {
    const [posting] = read({}).postings;
    expect(posting).toMatchObject({ kind: 'client-retention', gross: 30_000, dueOn: '2027-04-30' });
    expect(posting?.entries[0]?.lines.map(({ account, project, amount }) => [account, project, amount])).toEqual([
      [SAMPLE_ROLES.receivable, 1, 30_000],
      [SAMPLE_ROLES['retention-receivable'], 1, -30_000],
    ]);
  });

  test('in two parts, each by what is held back of every line of every invoice; tax with it where the law says so', () => {
    // 100.00 over 100, 50 and 150: 33.33, 16.67 (the largest remainder) and 50.00. Tax of 6.25 %: 6.25.
    const [posting] = read({ amount: '100', taxCode: 'ST' }, HELD, LATER).postings;
    expect(posting?.gross).toBe(10_625);
    const [effect] = effectsOf(posting?.effects ?? [], 'billed-values');
    expect(effect?.values.map(({ invoice, line, released }) => [invoice, line, released])).toEqual([
      [11, 10, 3_333],
      [11, 20, 1_667],
      [12, 10, 5_000],
    ]);
  });

  test('what was taken over with the books is of no invoice', () => {
    const taken = { ...HELD, unscheduled: { ...HELD.unscheduled, withheld: cents(4_000) } };
    const [effect] = effectsOf(read({}, taken).postings[0]?.effects ?? [], 'billed-values');
    expect(effect?.values.at(-1)).toMatchObject({ invoice: 'itself', line: null, released: 4_000 });
  });

  test('not more than is held back, not nothing, and only of a project with a client', () => {
    expect(problems({ amount: '300.01' })).toEqual(['rows/0/amount over-held']);
    expect(problems({ amount: '0' })).toEqual(['rows/0/amount number-not-positive']);
    expect(problems({}, billing([scheduled(1, 100)]))).toEqual(['rows/0/amount number-not-positive']);
    expect(problems({ project: 'BOAT' })).toEqual(['rows/0/project client-needed']);
    expect(problems({ dueOn: '3/1' })).toEqual(['rows/0/dueOn days-out-of-order']);
  });
});

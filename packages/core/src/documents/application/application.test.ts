import { describe, expect, test } from 'vitest';
import { billing, scheduled, terms } from '../../billing/billing.test.sample.ts';
import type { AskedLine, BilledSoFar, OpenApplication, ProjectBilling, ScheduledLine } from '../../billing/schedule.ts';
import { isoDate } from '../../calendar/iso-date.ts';
import { month } from '../../calendar/month.ts';
import { documentId, projectId } from '../../ledger/ids.ts';
import { cents, type Cents } from '../../money/cents.ts';
import type { Catalog } from '../catalog.ts';
import { readCertificateSheet } from '../certificate/read.ts';
import { effectsOf } from '../effect.ts';
import type { InvoicedLine } from '../invoice/billed-invoice.ts';
import { SAMPLE, SAMPLE_ROLES } from '../sample-catalog.test.sample.ts';
import type { SheetReading } from '../sheet-reading.ts';
import type { ApplicationRow } from './form.ts';
import { readApplicationSheet } from './read.ts';

const ROW: ApplicationRow = { line: '', percent: '', amount: '', stored: '', mayExceed: '', text: '' };
const catalogOf = (of: ProjectBilling, through = '2027-03'): Catalog => ({
  ...{ ...SAMPLE, lockedThrough: null, workingMonth: month(through), billings: [of] },
});
const asked = (of: ProjectBilling, rows: readonly Partial<ApplicationRow>[], more: object = {}) =>
  readApplicationSheet(
    {
      ...{ kind: 'applications', project: 'GATE', datedOn: '2027-03-31', replaces: '', taxCode: '', text: '' },
      rows: rows.map((row) => ({ ...ROW, ...row })),
      ...more,
    },
    catalogOf(of),
  );
const certified = (of: ProjectBilling, rows: readonly object[] = [], more: object = {}) =>
  readCertificateSheet(
    {
      ...{ kind: 'certificates', application: 'AFP-0001', datedOn: '', dueOn: '', taxCode: '', deposit: '', text: '' },
      rows: rows.map((row) => ({ line: '', certified: '', stored: '', reason: '', ...row })),
      ...more,
    },
    catalogOf(of),
  );
const problems = ({ problems: all }: SheetReading) => all.map(({ at, kind }) => `${at} ${kind}`);
const dollars = (amount: number | undefined) => (amount ?? 0) / 100;
const figures = ({ bills = [] }: SheetReading) => {
  const [bill] = bills;
  return [bill?.work, bill?.withheld, bill?.tax, bill?.due].map(dollars);
};

/** The application that was asked for, as it waits. */
function waiting(reading: SheetReading): OpenApplication {
  const [effect] = effectsOf(reading.postings[0]?.effects ?? [], 'application');
  if (effect === undefined) throw new Error('nothing was asked');
  const { ordinal, version, through, lines } = effect;
  return { id: documentId(90), number: 'AFP-0001', ordinal, version, through, lines };
}

/** The schedule after an invoice. */
function after(schedule: readonly ScheduledLine[], reading: SheetReading): readonly ScheduledLine[] {
  const lines = reading.postings.flatMap(({ body }) => (body as { lines: readonly InvoicedLine[] }).lines);
  return schedule.map((line) => {
    const now = lines.find(({ number }) => number === line.number);
    const plus = (before: Cents, more = 0): Cents => cents(before + more);
    const billed: BilledSoFar = {
      ...{ work: plus(line.billed.work, now?.work), stored: plus(line.billed.stored, now?.stored) },
      ...{ withheld: plus(line.billed.withheld, now?.withheld), released: line.billed.released },
    };
    return { ...line, billed };
  });
}

describe('three applications, by hand', () => {
  // 144,000.00 in two lines, with a change order of 16,000.00 after the first; 10 % until half, then nothing more; 5 % of what is stored.
  const agreed = terms('10 until 50, then 0', { stored: 50_000 });
  const begun = [scheduled(1, 60_000), scheduled(2, 84_000)];
  const first = asked(billing(begun, { terms: agreed }), [
    { line: '1', percent: '40' },
    { line: '2', stored: '6,500' },
  ]);

  test('the first asks for 24,000.00 of work and 6,500.00 of stored materials', () => {
    // 10 % of 24,000.00 and 5 % of 6,500.00 are held back.
    expect(figures(first)).toEqual([30_500, 2_725, 0, 27_775]);
    expect(first.postings).toMatchObject([{ kind: 'application', gross: 2_777_500, entries: [] }]);
  });

  const applications = [waiting(first)];
  const answer = certified(billing(begun, { terms: agreed, applications }), [
    { line: '1', certified: '20,000', reason: 'The north bank is not graded' },
  ]);

  test('certified for 4,000.00 less, the invoice is of that, and what is held back follows', () => {
    expect(figures(answer)).toEqual([26_500, 2_325, 0, 24_175]);
    const [posting] = answer.postings;
    expect(posting).toMatchObject({ kind: 'invoice', datedOn: '2027-03-31', dueOn: '2027-04-30', gross: 2_650_000 });
    expect(posting?.entries[0]?.lines.map(({ account, project, amount }) => [account, project, amount])).toEqual([
      [SAMPLE_ROLES.receivable, 1, 2_417_500],
      [SAMPLE_ROLES['retention-receivable'], 1, 232_500],
      [SAMPLE_ROLES['progress-billings'], 1, -2_650_000],
    ]);
    expect(effectsOf(posting?.effects ?? [], 'settlements')).toMatchObject([
      { settled: [{ document: 'itself', project: null, amount: 232_500 }] },
    ]);
    expect(effectsOf(posting?.effects ?? [], 'certificate')).toEqual([{ kind: 'certificate', application: 90 }]);
  });

  const changed = [...after(begun, answer), scheduled(3, 16_000)];
  const second = asked(billing(changed, { terms: agreed, applied: 1 }), [
    { line: '1', percent: '100' },
    { line: '2', percent: '50', stored: '0' },
    { line: '3', percent: '25' },
  ]);

  test('the second puts the stored materials in place without billing them twice, and passes half', () => {
    // Completed 106,000.00 of 160,000.00: 10 % of 80,000.00, less 2,325.00 held back before.
    expect(figures(second)).toEqual([79_500, 5_675, 0, 73_825]);
    const applied = billing(changed, { terms: agreed, applied: 1, applications: [waiting(second)] });
    const lines = certified(applied).postings.flatMap(({ body }) => (body as { lines: readonly InvoicedLine[] }).lines);
    // 6,000.00 by work of 40,000, 42,000 and 4,000; the 325.00 of what was stored come off line 2.
    expect(lines.map(({ work, stored, withheld }) => [work, stored, withheld].map(dollars))).toEqual([
      [40_000, 0, 2_790.7],
      [42_000, -6_500, 2_605.23],
      [4_000, 0, 279.07],
    ]);
  });

  test('the third bills the rest, and nothing more is held back', () => {
    const paid = certified(billing(changed, { terms: agreed, applied: 1, applications: [waiting(second)] }));
    const schedule = after(changed, paid);
    const third = asked(billing(schedule, { terms: agreed, applied: 2 }), [
      { line: '2', percent: '100' },
      { line: '3', amount: '12,000' },
    ]);
    expect(figures(third)).toEqual([54_000, 0, 0, 54_000]);
    expect(third.bills?.[0]?.leftAfter).toBe(0);
  });
});

describe('a line', () => {
  const of = (line: ScheduledLine, row: Partial<ApplicationRow>) => {
    const reading = asked(billing([line, scheduled(9, 500)]), [{ line: String(line.number), ...row }]);
    const [effect] = effectsOf(reading.postings[0]?.effects ?? [], 'application');
    const found = effect?.lines.find((each: AskedLine) => each.line === line.id);
    return reading.problems.length > 0 ? problems(reading) : [found?.work, found?.stored].map(dollars);
  };

  test.each([
    { case: 'a percent is to date', line: scheduled(1, 1_000, { work: 200 }), row: { percent: '50' }, out: [300, 0] },
    {
      case: 'an amount is of this time',
      line: scheduled(1, 1_000, { work: 200 }),
      row: { amount: '50' },
      out: [50, 0],
    },
    {
      case: 'what leaves the store is completed besides',
      line: scheduled(1, 1_000, { stored: 300 }),
      row: { amount: '50', stored: '100' },
      out: [250, -200],
    },
    {
      case: 'put in place alone, the total is unchanged',
      line: scheduled(1, 1_000, { stored: 300 }),
      row: { stored: '0' },
      out: [300, -300],
    },
    {
      case: 'less than before comes back',
      line: scheduled(1, 1_000, { work: 400 }),
      row: { percent: '30' },
      out: [-100, 0],
    },
    {
      case: 'above what is left',
      line: scheduled(1, 1_000, { work: 400 }),
      row: { amount: '600.01' },
      out: ['rows/0/amount over-line'],
    },
    {
      case: 'above what is left with what is stored',
      line: scheduled(1, 1_000),
      row: { percent: '90', stored: '101' },
      out: ['rows/0/percent over-line'],
    },
    {
      case: 'it may be told to go above',
      line: scheduled(1, 1_000),
      row: { percent: '110', mayExceed: 'yes' },
      out: [1_100, 0],
    },
    {
      case: 'cut below what was billed, it gives back by itself',
      line: scheduled(1, 100, { work: 120, stored: 30 }),
      row: {},
      out: [-50, 0],
    },
    {
      case: 'a percent and an amount',
      line: scheduled(1, 1_000),
      row: { percent: '5', amount: '5' },
      out: ['rows/0/amount percent-and-amount'],
    },
    {
      case: 'less than nothing stored',
      line: scheduled(1, 1_000),
      row: { stored: '-1' },
      out: ['rows/0/stored number-outside'],
    },
    {
      case: 'no word for yes',
      line: scheduled(1, 1_000),
      row: { percent: '5', mayExceed: 'perhaps' },
      out: ['rows/0/mayExceed not-a-choice'],
    },
  ])('$case', ({ line, row, out }) => {
    expect(of(line, row)).toEqual(out);
  });

  test('that was cut gives back although nobody named it, and that is said', () => {
    const reading = asked(billing([scheduled(1, 100, { work: 120 }), scheduled(2, 500)]), [
      { line: '2', percent: '10' },
    ]);
    expect(reading.warnings.map(({ at, kind }) => `${at} ${kind}`)).toEqual(['rows line-cut']);
    expect(figures(reading)[0]).toBe(30);
  });
});

describe('refused', () => {
  const lines = [scheduled(1, 1_000), scheduled(2, 500)];
  const open: OpenApplication = {
    ...{ id: documentId(90), number: 'AFP-0001', ordinal: 1, version: 1, through: isoDate('2027-03-31') },
    lines: [{ line: 10, work: cents(50_000), stored: cents(0), mayExceed: false }],
  };

  test('nothing typed, a line that is none, a line twice', () => {
    expect(problems(asked(billing(lines), []))).toEqual(['rows nothing-entered']);
    expect(problems(asked(billing(lines), [{ line: '7', percent: '5' }]))).toEqual(['rows/0/line unknown-code']);
    const twice = [
      { line: '1', percent: '5' },
      { line: 'Line 1', percent: '6' },
    ];
    expect(problems(asked(billing(lines), twice))).toEqual(['rows/1/line line-twice']);
  });

  test('a second one while the first waits; a correction of it is its next version', () => {
    const of = billing(lines, { applications: [open], applied: 1 });
    expect(problems(asked(of, [{ line: '1', percent: '60' }]))).toEqual(['replaces application-waiting']);
    const corrected = asked(of, [{ line: '1', percent: '60' }], { replaces: 'AFP-0001' });
    expect(effectsOf(corrected.postings[0]?.effects ?? [], 'application')).toMatchObject([
      { ordinal: 1, version: 2, replaces: 90 },
    ]);
  });

  test('certified above what was asked, less without a reason, of a line nobody asked for, and nothing at all', () => {
    const of = billing(lines, { applications: [open] });
    const said = (...rows: readonly object[]) => problems(certified(of, rows));
    expect(said({ line: '1', certified: '500.01' })).toEqual(['rows/0/certified certified-above-asked']);
    expect(said({ line: '1', certified: '499' })).toEqual(['rows/0/reason missing']);
    expect(said({ line: '2', certified: '0', reason: 'None' })).toEqual(['rows/0/line line-not-asked']);
    expect(said({ line: '1', certified: '0', reason: 'Not seen' })).toEqual(['rows nothing-certified']);
    expect(problems(certified(of, [], { application: 'AFP-0007' }))).toEqual(['application unknown-code']);
  });

  test('certified above the value of its line, where others billed it meanwhile', () => {
    const billed = [scheduled(1, 1_000, { work: 700 }), scheduled(2, 500)];
    expect(problems(certified(billing(billed, { applications: [open] })))).toEqual(['rows over-line']);
  });
});

test('where the client certifies nothing on paper, submitting posts the invoice', () => {
  const reading = asked(billing([scheduled(1, 1_000)], { posts: 'when submitted' }), [{ line: '1', percent: '50' }]);
  expect(reading.postings.map(({ kind }) => kind)).toEqual(['application', 'invoice']);
  expect(effectsOf(reading.postings[1]?.effects ?? [], 'certificate')).toEqual([
    { kind: 'certificate', application: 'the one before' },
  ]);
});

test('a project that is none, of nobody, or closed', () => {
  const of = billing([scheduled(1, 1_000)]);
  const said = (project: string) => problems(asked(of, [{ line: '1', percent: '5' }], { project }));
  expect(said('NONE')[0]).toBe('project unknown-code');
  expect(said('BOAT')[0]).toBe('project client-needed');
  expect(said('OLD')[0]).toBe('project project-closed');
  expect(billing([], { project: projectId(3) }).project).toBe(3);
});

import { expect, test } from 'vitest';
import { billing, scheduled, terms } from '../../billing/billing.test.sample.ts';
import type { ProjectBilling } from '../../billing/schedule.ts';
import { isoDate } from '../../calendar/iso-date.ts';
import { documentId } from '../../ledger/ids.ts';
import { cents } from '../../money/cents.ts';
import { effectsOf } from '../effect.ts';
import { SAMPLE, SAMPLE_ROLES } from '../sample-catalog.test.sample.ts';
import { readShareSheet } from './read.ts';

/** 3,000.00 of 4,000.00 billed at 10 %: 300.00 held back by one invoice. */
const BILLED = billing([scheduled(1, 4_000, { work: 3_000, withheld: 300 })], {
  terms: terms('10', { withFinal: 500_000 }),
  held: [{ invoice: documentId(11), line: 10, held: cents(30_000) }],
});
const read = (row: { readonly share: string; readonly deposit?: string }, of: ProjectBilling) =>
  readShareSheet(
    {
      ...{ kind: 'invoices', datedOn: '2027-03-31' },
      rows: [{ project: 'GATE', taxCode: '', deposit: '', dueOn: '', text: '', ...row }],
    },
    { ...SAMPLE, billings: [of] },
  );

test('the final invoice takes the rest, releases half of all that is held back, and finishes the project', () => {
  // 1,000.00 left, 100.00 of it held back; of the 400.00 held in all half is released: 150.00 of the first invoice, 50.00 of its own.
  const [posting] = read({ share: 'final' }, BILLED).postings;
  expect(posting?.gross).toBe(120_000);
  expect(posting?.entries[0]?.lines.map(({ account, amount }) => [account, amount])).toEqual([
    [SAMPLE_ROLES.receivable, 110_000],
    [SAMPLE_ROLES['retention-receivable'], 10_000],
    [SAMPLE_ROLES['progress-billings'], -100_000],
    [SAMPLE_ROLES['retention-receivable'], -20_000],
  ]);
  const effects = posting?.effects ?? [];
  const [values] = effectsOf(effects, 'billed-values');
  expect(values?.values.map(({ invoice, work, withheld, released }) => [invoice, work, withheld, released])).toEqual([
    ['itself', 100_000, 10_000, 0],
    [11, 0, 0, 15_000],
    ['itself', 0, 0, 5_000],
  ]);
  expect(effectsOf(effects, 'project-finished')).toEqual([{ kind: 'project-finished', project: 1, on: '2027-03-31' }]);
});

test('the rest without a word finishes nothing and releases nothing', () => {
  const [posting] = read({ share: 'rest' }, BILLED).postings;
  expect(posting?.gross).toBe(100_000);
  expect(effectsOf(posting?.effects ?? [], 'project-finished')).toEqual([]);
});

test('it waits for the client’s answer to an application', () => {
  const waiting = {
    ...{ id: documentId(80), number: 'APP-0001', ordinal: 1, version: 1, through: isoDate('2027-03-31') },
    lines: [],
  };
  const { problems } = read({ share: 'final' }, { ...BILLED, applications: [waiting] });
  expect(problems.map(({ at, kind }) => `${at} ${kind}`)).toEqual(['rows/0/share application-waiting']);
});

test('a deposit pays of it what is typed, after what is held back', () => {
  const UNUSED = { usedNet: cents(0), usedGross: cents(0) };
  const deposits = [
    { id: documentId(7), number: 'DEP-0001', net: cents(50_000), gross: cents(50_000), ...UNUSED, left: cents(50_000) },
  ];
  const reading = read({ share: 'rest', deposit: '50%' }, { ...BILLED, deposits });
  // 900.00 to pay, half of it by the deposit.
  expect(reading.bills?.[0]).toMatchObject({ work: 100_000, withheld: 10_000, drawn: 45_000, due: 45_000 });
});

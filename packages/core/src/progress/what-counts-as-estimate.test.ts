import { describe, expect, test } from 'vitest';
import { month } from '../calendar/month.ts';
import { cents } from '../money/cents.ts';
import { isEstimated } from './estimate-at-completion.ts';
import { contractNet, overbilled } from './project-position.ts';
import { position } from './position.test.sample.ts';
import { isWaiting } from './measured-progress.ts';
import { progress } from './progress.ts';

const NOTHING = { contract: 100, cost: 20, budget: 0 };

describe('somebody has said what a project will cost', () => {
  const override = { month: month('2027-02'), amount: cents(8_000), reason: 'Told', approvedSince: cents(0) };
  test.each([
    { case: 'nobody', more: {}, estimated: false },
    { case: 'by a budget', more: { budget: cents(1) }, estimated: true },
    { case: 'by hand', more: { override }, estimated: true },
    { case: 'by a forecast', more: { forecastMonth: month('2027-02') }, estimated: true },
    { case: 'by its end', more: { stage: 'finished' as const }, estimated: true },
  ])('$case', ({ more, estimated }) => {
    expect(isEstimated(position(NOTHING, more))).toBe(estimated);
  });

  test('until then its cost waits, and so it does without a contract', () => {
    expect(isWaiting(progress(position(NOTHING), null))).toBe(true);
    expect(isWaiting(progress(position({ ...NOTHING, contract: 0, budget: 50 }), null))).toBe(true);
    expect(isWaiting(progress(position({ ...NOTHING, budget: 50 }), null))).toBe(false);
  });

  test('at exactly its estimate a project is complete, and under way still', () => {
    expect(progress(position({ contract: 100, cost: 50, budget: 50 }), null)).toEqual({
      kind: 'under-way',
      complete: { numerator: 5_000, denominator: 5_000 },
    });
  });
});

test('billed less earned, and the net the balance sheet has of it', () => {
  const of = { billed: cents(700), earned: cents(1_000) };
  expect(overbilled(of)).toBe(-300);
  expect(contractNet({ ...of, retained: cents(70), deposit: cents(200) })).toBe(170);
});

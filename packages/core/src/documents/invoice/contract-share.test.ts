import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { cents } from '../../money/cents.ts';
import { ratio } from '../../money/ratio.ts';
import { contractShare } from './contract-share.ts';

const percentOf = (percent: number) => ({ kind: 'percent' as const, share: ratio(percent, 100) });

describe('a share of the contract', () => {
  test.each([
    { case: '25 % of 1,120,000.00', contract: 112_000_000, billed: 0, share: percentOf(25), work: 28_000_000 },
    {
      case: 'an amount',
      contract: 100_00,
      billed: 40_00,
      share: { kind: 'amount' as const, amount: cents(60_00) },
      work: 60_00,
    },
    { case: 'all that is left', contract: 100_01, billed: 66_67, share: { kind: 'rest' as const }, work: 33_34 },
  ])('$case', ({ contract, billed, share, work }) => {
    expect(contractShare(cents(contract), cents(billed), share)).toEqual({ ok: true, value: work });
  });

  test.each([
    {
      case: 'more than is left',
      contract: 100_00,
      billed: 40_00,
      share: { kind: 'amount' as const, amount: cents(60_01) },
      kind: 'over-contract',
    },
    {
      case: 'anything of a contract that is billed',
      contract: 100_00,
      billed: 100_00,
      share: { kind: 'rest' as const },
      kind: 'over-contract',
    },
    { case: 'nothing', contract: 100_00, billed: 0, share: percentOf(0), kind: 'number-not-positive' },
    {
      case: 'less than nothing',
      contract: 100_00,
      billed: 0,
      share: { kind: 'amount' as const, amount: cents(-1) },
      kind: 'number-not-positive',
    },
  ])('refuses $case', ({ contract, billed, share, kind }) => {
    expect(contractShare(cents(contract), cents(billed), share)).toMatchObject({ ok: false, problems: [{ kind }] });
  });
});

test('however it was shared before, the rest brings it to the contract exactly', () => {
  const shares = fc.array(fc.integer({ min: 1, max: 4_000 }), { maxLength: 20 });
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1_000_000_000 }), shares, (contract, steps) => {
      let billed = 0;
      for (const step of steps) {
        const decided = contractShare(cents(contract), cents(billed), { kind: 'percent', share: ratio(step, 10_000) });
        if (decided.ok) billed += decided.value;
      }
      const rest = contractShare(cents(contract), cents(billed), { kind: 'rest' });
      if (billed === contract) expect(rest.ok).toBe(false);
      else expect(rest).toEqual({ ok: true, value: contract - billed });
    }),
  );
});

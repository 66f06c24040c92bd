import fc from 'fast-check';
import { expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { isProfitAndLoss } from '../../ledger/account.ts';
import { cents, sum, ZERO } from '../../money/cents.ts';
import { dollars } from '../../money/dollars.ts';
import type { Catalog } from '../catalog.ts';
import { SAMPLE } from '../sample-catalog.test.sample.ts';
import type { OpeningRow } from './form.ts';
import { readOpeningSheet } from './read.ts';

/** Books that begin in the middle of a fiscal year. */
const CATALOG: Catalog = {
  ...SAMPLE,
  lockedThrough: null,
  span: { ...SAMPLE.span, first: isoDate('2026-07-01') },
  yearBegins: isoDate('2026-01-01'),
};
const codeOf = (role: string) => CATALOG.accounts.find((account) => account.role === role)?.code ?? '';
const BLANK: OpeningRow = {
  ...{ what: '', debit: '', credit: '', party: '', number: '', datedOn: '', dueOn: '' },
  ...{ project: '', code: '', costType: '', text: '' },
};
const ON = fc.constantFrom('', '2025-06-30', '2025-12-31', '2026-01-31');
const anyRow: fc.Arbitrary<OpeningRow> = fc
  .tuple(
    fc.constantFrom('cost', 'earned', 'billed', 'loss', 'bill', 'invoice', 'deposit', codeOf('bank'), '6100'),
    ...([fc.integer({ min: 1, max: 5_000_000 }), fc.boolean(), ON] as const),
  )
  .map(([what, amount, isDebit, datedOn]) => ({
    ...BLANK,
    what,
    [isDebit || what === 'deposit' ? 'debit' : 'credit']: dollars(cents(amount)),
    ...(['cost', 'earned', 'billed', 'loss'].includes(what) ? { project: 'GATE', datedOn } : {}),
    ...(what === 'cost' ? { code: '31-100' } : {}),
    ...(what === 'bill' || what === 'deposit' ? { party: 'STONE', number: 'B' } : {}),
    ...(what === 'invoice' ? { party: 'COUNTY', number: 'I' } : {}),
  }));

/** The rows, closed by retained earnings. */
const anyBalancedSheet = fc.array(anyRow, { minLength: 1, maxLength: 12 }).map((typed) => {
  const rows = typed.map((row, place) => (row.number === '' ? row : { ...row, number: `${row.number}-${place}` }));
  const open = readOpeningSheet({ kind: 'opening', text: '', rows }, CATALOG).trialBalance ?? [];
  const apart = sum([ZERO, ...open.map(({ amount }) => amount)]);
  const side = apart > 0 ? 'credit' : 'debit';
  const closing = { ...BLANK, what: codeOf('retained-earnings'), [side]: dollars(cents(Math.abs(apart))) };
  return { rows: apart === 0 ? rows : [...rows, closing], apart };
});

test('whatever is taken over, each entry balances, and the books show the trial balance that was typed', () => {
  fc.assert(
    fc.property(anyBalancedSheet, ({ rows }) => {
      const { postings, problems, trialBalance = [] } = readOpeningSheet({ kind: 'opening', text: '', rows }, CATALOG);
      if (problems.some(({ kind }) => kind === 'nothing-entered')) return;
      expect(problems).toEqual([]);
      expect(sum([ZERO, ...trialBalance.map(({ amount }) => amount)])).toBe(0);
      const lines = postings.flatMap(({ entries }) =>
        entries.flatMap(({ postedOn, lines: all }) => all.map((line) => ({ ...line, postedOn }))),
      );
      const results = new Set(CATALOG.accounts.filter(({ type }) => isProfitAndLoss(type)).map(({ id }) => id));
      const isEarlier = (line: (typeof lines)[number]) =>
        results.has(line.account) && line.postedOn < CATALOG.yearBegins;
      // As a trial balance of this fiscal year has it: profit of earlier years is added to retained earnings.
      const earlier = sum([ZERO, ...lines.filter(isEarlier).map(({ amount }) => amount)]);
      const shown = CATALOG.accounts.flatMap(({ id, role }) => {
        const own = lines.filter((line) => line.account === id && !isEarlier(line)).map(({ amount }) => amount);
        const amount = sum([ZERO, ...own, ...(role === 'retained-earnings' ? [earlier] : [])]);
        return amount === 0 ? [] : [{ account: id, amount }];
      });
      expect(shown).toEqual(trialBalance.filter(({ amount }) => amount !== 0));
    }),
    { numRuns: 300 },
  );
});

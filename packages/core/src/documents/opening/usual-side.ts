import type { AccountType } from '../../ledger/account.ts';
import type { Warning } from '../../problems/problem.ts';
import { balanceOfIn, type BalanceOf, type OpeningChoice, type OpeningWord } from './balance-of.ts';
import type { RowAt } from './form.ts';

type Side = 'debit' | 'credit';

const OF_WORDS: { readonly [W in OpeningWord]: Side } = {
  ...{ bill: 'credit', invoice: 'debit', deposit: 'debit', retention: 'credit' },
  ...{ 'held back': 'debit', 'client deposit': 'credit' },
  ...{ cost: 'debit', earned: 'debit', billed: 'credit', loss: 'credit' },
};

/** Equity stands on either side: profits, losses and what owners took out. */
const OF_TYPES: { readonly [T in AccountType]: Side | null } = {
  ...{ asset: 'debit', liability: 'credit', equity: null },
  ...{ revenue: 'credit', 'cost-of-revenue': 'debit', expense: 'debit' },
};

/** Balances on the side where such a balance does not usually stand: a sign may have been turned, or the columns. */
export function unusualSides(rows: readonly RowAt[], choices: readonly OpeningChoice[]): readonly Warning[] {
  return rows.flatMap(({ row, at }): readonly Warning[] => {
    const what = balanceOfIn({ typed: row.what, at }, choices, row.project.trim() !== '');
    const side = typedSide(row);
    const usual = what.ok ? usualSide(what.value) : null;
    return side === null || usual === null || side === usual
      ? []
      : [{ at: `${at}/${side}`, kind: 'unusual-side', balance: row.what.trim(), side, usual }];
  });
}

function usualSide(what: BalanceOf): Side | null {
  return what.kind === 'account' ? OF_TYPES[what.account.type] : OF_WORDS[what.kind];
}

/** The column that is typed in, turned where its amount has a minus; null where both or none are. */
function typedSide({ debit, credit }: RowAt['row']): Side | null {
  const [one, other] = [debit.trim(), credit.trim()];
  if ((one === '') === (other === '')) return null;
  const isTurned = /^[-−(]/.test(one === '' ? other : one);
  return (one === '') === isTurned ? 'debit' : 'credit';
}

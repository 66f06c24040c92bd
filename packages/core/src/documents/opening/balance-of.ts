import type { Cell } from '../../cells/cell.ts';
import type { Account, Role } from '../../ledger/account.ts';
import { lookedUp, type Named } from '../../lookup/lookup.ts';
import { accepted, following, refused, type Decision } from '../../problems/decision.ts';
import { isCostAccount, isKeptByDocuments } from '../journal/accounts.ts';

/** What stands for more than the balance of an account, by the word it is typed with. */
export const OPENING_WORDS = {
  bill: 'an open bill of a supplier',
  invoice: 'an open invoice to a client',
  deposit: 'a deposit paid to a supplier and not used yet',
  retention: 'withheld from a supplier and not released yet',
  'held back': 'held back by the client of a project and not released yet',
  'client deposit': 'paid ahead by the client of a project and not used yet',
  cost: 'what a project cost to date, by budget line',
  earned: 'what a project earned to date',
  billed: 'what a project billed to date',
  loss: 'loss of a project provided for to date',
} as const;
export type OpeningWord = keyof typeof OPENING_WORDS;

/** Owed by or to a party. */
export type OpenItemWord = Extract<
  OpeningWord,
  'bill' | 'invoice' | 'deposit' | 'retention' | 'held back' | 'client deposit'
>;
/** What a project came to, beside its cost. */
export type ProjectWord = Extract<OpeningWord, 'earned' | 'billed' | 'loss'>;

/** Accounts whose balance is taken over in detail, with the word for it: naming the account is the same as the word. */
const WORD_OF_ROLE: { readonly [R in Role]?: OpenItemWord | ProjectWord } = {
  payable: 'bill',
  receivable: 'invoice',
  'supplier-deposits': 'deposit',
  'retention-payable': 'retention',
  'retention-receivable': 'held back',
  'client-deposits': 'client deposit',
  'earned-unbilled': 'earned',
  'progress-billings': 'billed',
  'loss-provision': 'loss',
};

/** What a row takes over. Cost may name its account; without one it stands where the project has its cost. */
export type BalanceOf =
  | { readonly kind: OpenItemWord }
  | { readonly kind: ProjectWord }
  | { readonly kind: 'cost'; readonly account: Account | null }
  | { readonly kind: 'account'; readonly account: Account };

/** What a cell may name: a word or an account. */
export interface OpeningChoice extends Named {
  readonly of: OpeningWord | Account;
}

/** The words, then the accounts. */
export function openingChoices(accounts: readonly Account[]): readonly OpeningChoice[] {
  return [
    ...Object.entries(OPENING_WORDS).map(([word, name]) => ({ code: word, name, of: word as OpeningWord })),
    ...accounts.map((account) => ({ code: account.code, name: account.name, of: account })),
  ];
}

/** What is taken over, by word or account. The accounts of cost are cost where the row names a project. */
export function balanceOfIn(cell: Cell, choices: readonly OpeningChoice[], hasProject: boolean): Decision<BalanceOf> {
  return following(lookedUp(choices, cell, 'account or word'), ({ of }): Decision<BalanceOf> => {
    if (typeof of === 'string') return accepted(of === 'cost' ? { kind: of, account: null } : { kind: of });
    const kind = of.role === null ? undefined : WORD_OF_ROLE[of.role];
    if (kind !== undefined) return accepted({ kind });
    if (hasProject && isCostAccount(of)) return accepted({ kind: 'cost', account: of });
    return isKeptByDocuments(of)
      ? refused({ at: cell.at, kind: 'not-taken-over', account: of.code })
      : accepted({ kind: 'account', account: of });
  });
}

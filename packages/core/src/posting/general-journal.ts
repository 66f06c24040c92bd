import type { IsoDate } from '../calendar/iso-date.ts';
import type { Account, Role } from '../ledger/account.ts';
import { debit, journalEntry, turnover, type JournalEntry } from '../ledger/journal-entry.ts';
import { cents, sum, type Cents } from '../money/cents.ts';
import { accepted, refused, type Decision, type Problem } from '../problems/problem.ts';

export interface JournalLineTyped {
  readonly account: Account;
  /** Debit positive. */
  readonly amount: Cents;
  readonly text: string;
}

/** Accounts whose balance other records explain; only their own documents post to them. */
const KEPT_BY_DOCUMENTS: ReadonlySet<Role> = new Set<Role>([
  'receivable',
  'payable',
  'wip',
  'construction-in-progress',
  'earned-unbilled',
  'progress-billings',
  'loss-provision',
  'loss-expense',
  'revenue',
]);

export function isKeptByDocuments(account: Account): boolean {
  return account.role !== null && KEPT_BY_DOCUMENTS.has(account.role);
}

/** Opening balances, payroll lump sums, rent by transfer: any balanced lines on accounts no document keeps. */
export function generalJournal(postedOn: IsoDate, typed: readonly JournalLineTyped[]): Decision<JournalEntry> {
  const problems: Problem[] = typed.flatMap(({ account }, place) =>
    isKeptByDocuments(account)
      ? [{ at: `lines/${place}/account`, kind: 'control-account' as const, account: account.code }]
      : [],
  );
  const lines = typed.map(({ account, amount, text }) => debit(account.id, amount, { text }));
  const total = sum(lines.map(({ amount }) => amount));
  const debits = turnover(lines);
  if (total !== 0) {
    problems.push({ at: 'lines', kind: 'unbalanced-journal', debits, credits: cents(debits - total) });
  }
  if (debits === 0 && total === 0) problems.push({ at: 'lines', kind: 'nothing-entered' });
  return problems.length > 0 ? refused(...problems) : accepted(journalEntry(postedOn, lines));
}

import type { IsoDate } from '../../calendar/iso-date.ts';
import { journalEntry, turnover, type JournalEntry, type Line } from '../../ledger/journal-entry.ts';
import { cents } from '../../money/cents.ts';
import { accepted, refused, type Decision } from '../../problems/decision.ts';

/** Opening balances, payroll lump sums, rent by transfer, cost moved between projects: lines that balance. */
export function generalJournal(postedOn: IsoDate, lines: readonly Line[]): Decision<JournalEntry> {
  const debits = turnover(lines);
  const total = lines.reduce((all, { amount }) => all + amount, 0);
  if (total !== 0) {
    return refused({ at: 'rows', kind: 'unbalanced-journal', debits, credits: cents(debits - total) });
  }
  return debits === 0 ? refused({ at: 'rows', kind: 'nothing-entered' }) : accepted(journalEntry(postedOn, lines));
}

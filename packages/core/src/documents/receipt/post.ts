import { credit, debit, journalEntry, type JournalEntry } from '../../ledger/journal-entry.ts';
import type { Roles } from '../../ledger/roles.ts';
import type { Payment } from '../payment/post.ts';

/** A client pays: Dr bank, Cr receivable. */
export function clientReceipt(roles: Roles, { party, postedOn, amount, text }: Payment): JournalEntry {
  return journalEntry(postedOn, [
    debit(roles.bank, amount, { party, text }),
    credit(roles.receivable, amount, { party, text }),
  ]);
}

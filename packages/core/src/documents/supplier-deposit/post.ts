import { credit, debit, journalEntry, type JournalEntry } from '../../ledger/journal-entry.ts';
import type { Roles } from '../../ledger/roles.ts';
import type { Payment } from '../payment/post.ts';

/** Money to a supplier before there is a bill: Dr deposits paid, Cr bank. */
export function supplierDeposit(roles: Roles, { party, postedOn, amount, text }: Payment): JournalEntry {
  return journalEntry(postedOn, [
    debit(roles['supplier-deposits'], amount, { party, text }),
    credit(roles.bank, amount, { party, text }),
  ]);
}

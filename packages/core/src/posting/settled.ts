import type { IsoDate } from '../calendar/iso-date.ts';
import type { PartyId } from '../ledger/ids.ts';
import { credit, debit, journalEntry, type JournalEntry } from '../ledger/journal-entry.ts';
import type { Cents } from '../money/cents.ts';
import type { Roles } from './roles.ts';

export interface Settlement {
  readonly party: PartyId;
  readonly paidOn: IsoDate;
  readonly amount: Cents;
  readonly text: string;
}

/** A client pays: Dr bank, Cr receivable. */
export function clientReceipt(roles: Roles, { party, paidOn, amount, text }: Settlement): JournalEntry {
  return journalEntry(paidOn, [
    debit(roles.bank, amount, { party, text }),
    credit(roles.receivable, amount, { party, text }),
  ]);
}

/** The company pays a supplier: Dr payable, Cr bank. */
export function supplierPayment(roles: Roles, { party, paidOn, amount, text }: Settlement): JournalEntry {
  return journalEntry(paidOn, [
    debit(roles.payable, amount, { party, text }),
    credit(roles.bank, amount, { party, text }),
  ]);
}

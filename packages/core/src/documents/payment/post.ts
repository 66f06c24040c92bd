import type { IsoDate } from '../../calendar/iso-date.ts';
import type { PartyId } from '../../ledger/ids.ts';
import { credit, debit, journalEntry, type JournalEntry } from '../../ledger/journal-entry.ts';
import type { Roles } from '../../ledger/roles.ts';
import type { Cents } from '../../money/cents.ts';

/** Money between the company and a party. */
export interface Payment {
  readonly party: PartyId;
  readonly postedOn: IsoDate;
  readonly amount: Cents;
  readonly text: string;
}

/** The company pays a supplier: Dr payable, Cr bank. */
export function supplierPayment(roles: Roles, { party, postedOn, amount, text }: Payment): JournalEntry {
  return journalEntry(postedOn, [
    debit(roles.payable, amount, { party, text }),
    credit(roles.bank, amount, { party, text }),
  ]);
}

import type { IsoDate } from '../../calendar/iso-date.ts';
import type { PartyId } from '../../ledger/ids.ts';
import { credit, debit, journalEntry, type JournalEntry } from '../../ledger/journal-entry.ts';
import { partsTotal, type ProjectPart } from '../../ledger/project-parts.ts';
import type { Roles } from '../../ledger/roles.ts';
import type { Cents } from '../../money/cents.ts';

/** Money between the company and a party. */
export interface Payment {
  readonly party: PartyId;
  readonly postedOn: IsoDate;
  readonly amount: Cents;
  readonly text: string;
}

/** What settles a document, by the projects it is of. */
export interface PaidParts extends Omit<Payment, 'amount'> {
  readonly parts: readonly ProjectPart[];
}

/** The company pays a supplier: Dr payable, Cr bank. */
export function supplierPayment(roles: Roles, { party, postedOn, parts, text }: PaidParts): JournalEntry {
  return journalEntry(postedOn, [
    ...parts.map(({ project, amount }) => debit(roles.payable, amount, { project, party, text })),
    credit(roles.bank, partsTotal(parts), { party, text }),
  ]);
}

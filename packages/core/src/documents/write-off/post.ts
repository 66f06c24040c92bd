import type { IsoDate } from '../../calendar/iso-date.ts';
import type { PartyId } from '../../ledger/ids.ts';
import { credit, debit, journalEntry, type JournalEntry } from '../../ledger/journal-entry.ts';
import { partsTotal, type ProjectPart } from '../../ledger/project-parts.ts';
import type { Roles } from '../../ledger/roles.ts';
import { cents, difference, type Cents } from '../../money/cents.ts';
import { ratio, shareOf } from '../../money/ratio.ts';

/** What of an invoice is paid no more: an invoice with its tax, in all and as far as the tax may come back. */
export interface TaxedInvoice {
  readonly gross: Cents;
  /** Of the tax codes whose tax comes back. */
  readonly tax: Cents;
}

/** The tax in a part of an invoice, in its share, rounded once. */
export function taxIn(amount: Cents, { gross, tax }: TaxedInvoice): Cents {
  return gross === 0 ? cents(0) : shareOf(amount, ratio(tax, gross));
}

export interface UnpaidParts {
  readonly party: PartyId;
  readonly postedOn: IsoDate;
  readonly parts: readonly ProjectPart[];
  readonly tax: Cents;
  readonly text: string;
}

/** Dr bad debts, before tax; Cr receivable of each project; Dr output tax, what comes back of it. */
export function debtWrittenOff(roles: Roles, unpaid: UnpaidParts): JournalEntry {
  return journalEntry(unpaid.postedOn, writtenOffLines(roles, 'bad-debts', unpaid));
}

/** The same on the account named. */
export function writtenOffLines(
  roles: Roles,
  to: 'bad-debts' | 'receipt-differences',
  { party, parts, tax, text }: UnpaidParts,
) {
  return [
    debit(roles[to], difference(partsTotal(parts), tax), { party, text }),
    debit(roles['output-tax'], tax, { party, text }),
    ...parts.map(({ project, amount }) => credit(roles.receivable, amount, { project, party, text })),
  ];
}

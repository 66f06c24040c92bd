import { credit, debit, journalEntry, type JournalEntry } from '../../ledger/journal-entry.ts';
import type { Roles } from '../../ledger/roles.ts';
import { partsTotal } from '../../ledger/project-parts.ts';
import { writtenOffLines, type UnpaidParts } from '../write-off/post.ts';
import type { PaidParts } from '../payment/post.ts';

/** A client pays: Dr bank, Cr receivable. */
export function clientReceipt(roles: Roles, { party, postedOn, parts, text }: PaidParts): JournalEntry {
  return journalEntry(postedOn, [
    debit(roles.bank, partsTotal(parts), { party, text }),
    ...parts.map(({ project, amount }) => credit(roles.receivable, amount, { project, party, text })),
  ]);
}

/** What a receipt is a little short: Dr receipt differences and output tax, Cr receivable. */
export function shortWrittenOff(roles: Roles, unpaid: UnpaidParts): JournalEntry {
  return journalEntry(unpaid.postedOn, writtenOffLines(roles, 'receipt-differences', unpaid));
}

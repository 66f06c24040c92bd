import type { IsoDate } from '../../calendar/iso-date.ts';
import type { PartyId, ProjectId } from '../../ledger/ids.ts';
import { credit, debit, journalEntry, type JournalEntry } from '../../ledger/journal-entry.ts';
import type { Roles } from '../../ledger/roles.ts';
import { cents, type Cents } from '../../money/cents.ts';

export interface DepositToBill {
  readonly client: PartyId;
  readonly project: ProjectId;
  readonly postedOn: IsoDate;
  readonly net: Cents;
  readonly tax: Cents;
}

/** Dr receivable; Cr client deposits of the project, before tax; Cr output tax. Neither billed work nor earned. */
export function depositBilled(
  roles: Roles,
  { client: party, project, postedOn, net, tax }: DepositToBill,
): JournalEntry {
  return journalEntry(postedOn, [
    debit(roles.receivable, cents(net + tax), { project, party }),
    credit(roles['client-deposits'], net, { project, party }),
    credit(roles['output-tax'], tax, { party }),
  ]);
}

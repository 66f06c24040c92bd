import type { IsoDate } from '../../calendar/iso-date.ts';
import type { AccountId, PartyId, ProjectId } from '../../ledger/ids.ts';
import { credit, debit, journalEntry, type JournalEntry } from '../../ledger/journal-entry.ts';
import type { Roles } from '../../ledger/roles.ts';
import { cents, type Cents } from '../../money/cents.ts';

export interface CreditNote {
  readonly client: PartyId;
  /** Null where the invoice is of no project. */
  readonly project: ProjectId | null;
  readonly postedOn: IsoDate;
  readonly work: Cents;
  readonly tax: Cents;
  /** What was held back of it, and is given up with it. */
  readonly withheld: Cents;
  /** What deposits paid of it, and is theirs again: before tax, and its tax. */
  readonly drawn: { readonly net: Cents; readonly tax: Cents };
  /** Of an invoice of no project: what comes off each account. */
  readonly accounts: readonly { readonly account: AccountId; readonly amount: Cents }[];
  readonly text: string;
}

/**
 * Dr progress billings of the project, or the accounts of its lines, and output tax; Cr retention receivable, what was held back of it; Cr
 * client deposits and output tax, what a deposit paid of it; Cr receivable, the rest.
 */
export function clientCredited(roles: Roles, { client: party, project, postedOn, ...note }: CreditNote): JournalEntry {
  const { work, tax, withheld, drawn, accounts, text } = note;
  const of = { project, party, text };
  return journalEntry(postedOn, [
    ...(project === null
      ? accounts.map(({ account, amount }) => debit(account, amount, { party, text }))
      : [debit(roles['progress-billings'], work, of)]),
    debit(roles['output-tax'], tax, { party, text }),
    credit(roles['retention-receivable'], withheld, of),
    credit(roles['client-deposits'], drawn.net, of),
    credit(roles['output-tax'], drawn.tax, { party, text }),
    credit(roles.receivable, cents(work + tax - withheld - drawn.net - drawn.tax), of),
  ]);
}

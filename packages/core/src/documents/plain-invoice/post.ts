import type { IsoDate } from '../../calendar/iso-date.ts';
import type { PartyId } from '../../ledger/ids.ts';
import { credit, debit, journalEntry, type JournalEntry } from '../../ledger/journal-entry.ts';
import type { Roles } from '../../ledger/roles.ts';
import { sum, ZERO, type Cents } from '../../money/cents.ts';
import type { DiscountedLine } from './lines.ts';

export interface SoldWithoutProject {
  readonly client: PartyId;
  readonly postedOn: IsoDate;
  readonly lines: readonly DiscountedLine[];
  readonly tax: Cents;
}

/** Dr receivable; Cr the account of each line, before tax; Cr output tax. */
export function soldWithoutProject(
  roles: Roles,
  { client: party, postedOn, lines, tax }: SoldWithoutProject,
): JournalEntry {
  return journalEntry(postedOn, [
    debit(roles.receivable, sum([tax, ZERO, ...lines.map(({ net }) => net)]), { party }),
    ...lines.flatMap(({ account, net, text }) => (account === null ? [] : [credit(account, net, { party, text })])),
    credit(roles['output-tax'], tax, { party }),
  ]);
}

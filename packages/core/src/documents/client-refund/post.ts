import type { DepositMove } from '../../billing/deposits.ts';
import type { IsoDate } from '../../calendar/iso-date.ts';
import type { PartyId, ProjectId } from '../../ledger/ids.ts';
import { credit, debit, journalEntry, type JournalEntry } from '../../ledger/journal-entry.ts';
import { partsTotal, type ProjectPart } from '../../ledger/project-parts.ts';
import type { Roles } from '../../ledger/roles.ts';
import { cents, opposite, sum, ZERO } from '../../money/cents.ts';

interface PaidBack {
  readonly party: PartyId;
  readonly postedOn: IsoDate;
  readonly text: string;
}

/** Dr receivable of each project; Cr bank: a credit that the client did not use. */
export function creditPaidBack(
  roles: Roles,
  { party, postedOn, text, parts }: PaidBack & { readonly parts: readonly ProjectPart[] },
): JournalEntry {
  return journalEntry(postedOn, [
    ...parts.map(({ project, amount }) => debit(roles.receivable, amount, { project, party, text })),
    credit(roles.bank, partsTotal(parts), { party, text }),
  ]);
}

/** Dr client deposits of the project, and output tax; Cr bank: a deposit that no invoice used. */
export function depositPaidBack(
  roles: Roles,
  {
    party,
    postedOn,
    text,
    project,
    moves,
  }: PaidBack & { readonly project: ProjectId; readonly moves: readonly DepositMove[] },
): JournalEntry {
  const net = opposite(sum([ZERO, ...moves.map((move) => move.net)]));
  const tax = opposite(sum([ZERO, ...moves.map((move) => move.tax)]));
  return journalEntry(postedOn, [
    debit(roles['client-deposits'], net, { project, party, text }),
    debit(roles['output-tax'], tax, { party, text }),
    credit(roles.bank, cents(net + tax), { party, text }),
  ]);
}

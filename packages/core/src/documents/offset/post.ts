import type { IsoDate } from '../../calendar/iso-date.ts';
import type { OpenRole } from '../../ledger/account.ts';
import type { PartyId } from '../../ledger/ids.ts';
import { debit, journalEntry, type JournalEntry } from '../../ledger/journal-entry.ts';
import { byProject, type ProjectPart } from '../../ledger/project-parts.ts';
import type { Roles } from '../../ledger/roles.ts';
import { sideOf } from '../../ledger/tie-out.ts';
import { cents } from '../../money/cents.ts';

/** What a credit settles, and what is used of it, each on its account and by project; both come to the same amount. */
export interface AppliedCredit {
  readonly party: PartyId | null;
  readonly postedOn: IsoDate;
  readonly text: string;
  readonly settled: { readonly on: OpenRole; readonly parts: readonly ProjectPart[] };
  readonly used: { readonly on: OpenRole; readonly parts: readonly ProjectPart[] };
}

/**
 * What leaves one account or project for another: a deposit used by a bill is Dr payable, Cr deposits paid; a credit of one project that
 * settles an invoice of another moves receivables between the two. Nothing is posted where both are the same.
 */
export function creditApplied(roles: Roles, { party, postedOn, text, ...of }: AppliedCredit): readonly JournalEntry[] {
  const sides = [
    { ...of.settled, sign: -sideOf(of.settled.on) },
    { ...of.used, sign: sideOf(of.used.on) },
  ];
  const accounts = [...new Set(sides.map(({ on }) => on))];
  const lines = accounts.flatMap((on) =>
    byProject(
      sides.flatMap((side) =>
        side.on === on ? side.parts.map(({ project, amount }) => ({ project, amount: cents(side.sign * amount) })) : [],
      ),
    ).map(({ project, amount }) => debit(roles[on], amount, { project, party, text })),
  );
  return lines.length === 0 ? [] : [journalEntry(postedOn, lines)];
}

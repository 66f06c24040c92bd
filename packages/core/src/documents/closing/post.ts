import type { IsoDate } from '../../calendar/iso-date.ts';
import { closingEntry, credit, debit, journalEntry, type JournalEntry } from '../../ledger/journal-entry.ts';
import type { ProjectId } from '../../ledger/ids.ts';
import type { Roles } from '../../ledger/roles.ts';
import type { Cents } from '../../money/cents.ts';
import { accepted, refused, type Decision } from '../../problems/decision.ts';
import type { Problem } from '../../problems/problem.ts';

/** What the ledger has of a project that is to be closed. */
export interface ProjectToClose {
  readonly id: ProjectId;
  readonly code: string;
  readonly earned: Cents;
  readonly billed: Cents;
  /** Cost still on the balance sheet. */
  readonly held: Cents;
  /** Expected loss still provided for. */
  readonly provision: Cents;
  /** What is left of deposits of its client. */
  readonly deposit: Cents;
  /** Whether its cost is held until a contract earns it; construction in progress of one's own stays. */
  readonly isForClient: boolean;
  /** Numbers of orders of which something is still expected for it. */
  readonly openOrders: readonly string[];
}

/**
 * Clears what a project billed against what it earned: Dr progress billings, Cr earned, unbilled. Refused while the two differ, and
 * while cost or a loss waits for a recognition run. Null where nothing was billed.
 */
export function projectClosing(
  roles: Roles,
  project: ProjectToClose,
  postedOn: IsoDate,
): Decision<JournalEntry | null> {
  const problems = stillOpen(project);
  if (problems.length > 0) return refused(...problems);
  if (project.billed === 0) return accepted(null);
  const on = { project: project.id, text: `${project.code} closed` };
  const entry = journalEntry(postedOn, [
    debit(roles['progress-billings'], project.billed, on),
    credit(roles['earned-unbilled'], project.billed, on),
  ]);
  return accepted(closingEntry(entry));
}

function stillOpen({
  code: project,
  earned,
  billed,
  held,
  provision,
  deposit,
  isForClient,
  openOrders,
}: ProjectToClose): readonly Problem[] {
  const at = 'status';
  const ordered =
    openOrders.length === 0 ? [] : [{ at, kind: 'orders-still-open', project, orders: openOrders.join(', ') } as const];
  if (!isForClient) return ordered;
  return [
    ...ordered,
    ...(billed === earned ? [] : [{ at, kind: 'billed-not-earned', project, billed, earned } as const]),
    ...(held === 0 ? [] : [{ at, kind: 'cost-still-held', project, held } as const]),
    ...(deposit === 0 ? [] : [{ at, kind: 'deposit-left', project, deposit } as const]),
    ...(provision === 0 ? [] : [{ at, kind: 'loss-still-provided', project, provision } as const]),
  ];
}

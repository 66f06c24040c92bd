import type { IsoDate } from '../../calendar/iso-date.ts';
import { credit, debit, journalEntry, type JournalEntry } from '../../ledger/journal-entry.ts';
import { sum } from '../../money/cents.ts';
import type { Roles } from '../../ledger/roles.ts';
import type { Recognized } from '../../progress/recognized.ts';

/**
 * Dr earned, unbilled and Cr revenue; Dr cost of revenue and Cr WIP; Dr loss expense and Cr loss provision, all projects in one entry.
 * Revenue of a split contract carries the phase that earned it. A risen estimate makes a change negative and turns its lines.
 */
export function revenueRecognized(roles: Roles, postedOn: IsoDate, changes: readonly Recognized[]): JournalEntry {
  return journalEntry(
    postedOn,
    changes.flatMap(({ project, earned, released, lossProvision }) => [
      debit(roles['earned-unbilled'], sum(earned.map(({ amount }) => amount)), { project }),
      ...earned.map(({ phase, amount }) =>
        credit(roles.revenue, amount, phase === null ? { project } : { project, phase }),
      ),
      ...released.flatMap(({ coding, amount }) => [
        debit(roles['cost-of-revenue'], amount, coding),
        credit(roles.wip, amount, coding),
      ]),
      debit(roles['loss-expense'], lossProvision, { project }),
      credit(roles['loss-provision'], lossProvision, { project }),
    ]),
  );
}

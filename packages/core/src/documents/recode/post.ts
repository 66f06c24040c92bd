import type { IsoDate } from '../../calendar/iso-date.ts';
import { groupedBy } from '../../collections/grouped-by.ts';
import { isProfitAndLoss, type Account, type Role } from '../../ledger/account.ts';
import { debit, journalEntry, type JournalEntry, type Line } from '../../ledger/journal-entry.ts';
import type { Coding } from '../../ledger/dimensions.ts';
import type { Project } from '../../ledger/project.ts';
import type { Roles } from '../../ledger/roles.ts';
import { opposite } from '../../money/cents.ts';
import { quantity } from '../../money/quantity.ts';

/** A posted line and where it belongs. */
export interface Recoded {
  readonly line: Line;
  readonly account: Pick<Account, 'type'>;
  readonly postsOn: IsoDate;
  readonly project: Project;
  readonly coding: Coding;
}

/** The account of a line on its new project: what is held stays held, what is in the result stays there, so no result changes. */
export function recodedRole(account: Pick<Account, 'type'>, project: Pick<Project, 'kind'>): Role {
  const isInResult = isProfitAndLoss(account.type);
  if (project.kind === 'client') return isInResult ? 'cost-of-revenue' : 'wip';
  return isInResult ? 'internal-projects' : 'construction-in-progress';
}

/** One entry a day: each line with its signs turned, and the same amount where it belongs. */
export function linesRecoded(roles: Roles, recoded: readonly Recoded[]): readonly JournalEntry[] {
  const byDay = groupedBy(recoded, ({ postsOn }) => postsOn);
  return [...byDay].map(([day, group]) =>
    journalEntry(
      day,
      group.flatMap(({ line, account, project, coding }) => [
        { ...line, amount: opposite(line.amount), quantity: quantity(-line.quantity) },
        debit(roles[recodedRole(account, project)], line.amount, {
          ...coding,
          ...{ party: line.party, employee: line.employee, quantity: line.quantity, text: line.text },
        }),
      ]),
    ),
  );
}

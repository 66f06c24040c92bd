import type { IsoDate } from '../calendar/iso-date.ts';
import type { EmployeeId } from '../ledger/ids.ts';
import { credit, debit, journalEntry, type Coding, type JournalEntry } from '../ledger/journal-entry.ts';
import { costRole, type Project } from '../ledger/project.ts';
import { extension, type Quantity, type Rate } from '../money/quantity.ts';
import type { Roles } from './roles.ts';

/** Hours of one employee on one day, at the loaded cost rate valid that day. */
export interface WorkedHours {
  readonly employee: EmployeeId;
  readonly workedOn: IsoDate;
  readonly hours: Quantity;
  readonly rate: Rate;
  readonly work: { readonly project: Project; readonly coding: Coding } | 'no project';
  readonly text: string;
}

/** Dr the project's cost account (or indirect labor), Cr labor clearing: one entry per day, in order of days. */
export function hoursWorked(roles: Roles, entries: readonly WorkedHours[]): readonly JournalEntry[] {
  const days = [...new Set(entries.map(({ workedOn }) => workedOn))].sort();
  return days.map((day) =>
    journalEntry(
      day,
      entries
        .filter(({ workedOn }) => workedOn === day)
        .flatMap((worked) => {
          const { employee, hours, text } = worked;
          const cost = extension(hours, worked.rate);
          const own = { employee, text };
          const charged =
            worked.work === 'no project'
              ? debit(roles['indirect-labor'], cost, { ...own, quantity: hours })
              : debit(roles[costRole(worked.work.project)], cost, { ...worked.work.coding, ...own, quantity: hours });
          return [charged, credit(roles['labor-clearing'], cost, own)];
        }),
    ),
  );
}

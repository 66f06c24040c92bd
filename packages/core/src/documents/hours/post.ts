import type { IsoDate } from '../../calendar/iso-date.ts';
import type { ActivityId, EmployeeId } from '../../ledger/ids.ts';
import { credit, debit, journalEntry, type JournalEntry, type Line } from '../../ledger/journal-entry.ts';
import type { Coding } from '../../ledger/dimensions.ts';
import { costRole, type Project } from '../../ledger/project.ts';
import type { Roles } from '../../ledger/roles.ts';
import { difference, type Cents } from '../../money/cents.ts';
import { equipmentCharged, type UsedEquipment } from './equipment-use.ts';
import type { PayKind } from '../../rates/pay.ts';
import type { Quantity, Rate } from '../../money/quantity.ts';

/** Hours of one employee on one day, at the loaded cost rate valid that day. */
export interface WorkedHours {
  readonly employee: EmployeeId;
  readonly workedOn: IsoDate;
  /** The day worked, or the first open one where its month is locked. */
  readonly postedOn: IsoDate;
  readonly hours: Quantity;
  readonly pay: PayKind;
  readonly billable: boolean;
  /** The rule that gave the rate. */
  readonly rule: number;
  readonly rate: Rate;
  /** hours × rate. */
  readonly cost: Cents;
  /** Of the cost, the overhead in it, which no payroll pays. */
  readonly overhead: Cents;
  readonly work: { readonly project: Project; readonly coding: Coding } | 'no project';
  readonly activity: ActivityId | null;
  readonly text: string;
}

/**
 * Dr the project's cost account (or indirect labor), Cr labor clearing what payroll pays and overhead applied the rest; then own
 * equipment, Dr the project's cost account, Cr equipment recovered. One entry per day, in order of days.
 */
export function hoursWorked(
  roles: Roles,
  worked: readonly WorkedHours[],
  used: readonly UsedEquipment[] = [],
): readonly JournalEntry[] {
  const days = [...new Set([...worked, ...used].map(({ postedOn }) => postedOn))].sort();
  const of = <T extends { readonly postedOn: IsoDate }>(all: readonly T[], day: IsoDate): readonly T[] =>
    all.filter(({ postedOn }) => postedOn === day);
  return days.map((day) =>
    journalEntry(day, [
      ...of(worked, day).flatMap((each) => hoursCharged(roles, each)),
      ...of(used, day).flatMap((each) => equipmentCharged(roles, each)),
    ]),
  );
}

function hoursCharged(roles: Roles, { employee, hours, cost, overhead, work, text }: WorkedHours): readonly Line[] {
  const own = { employee, text };
  const charged =
    work === 'no project'
      ? debit(roles['indirect-labor'], cost, { ...own, quantity: hours })
      : debit(roles[costRole(work.project)], cost, { ...work.coding, ...own, quantity: hours });
  const paid = difference(cost, overhead);
  return [
    charged,
    ...(paid === 0 ? [] : [credit(roles['labor-clearing'], paid, own)]),
    ...(overhead === 0 ? [] : [credit(roles['overhead-applied'], overhead, own)]),
  ];
}

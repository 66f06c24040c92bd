import { codingKey } from '../../ledger/dimensions.ts';
import type { IsoDate } from '../../calendar/iso-date.ts';
import { withinBooks, type Cell } from '../../cells/cell.ts';
import { allocation } from '../../money/allocation.ts';
import { difference, opposite, ZERO, type Cents } from '../../money/cents.ts';
import { quantity, rate, unboundedExtension, type Quantity } from '../../money/quantity.ts';
import { ratio, shareOf } from '../../money/ratio.ts';
import { dayInBooks } from '../../months/books-span.ts';
import { accepted, following, mapped, refused, type Decision } from '../../problems/decision.ts';
import { appliedRate } from '../../rates/applying-rule.ts';
import type { Activity, Catalog, Employee } from '../catalog.ts';
import type { ReadCoding } from '../coding.ts';
import { hourKindOf, type PayKind } from '../../rates/pay.ts';
import type { WorkedHours } from './post.ts';

/** Hours of somebody on a day, before they have a cost. */
export interface DayOfWork {
  readonly employee: Employee;
  readonly activity: Activity | null;
  readonly work: ReadCoding | 'no project';
  readonly pay: PayKind;
  readonly hours: Quantity;
  readonly workedOn: IsoDate;
}

type Costed = Pick<WorkedHours, 'rule' | 'rate' | 'cost' | 'overhead'>;

/** What the hours of a day cost, where the books hold the day: at the rate of the day, or as they were posted where they take hours back. */
export function costedDay(worked: DayOfWork, cell: Cell, catalog: Catalog): Decision<Costed> {
  return following(dayInBooks(worked.workedOn, catalog.span, cell.at), () =>
    worked.hours < 0 ? takenBack(worked, cell, catalog) : atRate(worked, cell, catalog),
  );
}

/** Time without a project carries no overhead. */
function atRate(
  { employee, activity, work, pay, hours, workedOn }: DayOfWork,
  cell: Cell,
  { costRates }: Catalog,
): Decision<Costed> {
  const project = work === 'no project' ? null : work.project;
  const applied = appliedRate(costRates, {
    ...{ day: workedOn, employee: employee.id, role: employee.jobRole || null },
    ...{ project: project?.id ?? null, client: project?.client ?? null, activity: activity?.code ?? null },
  });
  if (applied === null) {
    const code = project?.code ?? 'no project';
    return refused({ at: cell.at, kind: 'no-rate', employee: employee.name, day: workedOn, project: code });
  }
  const { rate: loaded, overhead: added } = applied.rule.rates[hourKindOf(pay)];
  const paid = rate(loaded - added);
  const charged = project === null ? paid : loaded;
  return mapped(withinBooks(cell, unboundedExtension(hours, charged)), (cost) => ({
    ...{ rule: applied.rule.id, rate: charged, cost },
    overhead: project === null ? ZERO : overheadOf(cost, [paid, added]),
  }));
}

/** The overhead in a cost that is of so much to be paid and so much overhead: by largest remainder, equal ones to what is paid. */
function overheadOf(cost: Cents, [paid, overhead]: readonly [number, number]): Cents {
  return paid + overhead === 0 ? ZERO : (allocation(cost, [paid, overhead])[1] ?? ZERO);
}

/** Of what was posted for the same person, day and work its share: all of the hours take back all of the cost, whatever rates say now. */
function takenBack(
  { employee, activity, work, pay, hours, workedOn }: DayOfWork,
  cell: Cell,
  catalog: Catalog,
): Decision<Costed> {
  const coding = work === 'no project' ? null : codingKey(work.coding);
  const there = catalog.hoursThere.find(
    (each) =>
      each.employee === employee.id &&
      each.workedOn === workedOn &&
      each.coding === coding &&
      each.pay === pay &&
      each.activity === (activity?.id ?? null),
  );
  const posted = there?.hours ?? 0;
  if (there === undefined || posted + hours < 0) {
    return refused({
      ...{ at: cell.at, kind: 'more-than-posted', employee: employee.name, day: workedOn },
      posted: quantity(posted),
    });
  }
  const back = shareOf(there.cost, ratio(-hours, posted));
  const parts = [difference(there.cost, there.overhead), there.overhead] as const;
  return accepted({
    ...{ rule: there.rule, rate: there.rate, cost: opposite(back) },
    overhead: opposite(hours === -posted ? there.overhead : overheadOf(back, parts)),
  });
}

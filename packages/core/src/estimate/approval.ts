import type { DayOrder } from '../calendar/typed-date.ts';
import type { IsoDate } from '../calendar/iso-date.ts';
import { groupedBy } from '../collections/grouped-by.ts';
import { type Coding, codingKey } from '../ledger/dimensions.ts';
import { cents, sum, type Cents } from '../money/cents.ts';
import { quantity, rate, sumQuantity, type Quantity, type Rate } from '../money/quantity.ts';
import { problemsOf, unless, type Decision } from '../problems/decision.ts';
import type { Problem } from '../problems/problem.ts';
import { billingPlan, type PlannedBill, type PlanRow } from './billing-plan.ts';
import { perUnit } from './line-price.ts';
import type { EstimatedProject, EstimateLine, ReadEstimate } from './read-estimate.ts';
import {
  scheduleOfValues,
  scheduleProblems,
  type ScheduledValue,
  type ScheduleGrouping,
} from './schedule-of-values.ts';

/** What an approved estimate, or change order, adds to the project. */
export interface Approval {
  readonly contract: Cents;
  readonly budget: readonly BudgetAddition[];
  readonly schedule: readonly ScheduledValue[];
  readonly plan: readonly PlannedBill[];
}

export interface BudgetAddition {
  readonly coding: Coding;
  readonly quantity: Quantity;
  readonly unit: string;
  readonly unitCost: Rate;
  readonly cost: Cents;
  readonly price: Cents;
}

export interface ApprovalOrder {
  readonly grouping: ScheduleGrouping;
  readonly plan: readonly PlanRow[];
  /** Days of the plan are read near this one. */
  readonly effectiveOn: IsoDate;
  readonly dayOrder: DayOrder;
}

/** What approving makes, or everything that stands against it at once. */
export function approval(
  { lines, problems }: ReadEstimate,
  project: EstimatedProject,
  { grouping, plan, effectiveOn, dayOrder }: ApprovalOrder,
): Decision<Approval> {
  const contract = sum(lines.map(({ price }) => price));
  const planned = billingPlan(plan, contract, { near: effectiveOn, order: dayOrder });
  const against: readonly Problem[] = [
    ...problems,
    ...(lines.length === 0 && problems.length === 0 ? [{ at: 'rows', kind: 'nothing-entered' } as const] : []),
    ...uncoded(lines),
    ...(project.kind === 'internal' ? nobodyPays(lines, project) : scheduleProblems(lines, grouping)),
    ...problemsOf(planned),
  ];
  return unless(against, {
    contract,
    budget: budgetAdditions(lines),
    schedule: scheduleOfValues(lines, grouping, project),
    plan: planned.ok ? planned.value : [],
  });
}

function uncoded(lines: readonly EstimateLine[]): readonly Problem[] {
  return lines
    .filter(({ coding, cost }) => coding === null && cost !== 0)
    .map(({ place }) => ({ at: `rows/${place}/code`, kind: 'code-to-approve' }));
}

function nobodyPays(lines: readonly EstimateLine[], { code }: EstimatedProject): readonly Problem[] {
  return lines
    .filter(({ price }) => price !== 0)
    .map(({ place }) => ({ at: `rows/${place}/price`, kind: 'nobody-pays', project: code }));
}

/** One addition per coding. Quantities of one unit add up; of several they are left out, for they would count nothing. */
function budgetAdditions(lines: readonly EstimateLine[]): readonly BudgetAddition[] {
  const coded = lines.flatMap((line) => (line.coding === null ? [] : [{ ...line, coding: line.coding }]));
  return [...groupedBy(coded, ({ coding }) => codingKey(coding)).values()].flatMap((group) => {
    const [first] = group;
    if (!first) return [];
    const oneUnit = group.every(({ unit }) => unit === first.unit);
    const units = oneUnit ? sumQuantity(group.map((line) => line.quantity)) : quantity(0);
    const cost = sum(group.map((line) => line.cost));
    return [
      {
        coding: first.coding,
        quantity: units,
        unit: oneUnit ? first.unit : '',
        unitCost: perUnit(cost, units) ?? rate(0),
        cost,
        price: cents(sum(group.map((line) => line.price))),
      },
    ];
  });
}

import type { Coding } from '../../ledger/dimensions.ts';
import type { CostType } from '../../ledger/cost-type.ts';
import { cents, difference, opposite, sum, ZERO, type Cents } from '../../money/cents.ts';
import { quantity, type Quantity, type Units } from '../../money/quantity.ts';
import { roundedQuotient, shareOf, type Ratio } from '../../money/ratio.ts';
import { earning } from '../../progress/earning.ts';
import type { KeptDecimals } from '../../progress/measured-progress.ts';
import { monthCauses, type Standing } from '../../progress/month-causes.ts';
import { agreedPrice, type ProjectPosition } from '../../progress/project-position.ts';
import { isHours } from '../../forecast/hours-to-come.ts';
import type { LineStep, StepName } from './names.ts';

/** A line as it was planned, and what came of it; amounts in minor units. */
export interface PlannedLine {
  readonly coding: Coding;
  readonly planned: Cents;
  /** What the planned cost was to buy. */
  readonly units: Units;
  readonly actual: Cents;
  readonly actualUnits: Quantity;
  /** Of its cost, what is told in units: of material that was bought without them they say too little. */
  readonly actualInUnits: Cents;
}

/** How much of what a line was to buy was planned for the work done, and what it took; null where no units are told. */
interface UnitsTaken {
  readonly unit: string;
  readonly planned: Quantity;
  readonly taken: Quantity;
}

/** What moved profit, and by how much: below zero it took from it. */
export interface Step {
  readonly name: StepName;
  readonly amount: Cents;
  /** Of a line: what was planned for the work done, and what it cost. */
  readonly line: { readonly coding: Coding; readonly forWork: Cents; readonly actual: Cents } | null;
  readonly units: UnitsTaken | null;
}

/** Profit to date of one project as it was planned for the work done, or as it was at the month before, and what it is; steps lead from one to the other. */
export interface Explained {
  readonly from: Cents;
  readonly steps: readonly Step[];
  readonly to: Cents;
}

/**
 * What a line took from profit, for as much work as was done. Of lines with units, price = actual units × (actual − planned unit cost) and
 * quantity = (actual units − planned units × percent complete) × planned unit cost, each with its sign turned; of all others the amount.
 */
export function lineSteps(line: PlannedLine, complete: Ratio): readonly Step[] {
  const { coding, planned, units, actual, actualUnits, actualInUnits } = line;
  const forWork = shareOf(planned, complete);
  const step = (name: LineStep, amount: number, taken: UnitsTaken | null): Step => ({
    ...{ name, amount: cents(amount), line: { coding, forWork, actual }, units: taken },
  });
  const counted = COUNTED[coding.costType];
  const isTold = actualUnits > 0 && actualInUnits === actual;
  if (counted === undefined || units.kind !== 'of' || units.quantity <= 0 || planned <= 0 || !isTold) {
    return [step(coding.costType, forWork - actual, null)];
  }
  if (counted.inHours && !isHours(units.unit)) return [step(coding.costType, forWork - actual, null)];
  const atPlannedCost = roundedQuotient(actualUnits, planned, units.quantity);
  const plannedUnits = quantity(roundedQuotient(units.quantity, complete.numerator, complete.denominator));
  const taken: UnitsTaken = { unit: units.unit, planned: plannedUnits, taken: actualUnits };
  return [step(counted.price, atPlannedCost - actual, null), step(counted.units, forWork - atPlannedCost, taken)];
}

interface Counted {
  readonly price: LineStep;
  readonly units: LineStep;
  readonly inHours: boolean;
}

const COUNTED: Readonly<Partial<Record<CostType, Counted>>> = {
  labor: { price: 'labor rate', units: 'hours', inHours: true },
  material: { price: 'buying price', units: 'quantity', inHours: false },
};

/**
 * Profit to date against what was planned for as much work: (price agreed − planned cost) × percent complete. The steps of the lines, what is
 * not agreed and the provision are worked out; what is left of the difference goes with how the work is measured.
 */
export function explainedByPlan(
  position: ProjectPosition,
  lines: readonly PlannedLine[],
  kept: KeptDecimals,
): Explained {
  const { progress, earnedToDate, costOfRevenue, provisionToDate, parts } = earning(position, kept);
  const { complete } = progress;
  const completeOf = ({ phase }: Coding): Ratio =>
    parts.find(({ obligation }) => phase !== null && obligation.phases.includes(phase))?.earning.progress.complete ??
    complete;
  const planned = sum(lines.map((line) => line.planned));
  const from = shareOf(difference(agreedPrice(position), planned), complete);
  const to = cents(earnedToDate - costOfRevenue - provisionToDate);
  const told: readonly Step[] = [
    whole('not agreed', shareOf(position.included, complete)),
    ...lines.flatMap((line) => lineSteps(line, completeOf(line.coding))),
    whole('loss', opposite(provisionToDate)),
  ];
  const rest = cents(to - from - told.reduce((all, { amount }) => all + amount, 0));
  return { from, steps: [...told, whole('measure', rest)].filter(({ amount }) => amount !== 0), to };
}

/** Profit to date against what it was at the month before: by what changed since, in the order in which a run takes it. */
export function explainedByMonth(before: Standing | null, now: Standing): Explained {
  const then = before === null ? null : earning(before.position, before.kept);
  const is = earning(now.position, now.kept);
  const from = then === null ? ZERO : profit(then);
  // Nothing is posted in between: what was earned before is what was known then.
  const position = {
    ...now.position,
    earned: then?.earnedToDate ?? ZERO,
    provision: then?.provisionToDate ?? ZERO,
  };
  const causes = monthCauses(before, { position, kept: now.kept });
  const steps = causes.map(({ cause, profit: amount }) => whole(cause, amount)).filter(({ amount }) => amount !== 0);
  return { from, steps, to: profit(is) };
}

function profit({ earnedToDate, costOfRevenue, provisionToDate }: ReturnType<typeof earning>): Cents {
  return cents(earnedToDate - costOfRevenue - provisionToDate);
}

function whole(name: StepName, amount: Cents): Step {
  return { name, amount, line: null, units: null };
}

/** What each step comes to, in the order in which they are told: causes of a month, or steps from a plan. */
export function stepsTogether(
  steps: readonly Pick<Step, 'name' | 'amount'>[],
  order: readonly StepName[],
): readonly { readonly name: StepName; readonly amount: Cents }[] {
  return order.flatMap((name) => {
    const own = steps.filter((step) => step.name === name);
    return own.length === 0 ? [] : [{ name, amount: sum(own.map(({ amount }) => amount)) }];
  });
}

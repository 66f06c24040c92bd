import { codingKey } from '../ledger/dimensions.ts';
import { groupedBy } from '../collections/grouped-by.ts';
import type { PhaseId } from '../ledger/ids.ts';
import { cents, difference, ZERO, type Cents } from '../money/cents.ts';
import type { Ratio } from '../money/ratio.ts';
import {
  estimateAtCompletion,
  lineEstimate,
  marginAtCompletion,
  type LineStand,
} from '../progress/estimate-at-completion.ts';
import type { KeptDecimals } from '../progress/measured-progress.ts';
import { progress } from '../progress/progress.ts';
import { withWork } from '../progress/with-work.ts';
import type { ProjectPosition } from '../progress/project-position.ts';
import { codeLabel, type CodedCost } from './budget-warnings.ts';
import type { Catalog } from './catalog.ts';

/** What a sheet does to one project once posted. Ratios are null where nothing can be said. */
export interface ProjectOutcome {
  readonly code: string;
  readonly cost: Change<Cents>;
  readonly estimate: Change<Cents>;
  readonly complete: Change<Ratio>;
  readonly margin: Change<Ratio | null>;
  readonly budgetLeft: readonly { readonly label: string; readonly left: Change<Cents> }[];
}

export interface Change<T> {
  readonly before: T;
  readonly after: T;
}

/** The effect on each project, in order of first appearance, by the same rules that posting and recognition use. */
export function projectOutcomes(
  costs: readonly CodedCost[],
  positions: readonly ProjectPosition[],
  { catalog, kept }: { readonly catalog: Catalog; readonly kept: KeptDecimals },
): readonly ProjectOutcome[] {
  const projects = [...new Set(costs.map(({ project }) => project.id))];
  return projects.flatMap((id) => {
    const before = positions.find(({ project }) => project.id === id);
    if (!before) return [];
    const lines = linesOf(
      costs.filter(({ project }) => project.id === id),
      catalog,
    );
    const after = lines.reduce(
      (position, { phase, cost, estimateChange, isZeroMargin }) =>
        withWork(position, phase, {
          ...{ cost, estimate: estimateChange },
          ...{ zeroCost: isZeroMargin ? cost : ZERO, zeroEstimate: isZeroMargin ? estimateChange : ZERO },
        }),
      before,
    );
    return [effect(before, after, { lines, kept })];
  });
}

const NO_STAND: LineStand & { readonly isZeroMargin: boolean } = {
  budget: cents(0),
  actual: cents(0),
  committed: cents(0),
  forecast: null,
  ended: false,
  isZeroMargin: false,
};

interface LineEffect {
  readonly label: string;
  readonly phase: PhaseId | null;
  readonly isZeroMargin: boolean;
  readonly cost: Cents;
  readonly estimateChange: Cents;
  readonly left: Change<Cents>;
}

function linesOf(costs: readonly CodedCost[], catalog: Catalog): readonly LineEffect[] {
  const byCoding = groupedBy(costs, ({ coding }) => codingKey(coding));
  return [...byCoding].flatMap(([key, group]) => {
    const first = group[0];
    if (!first) return [];
    const stand = catalog.stands.get(key) ?? NO_STAND;
    const cost = cents(group.reduce((total, each) => total + each.cost, 0));
    const actual = cents(stand.actual + cost);
    const committed = cents(stand.committed + group.reduce((total, each) => total + (each.committed ?? 0), 0));
    const leftOf = (spent: Cents, ordered: Cents): Cents => cents(stand.budget - spent - ordered);
    return [
      {
        label: codeLabel(first.project, first.coding, catalog),
        ...{ phase: first.coding.phase, isZeroMargin: stand.isZeroMargin },
        cost,
        estimateChange: difference(lineEstimate({ ...stand, actual, committed }), lineEstimate(stand)),
        left: { before: leftOf(stand.actual, stand.committed), after: leftOf(actual, committed) },
      },
    ];
  });
}

function effect(
  before: ProjectPosition,
  after: ProjectPosition,
  { lines, kept }: { readonly lines: readonly LineEffect[]; readonly kept: KeptDecimals },
): ProjectOutcome {
  const both = <T>(what: (position: ProjectPosition) => T): Change<T> => ({ before: what(before), after: what(after) });
  return {
    code: before.project.code,
    cost: both(({ costToDate }) => costToDate),
    estimate: both(estimateAtCompletion),
    complete: both((position) => progress(position, kept).complete),
    margin: both(marginAtCompletion),
    budgetLeft: lines.map(({ label, left }) => ({ label, left })),
  };
}

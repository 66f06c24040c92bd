import { budgetFigures, type BudgetRow } from '../../budget/budget-against-actual.ts';
import { groupedBy } from '../../collections/grouped-by.ts';
import type { ProjectId } from '../../ledger/ids.ts';
import { type Coding, codingKey } from '../../ledger/dimensions.ts';
import { cents, difference, sum, type Cents } from '../../money/cents.ts';
import { compareRatios, ratio, type Ratio } from '../../money/ratio.ts';

/** Cost side and price side of a line, or of many together. */
export interface Sides {
  readonly estimated: Cents;
  readonly changes: Cents;
  readonly actual: Cents;
  readonly committed: Cents;
  readonly completion: Cents;
  /** Cost so far − (estimated + changes). */
  readonly over: Cents;
  /** The same as a share of estimated + changes; null where nothing was estimated. */
  readonly overShare: Ratio | null;
  readonly price: Cents;
  readonly priceChanges: Cents;
}

export interface AgainstRow extends Sides {
  readonly project: ProjectId;
  /** Null for what has a price and no cost, such as a discount. */
  readonly coding: Coding | null;
  readonly section: string;
  /** Whether it was in the estimate or an approved change. */
  readonly isEstimated: boolean;
}

/** What a line of an approved estimate or change order says. */
export interface EstimatedLine {
  readonly project: ProjectId;
  readonly coding: Coding | null;
  readonly section: string;
  readonly price: Cents;
  readonly isChange: boolean;
}

export const SEVERAL_SECTIONS = 'Several sections';
export const NOT_ESTIMATED = 'Not in the estimate';

/** Estimate against actual, line by line, and by section what has a price and no cost, so that prices add up to the contract. */
export function estimateAgainstActual(
  budget: readonly BudgetRow[],
  estimated: readonly EstimatedLine[],
): readonly AgainstRow[] {
  const byCoding = groupedBy(estimated, ({ coding }) => (coding === null ? '' : codingKey(coding)));
  const rows = budget.map((row): AgainstRow => {
    const lines = byCoding.get(codingKey(row.coding)) ?? [];
    return {
      project: row.coding.project,
      coding: row.coding,
      section: sectionOf(lines, row),
      isEstimated: row.budget !== null,
      ...sides({
        estimated: row.budget?.original ?? cents(0),
        changes: row.budget?.changes ?? cents(0),
        actual: row.actual,
        committed: row.committed,
        completion: budgetFigures(row).estimate,
        ...(lines.length === 0 ? { price: row.budget?.price ?? cents(0), priceChanges: cents(0) } : prices(lines)),
      }),
    };
  });
  return [...rows, ...pricedOnly(byCoding.get('') ?? [])];
}

/** Over target first, the furthest over first of all, then the rest in their order; last what has a price and no cost. */
export function furthestOverFirst(rows: readonly AgainstRow[]): readonly AgainstRow[] {
  const isPriceOnly = ({ coding }: AgainstRow): number => (coding === null ? 1 : 0);
  return rows.toSorted(
    (one, other) => isPriceOnly(one) - isPriceOnly(other) || Math.max(0, other.over) - Math.max(0, one.over),
  );
}

function prices(lines: readonly EstimatedLine[]): Pick<Sides, 'price' | 'priceChanges'> {
  const of = (changes: boolean): Cents =>
    sum(lines.filter(({ isChange }) => isChange === changes).map(({ price }) => price));
  return { price: of(false), priceChanges: of(true) };
}

function pricedOnly(lines: readonly EstimatedLine[]): readonly AgainstRow[] {
  const nothing = {
    estimated: cents(0),
    changes: cents(0),
    actual: cents(0),
    committed: cents(0),
    completion: cents(0),
  };
  return [...groupedBy(lines, ({ project, section }) => `${project}/${section}`).values()].flatMap((group) => {
    const [first] = group;
    if (!first) return [];
    const { project, section } = first;
    return [{ project, coding: null, section, isEstimated: true, ...sides({ ...nothing, ...prices(group) }) }];
  });
}

function sectionOf(lines: readonly EstimatedLine[], { budget }: BudgetRow): string {
  if (budget === null) return NOT_ESTIMATED;
  const sections = new Set(lines.map(({ section }) => section));
  return sections.size > 1 ? SEVERAL_SECTIONS : ([...sections][0] ?? '');
}

/** Rows of one section of one project together, furthest over first by share. */
export function againstBySection(
  rows: readonly AgainstRow[],
): readonly (Sides & Pick<AgainstRow, 'section' | 'project'>)[] {
  const groups = groupedBy(rows, ({ project, section }) => `${project}/${section}`);
  return [...groups.values()]
    .flatMap((group) => {
      const [first] = group;
      return first ? [{ ...together(group), section: first.section, project: first.project }] : [];
    })
    .toSorted((one, other) => compareShares(other.overShare, one.overShare));
}

function compareShares(one: Ratio | null, other: Ratio | null): number {
  if (one === null || other === null) return one === other ? 0 : one === null ? -1 : 1;
  return compareRatios(one, other);
}

export function together(rows: readonly Sides[]): Sides {
  const total = (of: (row: Sides) => Cents): Cents => sum(rows.map(of));
  return sides({
    estimated: total((row) => row.estimated),
    changes: total((row) => row.changes),
    actual: total((row) => row.actual),
    committed: total((row) => row.committed),
    completion: total((row) => row.completion),
    price: total((row) => row.price),
    priceChanges: total((row) => row.priceChanges),
  });
}

function sides(amounts: Omit<Sides, 'over' | 'overShare'>): Sides {
  const target = cents(amounts.estimated + amounts.changes);
  const over = difference(amounts.actual, target);
  return { ...amounts, over, overShare: target > 0 ? ratio(over, target) : null };
}

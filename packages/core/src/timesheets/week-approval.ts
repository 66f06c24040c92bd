import { rowsByPay } from './overtime-in-row.ts';
import { found } from '../lookup/lookup.ts';
import type { Named } from '../lookup/lookup.ts';
import { sumQuantity, type Quantity } from '../money/quantity.ts';
import { typedQuantity } from '../money/typed-quantity.ts';

/** A row of a week somebody entered, as far as approving goes by it. */
export interface EnteredRow {
  readonly project: string;
  readonly days: readonly string[];
}

export interface LedProject extends Named {
  readonly id: number;
  readonly manager: string;
}

/** Who approved which project of a week; null for time without a project. */
export interface GivenApproval {
  readonly project: number | null;
  readonly by: string;
}

/** Whose word a project of a week needs. */
export interface NeededApproval {
  /** Null for time without a project, which whoever keeps the books approves. */
  readonly project: LedProject | null;
  /** Who gave it; null while nobody did. */
  readonly by: string | null;
}

function projectOf(row: EnteredRow, projects: readonly LedProject[]): LedProject | null {
  const named = row.project.trim() === '' ? null : found(projects, row.project);
  return named?.kind === 'found' ? named.value : null;
}

/** Each project of the week once, then time without one, with who approved it. */
export function neededApprovals(
  rows: readonly EnteredRow[],
  projects: readonly LedProject[],
  given: readonly GivenApproval[],
): readonly NeededApproval[] {
  const named = new Set(rows.filter(isFilled).map((row) => projectOf(row, projects)));
  return [...named]
    .toSorted((one, other) => ((one?.code ?? '\uffff') < (other?.code ?? '\uffff') ? -1 : 1))
    .map((project) => ({
      project,
      by: given.find((each) => each.project === (project?.id ?? null))?.by ?? null,
    }));
}

function isFilled({ project, days }: EnteredRow): boolean {
  return [project, ...days].some((cell) => cell.trim() !== '');
}

/** Who has still to approve: the managers of the projects that nobody approved; somebody who keeps the books where there is none. */
export function waitingFor(needed: readonly NeededApproval[]): readonly string[] {
  const open = needed.filter(({ by }) => by === null);
  return [...new Set(open.map(({ project }) => project?.manager || 'the accountant'))];
}

/** Hours of the rows as far as they can be read, overtime of a day among them. */
export function enteredHours(rows: readonly (EnteredRow & { readonly pay: string })[]): Quantity {
  return sumQuantity(rowsByPay(rows).flatMap(({ row: { days } }) => days.map(typedQuantity)));
}

import { accepted, mapped, refused, type Decision } from '../problems/decision.ts';
import type { BuildUpRow } from './build-up-row.ts';
import { ratesOf, type HourRates } from './hour-rates.ts';
import { readBuildUp } from './read-build-up.ts';

/** A part of build-ups by what it pays for and its name, and what its amount becomes. */
export interface PartChange {
  readonly group: string;
  readonly name: string;
  readonly amount: string;
}

export interface ChangedBuildUp {
  readonly buildUp: readonly BuildUpRow[];
  readonly rates: HourRates;
}

/** The build-up with the part's new amount; null where it has no such part. What cannot be read is at `amount`. */
export function changedPart(
  rows: readonly BuildUpRow[],
  { group, name, amount }: PartChange,
): Decision<ChangedBuildUp | null> {
  if (name.trim() === '') return refused({ at: 'name', kind: 'missing', field: 'the part' });
  // A part without a name is called what it pays for.
  const isMeant = (row: BuildUpRow): boolean => same(row.group, group) && same(row.name.trim() || row.group, name);
  if (!rows.some(isMeant)) return accepted(null);
  const buildUp = rows.map((row) => (isMeant(row) ? { ...row, amount } : row));
  const read = mapped(readBuildUp(buildUp), (parts) => ({ buildUp, rates: ratesOf(parts) }));
  return read.ok ? read : { ...read, problems: read.problems.map((problem) => ({ ...problem, at: 'amount' })) };
}

function same(one: string, other: string): boolean {
  return one.trim().toLowerCase() === other.trim().toLowerCase();
}

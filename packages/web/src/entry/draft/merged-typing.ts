import { diff3MergeRegions } from 'node-diff3';

export type Side = 'mine' | 'theirs';

/** What two people typed in one place: rows, or the value of a field. */
export interface Conflict {
  /** The field; null for rows. */
  readonly field: string | null;
  readonly mine: readonly unknown[];
  readonly theirs: readonly unknown[];
}

export interface Merged<T> {
  readonly typed: T;
  /** What both changed, in the order of the sheet; each is in `typed` as its side says. */
  readonly conflicts: readonly Conflict[];
}

/** What was typed on one version by two: mine, theirs, and what it was before. */
export interface Apart<T> {
  readonly base: T;
  readonly mine: T;
  readonly theirs: T;
}

/**
 * Both typings in one. Fields and rows that only one changed, added or took out are as that one has them; rows that both added are all
 * there. What both changed is a conflict, and is taken from the side that `sides` says, from mine where it does not.
 */
export function mergedTyping<T extends object>(
  { base, mine, theirs }: Apart<T>,
  sides: readonly Side[] = [],
): Merged<T> {
  const conflicts: Conflict[] = [];
  const taken = (conflict: Conflict): readonly unknown[] => {
    const side = sides[conflicts.length] ?? 'mine';
    conflicts.push(conflict);
    return conflict[side];
  };
  return { typed: fields(base, mine, theirs) as T, conflicts };

  function fields(before: object, own: object, other: object): Readonly<Record<string, unknown>> {
    const was = new Map<string, unknown>(Object.entries(before));
    const there = new Map<string, unknown>(Object.entries(other));
    return Object.fromEntries(
      Object.entries(own).map(([name, value]) => [name, field(name, [was.get(name), value, there.get(name)])]),
    );
  }

  function field(name: string, [before, own, other]: readonly [unknown, unknown, unknown]): unknown {
    if (same(own, other) || same(before, other)) return own;
    if (same(before, own)) return other;
    if (Array.isArray(before) && Array.isArray(own) && Array.isArray(other)) return rows(before, own, other);
    if (isObject(before) && isObject(own) && isObject(other)) return fields(before, own, other);
    return taken({ field: name, mine: [own], theirs: [other] })[0];
  }

  function rows(before: readonly unknown[], own: readonly unknown[], other: readonly unknown[]): readonly unknown[] {
    const regions = diff3MergeRegions(typedRows(own), typedRows(before), typedRows(other));
    return regions.flatMap((region) => {
      if (region.stable) return region.bufferContent.map(read);
      return unstable(region.oContent.map(read), region.aContent.map(read), region.bContent.map(read));
    });
  }

  function unstable(
    before: readonly unknown[],
    own: readonly unknown[],
    other: readonly unknown[],
  ): readonly unknown[] {
    // Rows that both added are not in each other's place.
    if (before.length === 0) return [...other, ...own.filter((row) => !other.some((one) => same(one, row)))];
    if (own.length !== before.length || other.length !== before.length) {
      return taken({ field: null, mine: own, theirs: other });
    }
    return before.flatMap((row, place) => {
      const [mineHere, theirsHere] = [own[place], other[place]];
      if (same(mineHere, theirsHere) || same(row, theirsHere)) return [mineHere];
      if (same(row, mineHere)) return [theirsHere];
      return taken({ field: null, mine: [mineHere], theirs: [theirsHere] });
    });
  }
}

function same(one: unknown, other: unknown): boolean {
  return JSON.stringify(one) === JSON.stringify(other);
}

function isObject(value: unknown): value is object {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** Rows as texts that can be compared; blank ones at the end say nothing. */
function typedRows(rows: readonly unknown[]): string[] {
  const last = rows.findLastIndex((row) => !isBlank(row));
  return rows.slice(0, last + 1).map((row) => JSON.stringify(row));
}

function isBlank(row: unknown): boolean {
  return (
    isObject(row) &&
    Object.values(row)
      .flat()
      .every((value) => value === '' || value === null)
  );
}

function read(text: string): unknown {
  return JSON.parse(text);
}

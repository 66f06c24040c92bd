import type { RatePart } from '@lowtide/core/rates/build-up.ts';
import type { BuildUpRow } from '@lowtide/core/rates/build-up-row.ts';
import { readBuildUp } from '@lowtide/core/rates/read-build-up.ts';

/** Reads the parts of rates as they were typed, each build-up once; null where a rate has none that can be read. */
export function buildUpParts(): (typed: string | null) => readonly RatePart[] | null {
  const known = new Map<string, readonly RatePart[] | null>();
  return (typed) => {
    if (typed === null) return null;
    const before = known.get(typed);
    if (before !== undefined) return before;
    const read = readBuildUp(JSON.parse(typed) as BuildUpRow[]);
    const parts = read.ok ? read.value : null;
    known.set(typed, parts);
    return parts;
  };
}

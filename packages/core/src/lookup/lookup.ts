import type { Cell } from '../cells/cell.ts';
import { accepted, refused, type Decision } from '../problems/decision.ts';
import type { Subject } from '../problems/problem.ts';

/** Whatever people name by a code or a part of its name. */
export interface Named {
  readonly code: string;
  readonly name: string;
}

export type Found<T> =
  | { readonly kind: 'found'; readonly value: T }
  | { readonly kind: 'unknown' }
  | { readonly kind: 'ambiguous'; readonly among: readonly string[] };

/**
 * Finds by exact code, then exact name, then the one whose code or name begins with the text, then the one whose code has a part that does:
 * `200` for `31-200`. Case does not matter.
 */
export function found<T extends Named>(list: readonly T[], typed: string): Found<T> {
  const text = typed.trim().toLowerCase();
  const exact = byCode(list).get(text) ?? list.find(({ name }) => name.toLowerCase() === text);
  if (exact) return { kind: 'found', value: exact };
  const begun = list.filter(
    ({ code, name }) => code.toLowerCase().startsWith(text) || name.toLowerCase().startsWith(text),
  );
  const beginning =
    begun.length > 0 ? begun : list.filter(({ code }) => partsOf(code).some((part) => part.startsWith(text)));
  const only = beginning[0];
  if (beginning.length === 1 && only) return { kind: 'found', value: only };
  if (beginning.length === 0) return { kind: 'unknown' };
  return { kind: 'ambiguous', among: beginning.slice(0, 4).map(({ code, name }) => `${code} ${name}`) };
}

/** The parts of a code behind its first one, in lower case. */
function partsOf(code: string): readonly string[] {
  return code
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .slice(1);
}

/** Lists by code in lower case; a sheet of thousands of rows looks up in the same few lists. */
const BY_CODE = new WeakMap<readonly Named[], ReadonlyMap<string, Named>>();

function byCode<T extends Named>(list: readonly T[]): ReadonlyMap<string, T> {
  const known = BY_CODE.get(list) as ReadonlyMap<string, T> | undefined;
  if (known) return known;
  // Of two alike the first counts.
  const made = new Map(list.toReversed().map((named) => [named.code.toLowerCase(), named]));
  BY_CODE.set(list, made);
  return made;
}

/** What the cell names in the list. Empty text is the caller's to judge. */
export function lookedUp<T extends Named>(list: readonly T[], { typed, at }: Cell, subject: Subject): Decision<T> {
  const result = found(list, typed);
  switch (result.kind) {
    case 'found':
      return accepted(result.value);
    case 'unknown':
      return refused({ at, kind: 'unknown-code', subject, typed });
    case 'ambiguous':
      return refused({ at, kind: 'ambiguous-code', subject, typed, among: result.among });
  }
}

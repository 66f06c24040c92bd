/** A random source that gives the same numbers at every run. */
export interface Seeded {
  /** From 0 up to, not including, 1. */
  readonly next: () => number;
  readonly between: (least: number, most: number) => number;
  readonly oneOf: <T>(list: readonly T[]) => T;
  readonly chance: (share: number) => boolean;
}

/** The random source of one thing by its name: what is added to the books draws nothing away from what was there. */
export type Draws = (of: string) => Seeded;

/** Sources of their own for every name, the same at every run (FNV-1a of the name, after the seed). */
export function drawsFrom(seed: number): Draws {
  return (of) => {
    let hash = (seed ^ 0x811c9dc5) >>> 0;
    for (const letter of of) hash = Math.imul(hash ^ (letter.codePointAt(0) ?? 0), 0x01000193) >>> 0;
    return seeded(hash);
  };
}

/** A small generator with 32 bits of state (a Weyl sequence, hashed). */
function seeded(seed: number): Seeded {
  let state = seed >>> 0;
  const next = (): number => {
    state = (state + 0x9e3779b9) >>> 0;
    let mixed = state;
    mixed = Math.imul(mixed ^ (mixed >>> 16), 0x21f0aaad);
    mixed = Math.imul(mixed ^ (mixed >>> 15), 0x735a2d97);
    return ((mixed ^ (mixed >>> 15)) >>> 0) / 4_294_967_296;
  };
  return {
    next,
    between: (least, most) => least + next() * (most - least),
    oneOf: (list) => {
      const chosen = list[Math.floor(next() * list.length)];
      if (chosen === undefined) throw new Error('nothing to choose from');
      return chosen;
    },
    chance: (share) => next() < share,
  };
}

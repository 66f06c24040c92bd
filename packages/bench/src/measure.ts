/** Median and spread of repeated timings, in milliseconds. */
export interface Timing {
  readonly median: number;
  readonly least: number;
  readonly most: number;
}

/** Runs both ways in turn, so that whatever else the machine does falls on both, and times each. */
export async function inTurn(
  times: number,
  ours: () => unknown,
  byHand: () => unknown,
): Promise<readonly [Timing, Timing]> {
  const [first, second]: [number[], number[]] = [[], []];
  for (let round = 0; round < times; round += 1) {
    first.push(await timed(ours));
    second.push(await timed(byHand));
  }
  return [timing(first), timing(second)];
}

export async function timed(work: () => unknown): Promise<number> {
  const began = performance.now();
  await work();
  return performance.now() - began;
}

export function timing(samples: readonly number[]): Timing {
  const sorted = samples.toSorted((one, other) => one - other);
  return { median: sorted[Math.floor(sorted.length / 2)] ?? 0, least: sorted[0] ?? 0, most: sorted.at(-1) ?? 0 };
}

/** One comparison: the same work done by the application's queries and by SQL written by hand. */
export interface Compared {
  readonly question: string;
  readonly ours: Timing;
  readonly byHand: Timing;
  /** Ours ÷ by hand, medians; what it should stay within. */
  readonly ratio: number;
  readonly aim: number;
}

export function compared(question: string, [ours, byHand]: readonly [Timing, Timing], aim: number): Compared {
  return { question, ours, byHand, ratio: ours.median / byHand.median, aim };
}

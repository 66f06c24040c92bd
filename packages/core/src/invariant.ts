/** Stops on what only a bug can cause. What a user can cause is a `Problem`, never this. */
export function invariant(holds: boolean, because: string): asserts holds {
  if (!holds) throw new Error(`Broken invariant: ${because}`);
}

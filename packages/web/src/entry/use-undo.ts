import { useRef } from 'react';

export interface Undo<T> {
  /** Something else is typed in place of this. */
  readonly typed: (before: T) => void;
  /** What to go back to, from this; undefined at the beginning. */
  readonly back: (now: T) => T | undefined;
  /** What to go forward to again; undefined when nothing was taken back. */
  readonly forward: (now: T) => T | undefined;
}

/** What is typed without a rest is one step. */
const ONE_STEP_MS = 700;
const MOST_STEPS = 200;

/** Remembers what was typed, step by step, to go back to. */
export function useUndo<T>(): Undo<T> {
  const past = useRef<readonly T[]>([]);
  const future = useRef<readonly T[]>([]);
  const lastTyped = useRef(Number.NEGATIVE_INFINITY);
  const typed = (before: T): void => {
    const now = performance.now();
    if (now - lastTyped.current > ONE_STEP_MS) past.current = [...past.current, before].slice(-MOST_STEPS);
    lastTyped.current = now;
    future.current = [];
  };
  const step = (from: typeof past, to: typeof past, now: T): T | undefined => {
    const last = from.current.at(-1);
    if (last === undefined) return undefined;
    from.current = from.current.slice(0, -1);
    to.current = [...to.current, now];
    lastTyped.current = Number.NEGATIVE_INFINITY;
    return last;
  };
  return { typed, back: (now) => step(past, future, now), forward: (now) => step(future, past, now) };
}

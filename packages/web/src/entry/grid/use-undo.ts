import { useRef } from 'react';

export interface Undo<T> {
  /** Something else takes the place of this; what is typed in one place is one step, null is a step of its own. */
  readonly typed: (before: T, place: string | null) => void;
  /** What to go back to, from this; undefined at the beginning. */
  readonly back: (now: T) => T | undefined;
  /** What to go forward to again; undefined when nothing was taken back. */
  readonly forward: (now: T) => T | undefined;
}

const MOST_STEPS = 200;

/** Remembers what was typed, step by step, to go back to. */
export function useUndo<T>(): Undo<T> {
  const past = useRef<readonly T[]>([]);
  const future = useRef<readonly T[]>([]);
  const lastPlace = useRef<string | null>(null);
  const typed = (before: T, place: string | null): void => {
    if (place === null || place !== lastPlace.current) past.current = [...past.current, before].slice(-MOST_STEPS);
    lastPlace.current = place;
    future.current = [];
  };
  const step = (from: typeof past, to: typeof past, now: T): T | undefined => {
    const last = from.current.at(-1);
    if (last === undefined) return undefined;
    from.current = from.current.slice(0, -1);
    to.current = [...to.current, now];
    lastPlace.current = null;
    return last;
  };
  return { typed, back: (now) => step(past, future, now), forward: (now) => step(future, past, now) };
}

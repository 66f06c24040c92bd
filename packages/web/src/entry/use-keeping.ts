import { useEffect, useRef, useState } from 'react';
import type { Trouble } from '../api/trouble.ts';
import { dropSpare, keepSpare } from './spare.ts';

/** What could not be kept for a reason that passes is tried again after so long. */
const AGAIN_MS = 5_000;
/** Signed out, too often, books not available. */
const PASSING = [401, 429, 503];

export interface Keeping<T> {
  /** What is there now, kept or not. */
  readonly latest: () => T | null;
  /** Takes over what the server has. */
  readonly take: (theirs: T) => void;
  /** Keeps something else, soon. */
  readonly change: (next: T) => void;
  /** Nothing waits to be kept. */
  readonly isIdle: () => boolean;
  /** Kept on the server, on its way there, or not kept: then `trouble` says why. */
  readonly kept: 'kept' | 'keeping' | 'not kept';
  readonly trouble: Trouble | null;
  /** Waits until everything typed is kept; false when it could not be. */
  readonly settled: () => Promise<boolean>;
}

/**
 * Keeps what is typed by `send`, one change after the other; what is typed meanwhile goes with the next. What the server does not take
 * for a reason that passes is kept in the browser under the name of `spareOf`, and sent again.
 */
export function useKeeping<T>(
  initial: T | null,
  send: (now: T) => Promise<Trouble | null>,
  afterMs: number,
  spareOf: () => string | null = () => null,
): Keeping<T> {
  const latest = useRef(initial);
  const running = useRef<Promise<boolean> | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const [kept, setKept] = useState<Keeping<T>['kept']>('kept');
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  async function keepOnce(): Promise<boolean> {
    const now = latest.current;
    if (now === null) return true;
    const name = spareOf();
    const refused = await send(now);
    setTrouble(refused);
    if (refused) {
      setKept('not kept');
      if (!refused.answered || PASSING.includes(refused.status)) {
        if (name !== null) keepSpare(name, latest.current);
        timer.current ??= setTimeout(() => void keepNow(), AGAIN_MS);
      }
      return false;
    }
    if (latest.current !== now) return keepOnce();
    if (name !== null) dropSpare(name);
    setKept('kept');
    return true;
  }
  async function keepNow(): Promise<boolean> {
    clearTimeout(timer.current);
    timer.current = undefined;
    running.current ??= keepOnce().finally(() => (running.current = null));
    return running.current;
  }
  const leave = useRef(keepNow);
  useEffect(() => {
    leave.current = keepNow;
  });
  // Going away keeps at once what was typed last.
  useEffect(() => () => void (timer.current === undefined ? undefined : leave.current()), []);
  return {
    latest: () => latest.current,
    take: (theirs) => {
      latest.current = theirs;
    },
    change: (next) => {
      latest.current = next;
      setKept('keeping');
      clearTimeout(timer.current);
      timer.current = setTimeout(() => void keepNow(), afterMs);
    },
    isIdle: () => timer.current === undefined && running.current === null,
    kept,
    trouble,
    settled: async () => (kept === 'kept' ? true : keepNow()),
  };
}

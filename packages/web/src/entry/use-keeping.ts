import { useEffect, useRef, useState, type RefObject } from 'react';
import type { Trouble } from '../api/trouble.ts';
import { dropSpare, keepSpare } from './spare.ts';

/** What could not be kept for a reason that passes is tried again after so long. */
const AGAIN_MS = 5_000;
/** Signed out, too often, books not available. */
const PASSING = [401, 429, 503];

function passes({ answered, status }: Trouble): boolean {
  return !answered || PASSING.includes(status);
}

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

/** What it is kept under in the browser, and the version that it was typed on; null where the server has none yet. */
export interface SpareName {
  readonly name: string;
  readonly version: number | null;
}

/**
 * Keeps what is typed by `send`, one change after the other; what is typed meanwhile goes with the next. What the server does not take
 * for a reason that passes is kept in the browser as `spareOf` says, and sent again; so is what it does not have yet when the page goes.
 */
export function useKeeping<T>(
  initial: T | null,
  send: (now: T) => Promise<Trouble | null>,
  afterMs: number,
  spareOf: () => SpareName | null = () => null,
): Keeping<T> {
  const latest = useRef(initial);
  const running = useRef<Promise<boolean> | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const sending = useRef<T | null>(null);
  const spared = useSpare(latest, sending, spareOf);
  const [kept, setKept] = useState<Keeping<T>['kept']>('kept');
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  async function keepOnce(): Promise<boolean> {
    const now = latest.current;
    if (now === null) return true;
    const as = spareOf();
    sending.current = now;
    const refused = await send(now);
    sending.current = null;
    setTrouble(refused);
    if (refused) {
      setKept('not kept');
      spared.note(passes(refused));
      if (passes(refused)) {
        spared.keep();
        timer.current ??= setTimeout(() => void keepNow(), AGAIN_MS);
      }
      return false;
    }
    if (latest.current !== now) return keepOnce();
    spared.note(false);
    if (as !== null) dropSpare(as.name);
    setKept('kept');
    return true;
  }
  async function keepNow(): Promise<boolean> {
    clearTimeout(timer.current);
    timer.current = undefined;
    running.current ??= keepOnce().finally(() => (running.current = null));
    return running.current;
  }
  useLeaving(() => (timer.current === undefined ? undefined : void keepNow()));
  return {
    latest: () => latest.current,
    take: (theirs) => {
      latest.current = theirs;
    },
    change: (next) => {
      latest.current = next;
      spared.note(true);
      setKept('keeping');
      clearTimeout(timer.current);
      timer.current = setTimeout(() => void keepNow(), afterMs);
    },
    isIdle: () => timer.current === undefined && running.current === null,
    ...{ kept, trouble },
    settled: async () => (kept === 'kept' ? true : keepNow()),
  };
}

/** Does something when the page or the view is left: keeps at once what was typed last. */
function useLeaving(leave: () => void): void {
  const latest = useRef(leave);
  useEffect(() => {
    latest.current = leave;
  });
  useEffect(() => () => latest.current(), []);
}

/** Keeps what the server does not have in the browser: when it is told to, and when the page goes. */
function useSpare<T>(latest: RefObject<T | null>, sending: RefObject<T | null>, spareOf: () => SpareName | null) {
  const isWaiting = useRef(false);
  const keep = (): void => {
    const as = isWaiting.current ? spareOf() : null;
    if (as !== null) keepSpare(as.name, { version: as.version, typed: latest.current, sent: sending.current });
  };
  const leaving = useRef(keep);
  useEffect(() => {
    leaving.current = keep;
  });
  useEffect(() => {
    const leave = (): void => leaving.current();
    globalThis.addEventListener('pagehide', leave);
    return () => globalThis.removeEventListener('pagehide', leave);
  }, []);
  return {
    keep,
    /** Whether something is typed that the server does not have. */
    note: (waits: boolean): void => {
      isWaiting.current = waits;
    },
  };
}

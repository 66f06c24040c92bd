import { useEffect, useRef, useState, type RefObject } from 'react';
import type { Trouble } from '../../api/trouble.ts';
import { dropUnsent, keepUnsent } from './unsent-typing.ts';

/** What could not be kept for a reason that passes is tried again after so long. */
const AGAIN_MS = 5_000;
/** Signed out, too often, books not available. */
const PASSING = [401, 429, 503];

function passes({ answered, status }: Trouble): boolean {
  return !answered || PASSING.includes(status);
}

/** Somebody else changed it: what is typed here is not lost while one is asked which of the two to keep. */
function isApart({ status, problems }: Trouble): boolean {
  return status === 409 && problems.some(({ kind }) => kind === 'changed-meanwhile');
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
  /** What the server has in that version. */
  readonly base: unknown;
}

interface KeepingMore<T> {
  readonly unsentOf?: () => SpareName | null;
  /** Where somebody else changed it meanwhile: what is typed here and there in one; null where one must be asked first. */
  readonly together?: (mine: T) => Promise<T | null>;
}

/**
 * Keeps what is typed by `send`, one change after the other; what is typed meanwhile goes with the next. What the server does not take
 * for a reason that passes is kept in the browser as `unsentOf` says, and sent again; so is what it does not have yet when the page goes.
 */
export function useKeeping<T>(
  initial: T | null,
  send: (now: T) => Promise<Trouble | null>,
  afterMs: number,
  { unsentOf = () => null, together = () => Promise.resolve(null) }: KeepingMore<T> = {},
): Keeping<T> {
  const latest = useRef(initial);
  const sending = useRef<T | null>(null);
  const spared = useSpare(latest, sending, unsentOf);
  const { kept, isKept, setKept } = useKept();
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const turns = useTurns(keepOnce);
  async function keepOnce(): Promise<boolean> {
    const now = latest.current;
    if (now === null || isKept()) return true;
    const as = unsentOf();
    sending.current = now;
    const refused = await send(now);
    sending.current = null;
    setTrouble(refused);
    if (refused) return refusedFor(refused);
    if (latest.current !== now) return keepOnce();
    spared.note(false);
    if (as !== null) dropUnsent(as.name);
    setKept('kept');
    return true;
  }
  async function refusedFor(refused: Trouble): Promise<boolean> {
    const both = isApart(refused) && latest.current !== null ? await together(latest.current) : null;
    if (both !== null) {
      latest.current = both;
      return keepOnce();
    }
    setKept('not kept');
    spared.note(passes(refused) || isApart(refused));
    if (!passes(refused)) return false;
    spared.keep();
    turns.again(AGAIN_MS);
    return false;
  }
  useLeaving(() => (turns.waits() ? void turns.now() : undefined));
  return {
    latest: () => latest.current,
    take: (theirs) => {
      latest.current = theirs;
    },
    change: (next) => {
      latest.current = next;
      spared.note(true);
      setKept('keeping');
      turns.soon(afterMs);
    },
    isIdle: turns.isIdle,
    ...{ kept, trouble },
    settled: turns.now,
  };
}

/** How it stands, drawn, and known at once: what is typed and asked for by one key press counts before anything is drawn. */
function useKept() {
  const now = useRef<Keeping<unknown>['kept']>('kept');
  const [kept, setDrawn] = useState<Keeping<unknown>['kept']>('kept');
  return {
    kept,
    isKept: () => now.current === 'kept',
    setKept: (next: Keeping<unknown>['kept']): void => {
      now.current = next;
      setDrawn(next);
    },
  };
}

/** One turn after the other, now or soon. */
function useTurns(turn: () => Promise<boolean>) {
  const running = useRef<Promise<boolean> | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  async function now(): Promise<boolean> {
    clearTimeout(timer.current);
    timer.current = undefined;
    running.current ??= turn().finally(() => (running.current = null));
    return running.current;
  }
  return {
    now,
    /** After so long, counted anew each time. */
    soon: (ms: number): void => {
      clearTimeout(timer.current);
      timer.current = setTimeout(() => void now(), ms);
    },
    /** After so long, unless one is to come already. */
    again: (ms: number): void => {
      timer.current ??= setTimeout(() => void now(), ms);
    },
    waits: () => timer.current !== undefined,
    isIdle: () => timer.current === undefined && running.current === null,
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
function useSpare<T>(latest: RefObject<T | null>, sending: RefObject<T | null>, unsentOf: () => SpareName | null) {
  const isWaiting = useRef(false);
  const keep = (): void => {
    const as = isWaiting.current ? unsentOf() : null;
    if (as !== null) keepUnsent(as.name, { ...as, typed: latest.current, sent: sending.current });
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

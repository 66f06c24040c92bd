import { useEffect, useRef, useState } from 'react';
import type { EstimateSheet } from '@lowtide/core/estimate/estimate-sheet.ts';
import { useRead, useWrite, type Answer } from '../../api/books-api.ts';
import type { Trouble } from '../../api/trouble.ts';
import { useUndo } from '../../entry/use-undo.ts';

type Estimate = Answer<'estimate'>;
export type Head = Answer<'changeEstimate'>;

/** What of an estimate is typed. */
export interface TypedEstimate {
  readonly name: string;
  readonly pricedOn: string;
  readonly targetEndOn: string;
  readonly sheet: EstimateSheet;
}

export interface EstimateState {
  /** Null while it is read. */
  readonly typed: TypedEstimate | null;
  readonly head: Head | null;
  readonly basis: Estimate['basis'] | null;
  readonly change: (typed: TypedEstimate) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly kept: 'kept' | 'keeping' | 'not kept';
  readonly trouble: Trouble | null;
  /** Waits until everything typed is kept; then the version the server has, or null when it could not be kept. */
  readonly settled: () => Promise<number | null>;
}

const KEEP_AFTER_MS = 600;

/** An estimate kept on the server as it is typed, one change after the other; what is typed meanwhile goes with the next. */
export function useEstimate(id: number): EstimateState {
  const loading = useRead('estimate', { params: { id: String(id) } }, { fresh: true });
  const [send] = useWrite('changeEstimate');
  const [typed, setTyped] = useState<TypedEstimate | null>(null);
  const [head, setHead] = useState<Head | null>(null);
  const [basis, setBasis] = useState<Estimate['basis'] | null>(null);
  const [kept, setKept] = useState<EstimateState['kept']>('kept');
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const latest = useRef<TypedEstimate | null>(null);
  const version = useRef(0);
  const running = useRef<Promise<boolean> | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const { answer } = loading;

  useEffect(() => {
    // What is being typed here counts before what the server has; a newer version by a decision is taken over.
    if (!answer) return;
    setBasis(answer.basis);
    if (answer.version <= version.current) return;
    if (timer.current !== undefined || running.current !== null) return;
    version.current = answer.version;
    latest.current = typedOf(answer);
    setTyped(latest.current);
    setHead(answer);
  }, [answer]);

  const keepOnce = async (): Promise<boolean> => {
    const now = latest.current;
    if (now === null) return true;
    const written = await send({ params: { id: String(id) }, body: { version: version.current, ...now } });
    if (!written.ok) {
      setTrouble(written.trouble);
      setKept('not kept');
      return false;
    }
    version.current = written.answer.version;
    setHead(written.answer);
    setTrouble(null);
    if (latest.current !== now) return keepOnce();
    setKept('kept');
    return true;
  };
  const keepNow = async (): Promise<boolean> => {
    clearTimeout(timer.current);
    timer.current = undefined;
    running.current ??= keepOnce().finally(() => (running.current = null));
    return running.current;
  };
  const steps = useUndo<TypedEstimate>();
  const change = (next: TypedEstimate): void => {
    if (latest.current !== null) steps.typed(latest.current);
    show(next);
  };
  const show = (next: TypedEstimate): void => {
    latest.current = next;
    setTyped(next);
    setKept('keeping');
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void keepNow(), KEEP_AFTER_MS);
  };
  const settled = async (): Promise<number | null> =>
    (kept === 'kept' ? true : await keepNow()) ? version.current : null;
  const step = (to: 'back' | 'forward') => (): void => {
    const next = latest.current === null ? undefined : steps[to](latest.current);
    if (next) show(next);
  };
  return {
    ...{ typed, head, basis, change, kept, settled, undo: step('back'), redo: step('forward') },
    trouble: trouble ?? (typed === null ? (loading.trouble ?? null) : null),
  };
}

function typedOf({ name, pricedOn, targetEndOn, sheet }: Estimate): TypedEstimate {
  return { name, pricedOn, targetEndOn: targetEndOn ?? '', sheet };
}

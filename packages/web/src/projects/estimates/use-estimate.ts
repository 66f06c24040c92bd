import { useEffect, useRef, useState } from 'react';
import type { EstimateSheet } from '@lowtide/core/estimate/estimate-sheet.ts';
import { useRead, useWrite, type Answer } from '../../api/books-api.ts';
import type { Trouble } from '../../api/trouble.ts';
import { useKeeping, type Keeping } from '../../entry/use-keeping.ts';
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
  readonly kept: Keeping<TypedEstimate>['kept'];
  readonly trouble: Trouble | null;
  /** Waits until everything typed is kept; then the version the server has, or null when it could not be kept. */
  readonly settled: () => Promise<number | null>;
}

const KEEP_AFTER_MS = 600;

/** An estimate kept on the server as it is typed, and steps back to what was typed before. */
export function useEstimate(id: number): EstimateState {
  const { answer, trouble: unread } = useRead('estimate', { params: { id: String(id) } }, { fresh: true });
  const [put] = useWrite('changeEstimate');
  const [typed, setTyped] = useState<TypedEstimate | null>(null);
  const [head, setHead] = useState<Head | null>(null);
  const version = useRef(0);
  const send = async (now: TypedEstimate): Promise<Trouble | null> => {
    const written = await put({ params: { id: String(id) }, body: { version: version.current, ...now } });
    if (!written.ok) return written.trouble;
    version.current = written.answer.version;
    setHead(written.answer);
    return null;
  };
  const { latest, take, change, isIdle, kept, trouble, settled } = useKeeping<TypedEstimate>(null, send, KEEP_AFTER_MS);
  const steps = useUndo<TypedEstimate>();

  useEffect(() => {
    if (!answer) return;
    // What is being typed here counts before what the server has; a newer version by a decision is taken over.
    if (answer.version <= version.current || !isIdle()) return;
    version.current = answer.version;
    const theirs = typedOf(answer);
    take(theirs);
    setTyped(theirs);
    setHead(answer);
  }, [answer, take, isIdle]);

  const show = (next: TypedEstimate): void => {
    setTyped(next);
    change(next);
  };
  const step = (to: 'back' | 'forward') => (): void => {
    const now = latest();
    const next = now === null ? undefined : steps[to](now);
    if (next) show(next);
  };
  return {
    ...{ typed, head, basis: answer?.basis ?? null, kept, undo: step('back'), redo: step('forward') },
    trouble: trouble ?? (typed === null ? (unread ?? null) : null),
    change: (next) => {
      const before = latest();
      if (before !== null) steps.typed(before);
      show(next);
    },
    settled: async () => ((await settled()) ? version.current : null),
  };
}

function typedOf({ name, pricedOn, targetEndOn, sheet }: Estimate): TypedEstimate {
  return { name, pricedOn, targetEndOn: targetEndOn ?? '', sheet };
}

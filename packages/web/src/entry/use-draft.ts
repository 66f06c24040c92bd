import { useEffect, useRef, useState } from 'react';
import type { Month } from '@lowtide/core/calendar/month.ts';
import { useRead, useWrite, type Answer, type Asked } from '../api/books-api.ts';
import type { Trouble } from '../api/trouble.ts';

type Sheet = Asked<'newDraft'>['body']['sheet'];
export type Preview = Answer<'draft'>['preview'];

export interface DraftState<S extends Sheet> {
  readonly sheet: S | null;
  readonly change: (sheet: S) => void;
  readonly preview: Preview | null;
  /** Kept on the server, on its way there, or not kept: then `trouble` says why. */
  readonly kept: 'kept' | 'keeping' | 'not kept';
  readonly trouble: Trouble | null;
  /** Waits until everything typed is kept; then the draft as the server has it, or null when it could not be kept. */
  readonly settled: () => Promise<{ readonly id: number; readonly version: number } | null>;
}

export interface DraftParts<S extends Sheet> {
  /** Null for a sheet not kept yet; it becomes a draft with the first change. */
  readonly id: number | null;
  readonly month: Month;
  readonly blank: S;
  readonly onMade: (id: number) => void;
}

interface Stored {
  readonly id: number;
  readonly version: number;
}

const KEEP_AFTER_MS = 250;

/** A sheet kept on the server at every change, one change after the other; what is typed meanwhile goes with the next. */
export function useDraft<S extends Sheet>({ id, month, blank, onMade }: DraftParts<S>): DraftState<S> {
  const [sheet, setSheet] = useState<S | null>(id === null ? blank : null);
  const [preview, setPreview] = useState<Preview | null>(null);
  const [kept, setKept] = useState<DraftState<S>['kept']>('kept');
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const keepSheet = useKeeping(month);
  const stored = useRef<Stored | null>(null);
  const latest = useRef<S | null>(sheet);
  const running = useRef<Promise<boolean> | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const loading = useRead(
    'draft',
    id === null || stored.current !== null ? null : { params: { id: String(id) }, query: { month } },
    { fresh: true },
  );

  useEffect(() => {
    if (stored.current !== null || !loading.answer) return;
    const { id: own, version, sheet: typed, preview: shown } = loading.answer;
    stored.current = { id: own, version };
    latest.current = typed as unknown as S;
    setSheet(latest.current);
    setPreview(shown);
  }, [loading.answer]);

  const keepOnce = async (): Promise<boolean> => {
    const [now, known] = [latest.current, stored.current];
    if (now === null) return true;
    const written = await keepSheet(known, now);
    if (!written.ok) {
      setTrouble(written.trouble);
      setKept('not kept');
      return false;
    }
    stored.current = { id: written.answer.id, version: written.answer.version };
    setTrouble(null);
    setPreview(written.answer.preview);
    if (known === null) onMade(written.answer.id);
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
  const change = (next: S): void => {
    latest.current = next;
    setSheet(next);
    setKept('keeping');
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void keepNow(), KEEP_AFTER_MS);
  };
  const settled = async (): Promise<Stored | null> =>
    (kept === 'kept' ? true : await keepNow()) ? stored.current : null;
  const unread = sheet === null ? (loading.trouble ?? null) : null;
  return { sheet, change, preview, kept, trouble: trouble ?? unread, settled };
}

/** Makes a draft of a sheet that is none yet, or changes the one it is. */
function useKeeping(month: Month) {
  const [make] = useWrite('newDraft');
  const [change] = useWrite('changeDraft');
  return (known: Stored | null, sheet: Sheet) =>
    known === null
      ? make({ body: { month, sheet } })
      : change({ params: { id: String(known.id) }, body: { month, version: known.version, sheet } });
}

import { useEffect, useRef, useState } from 'react';
import type { Month } from '@lowtide/core/calendar/month.ts';
import { Sheet } from '@lowtide/core/documents/sheets.ts';
import type { SheetPreview } from '@lowtide/core/documents/preview.ts';
import { useRead, useWrite } from '../api/books-api.ts';
import type { Trouble } from '../api/trouble.ts';
import { broughtBack } from './spare.ts';
import { useEdits, type Edits } from './use-edits.ts';
import { useKeeping, type Keeping, type SpareName } from './use-keeping.ts';
import type { PreviewOf } from './use-sheet-preview.ts';

export type Preview = SheetPreview;

export interface DraftState extends Edits<Sheet> {
  readonly sheet: Sheet | null;
  readonly preview: Preview | null;
  readonly kept: Keeping<Sheet>['kept'];
  readonly trouble: Trouble | null;
  /** Waits until everything typed is kept; then the draft as the server has it, or null when it could not be kept. */
  readonly settled: () => Promise<{ readonly id: number; readonly version: number } | null>;
}

export interface DraftParts {
  /** Null for a sheet not kept yet; it becomes a draft with the first change. */
  readonly id: number | null;
  readonly month: Month;
  readonly blank: Sheet;
  readonly onMade: (id: number) => void;
  readonly previewOf: PreviewOf;
}

interface Stored {
  readonly id: number;
  readonly version: number;
}

const KEEP_AFTER_MS = 250;

/** A sheet kept on the server at every change; until the first one it is no draft. */
export function useDraft({ id, month, blank, onMade, previewOf }: DraftParts): DraftState {
  const [sheet, setSheet] = useState<Sheet | null>(() =>
    id === null ? (broughtBack(spareName(null, blank).name, Sheet, null) ?? blank) : null,
  );
  const [preview, setPreview] = useState<Preview | null>(null);
  const stored = useRef<Stored | null>(null);
  const knownBills = useRef<readonly string[]>([]);
  const shown = useRef(0);
  /** Shows what a sheet would do, unless a later one is worked out already. */
  const show = async (now: Sheet): Promise<void> => {
    shown.current += 1;
    const turn = shown.current;
    const made = await previewOf(now, knownBills.current);
    if (turn === shown.current) setPreview(made);
  };
  // What is stored already when the page opens is read once.
  const [unreadId, setUnreadId] = useState(id);
  const write = useWriting(month);
  const send = async (now: Sheet): Promise<Trouble | null> => {
    const known = stored.current;
    const [written] = await Promise.all([write(known, now), show(now)]);
    if (!written.ok) return written.trouble;
    stored.current = { id: written.answer.id, version: written.answer.version };
    const there = written.answer.knownBills;
    if (there.join('\n') !== knownBills.current.join('\n')) {
      knownBills.current = there;
      await show(now);
    }
    if (known === null) onMade(written.answer.id);
    return null;
  };
  const keeping = useKeeping(sheet, send, KEEP_AFTER_MS, () => spareName(stored.current, blank));
  const { take, change } = keeping;
  const begun = useRef(change);
  useSpareSent(id === null ? spareName(null, blank).name : null, change);
  const showFirst = useRef(show);
  const asked =
    unreadId === null ? null : { params: { id: String(unreadId) }, query: { month, preview: 'no' as const } };
  const loading = useRead('draft', asked, { fresh: true });

  useEffect(() => {
    if (stored.current !== null || !loading.answer) return;
    const { id: own, version, sheet: theirs, knownBills: there } = loading.answer;
    stored.current = { id: own, version };
    knownBills.current = there;
    const left = broughtBack(spareName({ id: own, version }, theirs).name, Sheet, { version, typed: theirs });
    take(theirs);
    setUnreadId(null);
    setSheet(left ?? theirs);
    if (left === null) void showFirst.current(theirs);
    else begun.current(left);
  }, [loading.answer, take]);

  const edits = useEdits(keeping, setSheet);
  const unread = sheet === null ? (loading.trouble ?? null) : null;
  return {
    ...{ sheet, preview, kept: keeping.kept },
    trouble: keeping.trouble ?? unread,
    ...edits,
    settled: async () => ((await keeping.settled()) ? stored.current : null),
  };
}

/** What the server did not take before the page was left goes to it when the page opens. */
function useSpareSent(name: string | null, change: (sheet: Sheet) => void): void {
  const opening = useRef({ name, change });
  useEffect(() => {
    const left = opening.current.name === null ? null : broughtBack(opening.current.name, Sheet, null);
    if (left !== null) opening.current.change(left);
  }, []);
}

/** What a sheet that the server does not have is kept under in the browser. */
function spareName(of: Stored | null, { kind }: Pick<Sheet, 'kind'>): SpareName {
  return of === null ? { name: `new ${kind}`, version: null } : { name: `sheet ${of.id}`, version: of.version };
}

/** Makes a draft of a sheet that is none yet, or changes the one it is. */
function useWriting(month: Month) {
  const [make] = useWrite('newDraft');
  const [change] = useWrite('changeDraft');
  return (known: Stored | null, sheet: Sheet) =>
    known === null
      ? make({ body: { month, sheet, preview: false } })
      : change({ params: { id: String(known.id) }, body: { month, version: known.version, sheet, preview: false } });
}

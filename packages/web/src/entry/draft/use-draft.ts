import { useEffect, useRef, useState } from 'react';
import type { Month } from '@lowtide/core/calendar/month.ts';
import { Sheet } from '@lowtide/core/documents/sheets.ts';
import type { SheetPreview } from '@lowtide/core/documents/preview.ts';
import { useAsk, useRead, useWrite } from '../../api/books-api.ts';
import type { Trouble } from '../../api/trouble.ts';
import { broughtBack, typedApart } from './unsent-typing.ts';
import { useEdits, type Edits } from '../grid/use-edits.ts';
import { useKeeping, type Keeping, type SpareName } from './use-keeping.ts';
import type { Side } from './merged-typing.ts';
import { useBothTyping, type BothTyping, type OtherTyping } from './use-both-typing.ts';
import type { PreviewOf } from './use-sheet-preview.ts';

export type Preview = SheetPreview;

export interface DraftState extends Edits<Sheet> {
  readonly sheet: Sheet | null;
  readonly preview: Preview | null;
  readonly kept: Keeping<Sheet>['kept'];
  readonly trouble: Trouble | null;
  /** Somebody else who types in it. */
  readonly bothTyping: BothTyping<Sheet>;
  /** Keeps the sides that were chosen of what both changed. */
  readonly keepSides: (sides: readonly Side[]) => void;
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
  readonly sheet: Sheet;
}

const KEEP_AFTER_MS = 250;

/** A sheet kept on the server at every change; until the first one it is no draft. */
export function useDraft({ id, month, blank, onMade, previewOf }: DraftParts): DraftState {
  const [sheet, setSheet] = useState<Sheet | null>(() =>
    id === null ? (broughtBack(spareName(null, blank).name, Sheet, null) ?? blank) : null,
  );
  const { preview, show, learn } = useLatestPreview(previewOf);
  const stored = useStored(month);
  const bothTyping = useBothTyping<Sheet>();
  const send = async (now: Sheet): Promise<Trouble | null> => {
    const isNew = stored.now() === null;
    const [written] = await Promise.all([stored.write(now), show(now)]);
    if (!written.ok) return written.trouble;
    if (learn(written.answer.knownBills)) await show(now);
    if (isNew) onMade(written.answer.id);
    return null;
  };
  const together = async (mine: Sheet): Promise<Sheet | null> => {
    const met = await stored.theirs(mine);
    const both = met && bothTyping.merge(met);
    if (met && both) takeMet(both, met);
    return both;
  };
  const takeMet = (both: Sheet, { version, theirs: there }: OtherTyping<Sheet>): void => {
    stored.take({ version, sheet: there });
    setSheet(both);
  };
  const keeping = useKeeping(sheet, send, KEEP_AFTER_MS, { unsentOf: () => spareName(stored.now(), blank), together });
  useSpareSent(id === null ? spareName(null, blank).name : null, keeping.change);
  const unread = useFirstRead({ id, month, keeping, bothTyping, stored, learn, show, setSheet });
  const edits = useEdits(keeping, setSheet);
  return {
    ...{ sheet, preview, bothTyping, kept: keeping.kept },
    trouble: keeping.trouble ?? (sheet === null ? unread : null),
    ...edits,
    settled: async () => {
      const known = (await keeping.settled()) ? stored.now() : null;
      return known && { id: known.id, version: known.version };
    },
    keepSides: (sides) => {
      const chosen = bothTyping.settle(sides);
      if (chosen === null) return;
      takeMet(chosen.typed, chosen.met);
      keeping.change(chosen.typed);
      void show(chosen.typed);
    },
  };
}

/** What the latest sheet would do; an answer that comes late for an earlier one is left out. */
function useLatestPreview(previewOf: PreviewOf) {
  const [preview, setPreview] = useState<Preview | null>(null);
  const knownBills = useRef<readonly string[]>([]);
  const shown = useRef(0);
  const show = async (now: Sheet): Promise<void> => {
    shown.current += 1;
    const turn = shown.current;
    const made = await previewOf(now, knownBills.current);
    if (turn === shown.current) setPreview(made);
  };
  return {
    preview,
    show,
    /** Takes over which bills are known already; whether they are others than before. */
    learn: (bills: readonly string[]): boolean => {
      const isOther = bills.join('\n') !== knownBills.current.join('\n');
      knownBills.current = bills;
      return isOther;
    },
  };
}

/** The draft as the server has it, as far as this page knows. */
function useStored(month: Month) {
  const stored = useRef<Stored | null>(null);
  const [make] = useWrite('newDraft');
  const [change] = useWrite('changeDraft');
  const read = useAsk('draft');
  return {
    now: () => stored.current,
    /** The server has it so. */
    take: (known: Pick<Stored, 'version' | 'sheet'> & Partial<Stored>): void => {
      const id = known.id ?? stored.current?.id;
      if (id !== undefined) stored.current = { ...known, id };
    },
    /** Makes a draft of a sheet that is none yet, or changes the one it is. */
    write: async (sheet: Sheet) => {
      const known = stored.current;
      const written =
        known === null
          ? await make({ body: { month, sheet, preview: false } })
          : await change({
              params: { id: String(known.id) },
              body: { month, version: known.version, sheet, preview: false },
            });
      if (written.ok) stored.current = { id: written.answer.id, version: written.answer.version, sheet };
      return written;
    },
    /** What somebody else made of it since; null where that cannot be read. */
    theirs: async (mine: Sheet): Promise<OtherTyping<Sheet> | null> => {
      const known = stored.current;
      if (known === null) return null;
      const there = await read({ params: { id: String(known.id) }, query: { month, preview: 'no' } });
      if (!there.ok) return null;
      const { version, sheet, updatedBy } = there.answer;
      return { base: known.sheet, mine, theirs: sheet, version, by: updatedBy };
    },
  };
}

interface FirstRead extends Pick<DraftParts, 'id' | 'month'> {
  readonly keeping: Keeping<Sheet>;
  readonly bothTyping: BothTyping<Sheet>;
  readonly stored: ReturnType<typeof useStored>;
  readonly learn: (bills: readonly string[]) => boolean;
  readonly show: (now: Sheet) => Promise<void>;
  readonly setSheet: (sheet: Sheet) => void;
}

/** Reads once what is stored already when the page opens, with what was typed here and did not reach the server; why it cannot be read. */
function useFirstRead({ id, month, ...parts }: FirstRead): Trouble | null {
  const [unreadId, setUnreadId] = useState(id);
  const asked =
    unreadId === null ? null : { params: { id: String(unreadId) }, query: { month, preview: 'no' as const } };
  const { answer, trouble } = useRead('draft', asked, { fresh: true });
  const first = useRef(parts);
  useEffect(() => {
    first.current = parts;
  });
  useEffect(() => {
    const { keeping, bothTyping, stored, learn, show, setSheet } = first.current;
    if (stored.now() !== null || !answer) return;
    const { version, sheet: theirs, updatedBy: by } = answer;
    stored.take({ id: answer.id, version, sheet: theirs });
    learn(answer.knownBills);
    const { name } = spareName(stored.now(), theirs);
    const left = broughtBack(name, Sheet, { version, typed: theirs });
    const apart = left === null ? typedApart(name, Sheet, { version }) : null;
    const both = left ?? (apart && bothTyping.merge({ ...apart, theirs, version, by }));
    keeping.take(theirs);
    setUnreadId(null);
    setSheet(both ?? apart?.mine ?? theirs);
    if (both === null) void show(theirs);
    else keeping.change(both);
  }, [answer]);
  return trouble ?? null;
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
  return of === null
    ? { name: `new ${kind}`, version: null, base: null }
    : { name: `sheet ${of.id}`, version: of.version, base: of.sheet };
}

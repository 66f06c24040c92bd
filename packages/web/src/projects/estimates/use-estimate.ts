import { useEffect, useRef, useState } from 'react';
import { z } from 'zod';
import { EstimateSheet } from '@lowtide/core/wire/estimates.ts';
import { useAsk, useRead, useWrite, type Answer } from '../../api/books-api.ts';
import type { Trouble } from '../../api/trouble.ts';
import { useEdits, type Edits } from '../../entry/grid/use-edits.ts';
import { broughtBack, typedApart } from '../../entry/draft/unsent-typing.ts';
import { useKeeping, type Keeping } from '../../entry/draft/use-keeping.ts';
import type { Side } from '../../entry/draft/merged-typing.ts';
import { useBothTyping, type BothTyping, type OtherTyping } from '../../entry/draft/use-both-typing.ts';

type Estimate = Answer<'estimate'>;
export type Head = Answer<'changeEstimate'>;

/** What of an estimate is typed. */
const TypedEstimate = z
  .object({ name: z.string(), pricedOn: z.string(), targetEndOn: z.string(), sheet: EstimateSheet })
  .readonly();
export type TypedEstimate = z.output<typeof TypedEstimate>;

export interface EstimateState extends Edits<TypedEstimate> {
  /** Null while it is read. */
  readonly typed: TypedEstimate | null;
  readonly head: Head | null;
  readonly basis: Estimate['basis'] | null;
  readonly kept: Keeping<TypedEstimate>['kept'];
  readonly trouble: Trouble | null;
  /** Somebody else who types in it. */
  readonly bothTyping: BothTyping<TypedEstimate>;
  /** Keeps the sides that were chosen of what both changed. */
  readonly keepSides: (sides: readonly Side[]) => void;
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
  const base = useRef<TypedEstimate | null>(null);
  const bothTyping = useBothTyping<TypedEstimate>();
  const bothOf = useBoth(id, bothTyping);
  const send = async (now: TypedEstimate): Promise<Trouble | null> => {
    const written = await put({ params: { id: String(id) }, body: { version: version.current, ...now } });
    if (!written.ok) return written.trouble;
    version.current = written.answer.version;
    base.current = now;
    setHead(written.answer);
    return null;
  };
  const takeMet = (both: TypedEstimate, { version: newer, theirs }: OtherTyping<TypedEstimate>): void => {
    [version.current, base.current] = [newer, theirs];
    setTyped(both);
  };
  const together = async (mine: TypedEstimate): Promise<TypedEstimate | null> => {
    const both = base.current && (await bothOf({ base: base.current, mine }));
    if (both) takeMet(both.typed, both.met);
    return both && both.typed;
  };
  const keeping = useKeeping<TypedEstimate>(null, send, KEEP_AFTER_MS, {
    unsentOf: () => ({ name: `estimate ${id}`, version: version.current, base: base.current }),
    together,
  });
  const { take, change, isIdle, kept, settled } = keeping;
  const edits = useEdits<TypedEstimate>(keeping, setTyped);
  const first = useRef({ begin: change, merge: bothTyping.merge });

  useEffect(() => {
    if (!answer) return;
    // What is being typed here counts before what the server has; a newer version by a decision is taken over.
    if (answer.version <= version.current || !isIdle()) return;
    version.current = answer.version;
    const theirs = typedOf(answer);
    const left = broughtBack(`estimate ${id}`, TypedEstimate, { version: answer.version, typed: theirs });
    const apart = left === null ? typedApart(`estimate ${id}`, TypedEstimate, answer) : null;
    base.current = theirs;
    take(theirs);
    const { version: newest, updatedBy: by } = answer;
    const both = left ?? (apart && first.current.merge({ ...apart, theirs, version: newest, by }));
    setTyped(both ?? apart?.mine ?? theirs);
    setHead(answer);
    if (both !== null) first.current.begin(both);
  }, [id, answer, take, isIdle]);

  const keepSides = (sides: readonly Side[]): void => {
    const chosen = bothTyping.settle(sides);
    if (chosen) takeMet(chosen.typed, chosen.met);
    if (chosen) change(chosen.typed);
  };
  return {
    ...{ typed, head, basis: answer?.basis ?? null, kept, bothTyping, keepSides },
    ...edits,
    trouble: keeping.trouble ?? (typed === null ? (unread ?? null) : null),
    settled: async () => ((await settled()) ? version.current : null),
  };
}

/** What was typed here and what somebody else made of the estimate since, in one; null where one is asked, or it cannot be read. */
function useBoth(id: number, { merge }: BothTyping<TypedEstimate>) {
  const read = useAsk('estimate');
  return async (own: Pick<OtherTyping<TypedEstimate>, 'base' | 'mine'>) => {
    const there = await read({ params: { id: String(id) } });
    if (!there.ok) return null;
    const { version, updatedBy: by } = there.answer;
    const met = { ...own, theirs: typedOf(there.answer), version, by };
    const typed = merge(met);
    return typed && { typed, met };
  };
}

function typedOf({ name, pricedOn, targetEndOn, sheet }: Estimate): TypedEstimate {
  return { name, pricedOn, targetEndOn: targetEndOn ?? '', sheet };
}

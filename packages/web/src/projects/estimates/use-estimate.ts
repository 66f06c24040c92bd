import { useEffect, useRef, useState } from 'react';
import { z } from 'zod';
import { EstimateSheet } from '@lowtide/core/wire/estimates.ts';
import { useRead, useWrite, type Answer } from '../../api/books-api.ts';
import type { Trouble } from '../../api/trouble.ts';
import { useEdits, type Edits } from '../../entry/use-edits.ts';
import { broughtBack } from '../../entry/spare.ts';
import { useKeeping, type Keeping } from '../../entry/use-keeping.ts';

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
  const { latest, take, change, isIdle, kept, trouble, settled } = useKeeping<TypedEstimate>(
    null,
    send,
    KEEP_AFTER_MS,
    () => ({
      name: `estimate ${id}`,
      version: version.current,
    }),
  );
  const edits = useEdits<TypedEstimate>({ latest, change }, setTyped);
  const begun = useRef(change);

  useEffect(() => {
    if (!answer) return;
    // What is being typed here counts before what the server has; a newer version by a decision is taken over.
    if (answer.version <= version.current || !isIdle()) return;
    version.current = answer.version;
    const theirs = typedOf(answer);
    const left = broughtBack(`estimate ${id}`, TypedEstimate, { version: answer.version, typed: theirs });
    take(theirs);
    setTyped(left ?? theirs);
    setHead(answer);
    if (left !== null) begun.current(left);
  }, [id, answer, take, isIdle]);

  return {
    ...{ typed, head, basis: answer?.basis ?? null, kept },
    ...edits,
    trouble: trouble ?? (typed === null ? (unread ?? null) : null),
    settled: async () => ((await settled()) ? version.current : null),
  };
}

function typedOf({ name, pricedOn, targetEndOn, sheet }: Estimate): TypedEstimate {
  return { name, pricedOn, targetEndOn: targetEndOn ?? '', sheet };
}

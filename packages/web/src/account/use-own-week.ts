import { useEffect, useRef, useState } from 'react';
import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { useRead, useWrite, type Answer } from '../api/books-api.ts';

type Week = Answer<'ownWeek'>;
export type OwnRow = Week['rows'][number];

export const BLANK_ROW: OwnRow = {
  ...{ project: '', code: '', pay: '', activity: '', text: '' },
  days: ['', '', '', '', '', '', ''],
};

const PAUSE_MS = 600;

/** One's own week as it is typed: saved at each pause, submitted, taken back. */
export function useOwnWeek(weekOn: IsoDate) {
  const { answer, trouble } = useRead('ownWeek', { query: { weekOn } });
  const [typed, setTyped] = useState<readonly OwnRow[] | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const [save] = useWrite('saveOwnWeek');
  const [submit, submitting] = useWrite('submitOwnWeek');
  const [recall, recalling] = useWrite('recallOwnWeek');
  const version = useRef(0);
  const waiting = useRef<{ timer: number; rows: readonly OwnRow[] } | null>(null);
  const saving = useRef<Promise<void>>(Promise.resolve());
  useEffect(() => {
    if (answer !== undefined) version.current = Math.max(version.current, answer.version);
  }, [answer]);

  const saveNow = (): Promise<void> => {
    const due = waiting.current;
    if (due === null) return saving.current;
    window.clearTimeout(due.timer);
    waiting.current = null;
    saving.current = saving.current.then(async () => {
      const body = { weekOn, version: version.current, rows: due.rows.map((row) => ({ ...row })) };
      const written = await save({ body });
      if (written.ok) version.current = written.answer.version;
      setRefused(written.ok ? null : written.trouble.detail);
    });
    return saving.current;
  };
  const latest = useRef(saveNow);
  useEffect(() => {
    latest.current = saveNow;
  });
  useEffect(() => () => void latest.current(), []);

  const change = (rows: readonly OwnRow[]): void => {
    setTyped(rows);
    if (waiting.current !== null) window.clearTimeout(waiting.current.timer);
    waiting.current = { rows, timer: window.setTimeout(() => void latest.current(), PAUSE_MS) };
  };
  const step = async (send: typeof submit): Promise<void> => {
    await saveNow();
    const written = await send({ body: { weekOn, version: version.current } });
    if (written.ok) version.current = written.answer.version;
    setRefused(written.ok ? null : written.trouble.detail);
    if (written.ok) setTyped(null);
  };
  return {
    ...{ answer, trouble, refused, change },
    rows: typed ?? answer?.rows ?? [],
    submit: () => step(submit),
    recall: () => step(recall),
    busy: submitting.busy || recalling.busy,
  };
}

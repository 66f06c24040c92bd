import type { Router } from 'express';
import { textIn } from '@lowtide/core/cells/cell.ts';
import { monthOf } from '@lowtide/core/calendar/month.ts';
import { audit } from '../audit/audit-queries.ts';
import type { Trx } from '../database/schema.ts';
import { read, write, type Acting, type Answer, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { asOf, bounds } from '../ledger/as-of-queries.ts';
import { standingProjects } from './position-queries.ts';
import { insertReaderNote, readerNotes } from './reader-note-queries.ts';

const MOST_TEXT = 400;

/** What readers of the WIP schedule are told of a project, month by month. */
export function readerNoteRoutes(router: Router, context: Context): void {
  read(router, context, 'readerNotes', async (db, { params, query }) => ({
    rows: [...(await readerNotes(db, await bounds(db, asOf(query)), params.id))],
  }));
  write(router, context, 'writeReaderNote', async (trx, asked, acting) => writeNote(trx, asked, acting));
}

async function writeNote(
  trx: Trx,
  { params, body }: Asked<'writeReaderNote'>,
  acting: Acting,
): Promise<Answer<'writeReaderNote'>> {
  const { month } = body;
  const current = monthOf(acting.today);
  if (month > current) throw new Refusal([{ at: 'month', kind: 'month-ahead', month, current }]);
  const text = acceptedOr(textIn({ typed: body.text, at: 'text' }, 'the note', MOST_TEXT));
  const [standing] = await standingProjects(trx, { through: month, known: null }, { only: params.id });
  if (standing === undefined) throw new Refusal([{ at: '', kind: 'not-there', subject: 'project' }], 404);
  await insertReaderNote(trx, { project: params.id, month, text }, acting);
  await audit(trx, acting, { action: 'note for readers', subject: `project ${params.id}`, detail: { month, text } });
  return { done: true };
}

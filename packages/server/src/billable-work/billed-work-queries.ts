import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import { sql } from 'kysely';
import type { EffectStore } from '../effects/effect-store.ts';
import { keepWork } from './posted-work-queries.ts';
import { insertMoves, leftOfWork, TAKEN_BACK } from './work-left-queries.ts';

/** Hours and costs that are billed; every document leaves those that may be. */
export const BILLED_WORK: EffectStore<'billed-work'> = {
  write: async (trx, { id }, { on, work }, stamp) => {
    await insertMoves(
      trx,
      work.map(({ work: of, billed, writtenDown, reason }) => ({
        ...{ work: of, document: id, countsOn: dayNumber(on), billed, written: writtenDown, reason },
      })),
      stamp,
    );
  },
  posted: keepWork,
  undo: async (trx, document, by) => {
    const rows = await trx
      .selectFrom('billed_work')
      .select(['work_id', 'billed_cents', 'written_cents'])
      .where('document_id', '=', document)
      .orderBy('id')
      .execute();
    if (rows.length === 0) return;
    const reversal = await trx
      .selectFrom('document')
      .select(['posted_on', 'recorded_at', 'recorded_by'])
      .where('id', '=', by)
      .executeTakeFirstOrThrow();
    const moves = rows.map((row) => ({
      ...{ work: row.work_id, document: by, countsOn: reversal.posted_on, reason: TAKEN_BACK },
      ...{ billed: -row.billed_cents, written: -row.written_cents },
    }));
    await insertMoves(trx, moves, { at: reversal.recorded_at, by: reversal.recorded_by });
  },
  tables: ['billed_work'],
  balances: [
    {
      title: 'What is left of work to be billed',
      kept: sql`SELECT work_id, left_cents FROM work_left WHERE left_cents <> 0`,
      worked: sql`SELECT work_id, left_cents FROM (${leftOfWork(sql`TRUE`)}) WHERE left_cents <> 0`,
      ...{ key: 'work_id', amounts: ['left_cents'] },
    },
  ],
};

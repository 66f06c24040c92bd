import { sql } from 'kysely';
import type { Db, Trx } from '../database/schema.ts';
import type { EffectStore } from '../effects/effect-store.ts';
import { Refusal } from '../http/refusal.ts';
import { EVERYTHING } from './as-of-queries.ts';
import { counts } from './settlement-queries.ts';
import { isOfEntry } from '../database/line-number.ts';

async function insertRecoded(trx: Trx, document: number, lines: readonly number[]): Promise<void> {
  for (const line of lines) {
    await trx.insertInto('recoded_line').values({ document_id: document, line_id: line }).execute();
  }
}

/** The lines of a document that were coded otherwise, by what counts: where to, as it was typed. */
export async function recodedLines(db: Db, document: number) {
  const { rows } = await sql<{ line: number; id: number; number: string; project: string; code: string; type: string }>`
    SELECT c.line_id AS line, x.id, x.number, json_extract(t.value, '$.project') AS project,
      json_extract(t.value, '$.code') AS code, ifnull(json_extract(t.value, '$.costType'), '') AS type
    FROM journal_entry e JOIN recoded_line c ON ${isOfEntry('c.line_id')}
    JOIN document x ON x.id = c.document_id JOIN json_each(x.body, '$.lines') t
      ON json_extract(t.value, '$.line') = c.line_id
    WHERE e.document_id = ${document} AND ${counts('x', EVERYTHING)} ORDER BY c.line_id`.execute(db);
  return rows.map(({ line, id, number, project, code, type }) => ({
    ...{ lineId: line, documentId: id, number },
    to: [project, code, type].filter((part) => part !== '').join(' '),
  }));
}

/** The recoding that counts of a line of the document; undefined where none does. */
async function recodingOf(db: Db, document: number): Promise<string | undefined> {
  const { rows } = await sql<{ number: string }>`SELECT x.number
    FROM journal_entry e JOIN recoded_line c ON ${isOfEntry('c.line_id')}
    JOIN document x ON x.id = c.document_id
    WHERE e.document_id = ${document} AND ${counts('x', EVERYTHING)} LIMIT 1`.execute(db);
  return rows[0]?.number;
}

/** Lines that a document coded otherwise: what posted them is not taken back before that is. */
export const RECODED_LINES: EffectStore<'recoded-lines'> = {
  write: (trx, { id }, { lines }) => insertRecoded(trx, id, lines),
  refuseReversal: async (trx, document) => {
    const recoding = await recodingOf(trx, document);
    if (recoding !== undefined) throw new Refusal([{ at: '', kind: 'recode-first', number: recoding }]);
  },
};

import { dayNumber, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { typedDate, type DayReading } from '@lowtide/core/calendar/typed-date.ts';
import { typedNumber } from '@lowtide/core/money/typed-number.ts';
import { sql, type RawBuilder } from 'kysely';
import { companyOf } from '../company/company-queries.ts';
import { seenProjects } from '../http/seen-projects.ts';
import type { Db } from '../database/schema.ts';

export interface SearchHit {
  kind: string;
  id: number;
  code: string;
  name: string;
  amountCents: number | null;
}

const MOST_OF_A_KIND = 8;

/** Notes are looked through in so many of the newest documents. */
const NOTES_OF = 200_000;

/**
 * Projects and parties by code or a part of the name; documents by number or a part of their note, and by amount or day where the text
 * is one.
 */
export async function searchHits(db: Db, text: string, today: IsoDate): Promise<SearchHit[]> {
  if (text === '') return [];
  const only = seenProjects(db);
  if (only !== null) return projectsAmong(db, text, only);
  const like = `%${text.replace(/[%_\\]/g, '\\$&')}%`;
  const beginning = like.slice(1);
  const { rows: named } = await sql<SearchHit>`
    SELECT * FROM (SELECT 'project' AS kind, id, code, name, NULL AS amountCents FROM project
      WHERE code LIKE ${like} ESCAPE '\\' OR name LIKE ${like} ESCAPE '\\' ORDER BY code LIMIT ${MOST_OF_A_KIND})
    UNION ALL
    SELECT * FROM (SELECT kind, id, code, name, NULL FROM party
      WHERE code LIKE ${like} ESCAPE '\\' OR name LIKE ${like} ESCAPE '\\' ORDER BY name LIMIT ${MOST_OF_A_KIND})`.execute(
    db,
  );
  const amount = amountCents(text);
  const byAmount = amount === undefined ? sql`` : sql`OR d.gross_cents = ${amount}`;
  const { rows: documents } = await sql<SearchHit>`
    SELECT d.kind, d.id, d.number AS code, ifnull(y.name, ifnull(p.name, d.memo)) AS name, d.gross_cents AS amountCents
    FROM document d LEFT JOIN party y ON y.id = d.party_id LEFT JOIN project p ON p.id = d.project_id
    WHERE d.number LIKE ${beginning} ESCAPE '\\' ${byAmount} ${byDay(text, { near: today, order: (await companyOf(db)).dayOrder })}
    ORDER BY d.id DESC LIMIT ${MOST_OF_A_KIND}`.execute(db);
  const more = MOST_OF_A_KIND - documents.length;
  return [...named, ...documents, ...(more > 0 ? await noted(db, like, { not: documents, most: more }) : [])];
}

/** Text that is a day and no plain number finds the documents of that day. */
function byDay(text: string, { near, order }: DayReading): RawBuilder<unknown> {
  const day = /^\d+$/.test(text) ? undefined : typedDate(text, near, order);
  return day === undefined ? sql`` : sql`OR d.dated_on = ${dayNumber(day)}`;
}

/** Documents whose note has the text in it. */
async function noted(
  db: Db,
  like: string,
  { not, most }: { readonly not: readonly SearchHit[]; readonly most: number },
): Promise<SearchHit[]> {
  const { rows } = await sql<SearchHit>`
    SELECT d.kind, d.id, d.number AS code, ifnull(y.name || ', ', '') || d.memo AS name, d.gross_cents AS amountCents
    FROM document d LEFT JOIN party y ON y.id = d.party_id
    WHERE d.id > (SELECT ifnull(MAX(id), 0) - ${NOTES_OF} FROM document) AND d.memo LIKE ${like} ESCAPE '\\'
      AND d.id NOT IN (${sql.join([0, ...not.map(({ id }) => id)])})
    ORDER BY d.id DESC LIMIT ${most}`.execute(db);
  return rows;
}

/** Those who see only some projects find nothing else. */
async function projectsAmong(db: Db, text: string, only: ReadonlySet<number>): Promise<SearchHit[]> {
  const like = `%${text.replace(/[%_\\]/g, '\\$&')}%`;
  const { rows } = await sql<SearchHit>`SELECT 'project' AS kind, id, code, name, NULL AS amountCents FROM project
    WHERE (code LIKE ${like} ESCAPE '\\' OR name LIKE ${like} ESCAPE '\\') AND id IN (${sql.join([...only, 0])})
    ORDER BY code LIMIT ${MOST_OF_A_KIND}`.execute(db);
  return rows;
}

function amountCents(text: string): number | undefined {
  const read = typedNumber(text, 2);
  return read.kind === 'number' ? read.scaled : undefined;
}

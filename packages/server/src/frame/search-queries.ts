import { typedNumber } from '@lowtide/core/money/typed-number.ts';
import { sql } from 'kysely';
import { seenProjects } from '../projects/seen-project-queries.ts';
import type { Db } from '../database/schema.ts';

export interface SearchHit {
  kind: string;
  id: number;
  code: string;
  name: string;
  amountCents: number | null;
}

const MOST_OF_A_KIND = 8;

/** Projects, parties and employees by code or a part of the name; documents by number, or by amount where the text is one. */
export async function searchHits(db: Db, text: string): Promise<SearchHit[]> {
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
    WHERE d.number LIKE ${beginning} ESCAPE '\\' ${byAmount} ORDER BY d.id DESC LIMIT ${MOST_OF_A_KIND}`.execute(db);
  return [...named, ...documents];
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

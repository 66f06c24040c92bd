import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import type { DocumentKind } from '@lowtide/core/documents/kinds.ts';
import type { PostedLine } from '@lowtide/core/documents/recode/read.ts';
import { DIMENSION_NAMES, DIMENSIONS, dimensionsOf } from '@lowtide/core/ledger/dimensions.ts';
import { accountId } from '@lowtide/core/ledger/ids.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import { sql, type RawBuilder } from 'kysely';
import type { Db } from '../database/schema.ts';
import { EVERYTHING, type Bounds } from '../ledger/as-of-queries.ts';
import { counts, isReversed } from '../ledger/settlement-queries.ts';
import { entryOf } from '../database/line-number.ts';

type At = Pick<Bounds, 'day' | 'recordedAt'>;

/** Whether a line, by its alias, was coded otherwise by a document that counts. */
function isRecoded(line: string, at: At): RawBuilder<boolean> {
  return sql`EXISTS (SELECT 1 FROM recoded_line c JOIN document x ON x.id = c.document_id
    WHERE c.line_id = ${sql.ref(`${line}.id`)} AND ${counts('x', at)})`;
}

/** Cost lines without a project or a code that count, and were not coded since; few, so their documents are found from them. */
function strayLines(at: At): RawBuilder<unknown> {
  return sql`FROM stray_line s CROSS JOIN journal_line l ON l.id = s.line_id CROSS JOIN journal_entry e ON e.id = ${entryOf('l.id')}
    CROSS JOIN document d ON d.id = e.document_id WHERE ${counts('d', at)} AND l.amount_cents <> 0 AND NOT ${isRecoded('l', at)}`;
}

export interface StrayRow {
  readonly line: number;
  readonly document_id: number;
  readonly number: string;
  readonly kind: DocumentKind;
  readonly posted_on: number;
  readonly party_id: number | null;
  readonly party: string | null;
  readonly account_id: number;
  readonly account: string;
  readonly project: string | null;
  readonly text: string;
  readonly amount_cents: number;
}

/** At most so many at once. */
const MOST_SHOWN = 500;

export async function strays(db: Db, at: At): Promise<readonly StrayRow[]> {
  const { rows } = await sql<StrayRow>`SELECT l.id AS line, d.id AS document_id, d.number, d.kind, l.posted_on,
      l.party_id, (SELECT name FROM party WHERE id = l.party_id) AS party, l.account_id,
      (SELECT code || ' ' || name FROM account WHERE id = l.account_id) AS account,
      (SELECT code FROM project WHERE id = l.project_id) AS project, l.text, l.amount_cents
    ${strayLines(at)} ORDER BY l.posted_on, l.id LIMIT ${MOST_SHOWN}`.execute(db);
  return rows;
}

/** How many there are, and what they come to. */
export async function strayTotal(db: Db, at: At): Promise<{ readonly count: number; readonly total: Cents }> {
  const { rows } = await sql<{ count: number; total: number | null }>`
    SELECT COUNT(*) AS count, SUM(l.amount_cents) AS total ${strayLines(at)}`.execute(db);
  return { count: rows[0]?.count ?? 0, total: cents(rows[0]?.total ?? 0) };
}

interface PostedRow extends Readonly<Record<string, unknown>> {
  readonly id: number;
  readonly posted_on: number;
  readonly account_id: number;
  readonly amount_cents: number;
  readonly quantity_e4: number;
  readonly text: string;
  readonly document_id: number;
  readonly number: string;
  readonly kind: DocumentKind;
  readonly reversed: number;
  readonly recoded_by: string | null;
}

/** Posted lines by their numbers, as far as they may be coded otherwise. */
export async function postedLines(db: Db, lines: readonly number[]): Promise<readonly PostedLine[]> {
  const dimensions = sql.join(DIMENSION_NAMES.map((name) => sql.ref(`l.${DIMENSIONS[name].column}`)));
  const { rows } = await sql<PostedRow>`SELECT l.id, l.posted_on, l.account_id, l.amount_cents, l.quantity_e4, l.text,
      ${dimensions}, d.id AS document_id, d.number, d.kind,
      ${isReversed('d.id')} AS reversed,
      (SELECT x.number FROM recoded_line c JOIN document x ON x.id = c.document_id
        WHERE c.line_id = l.id AND ${counts('x', EVERYTHING)} LIMIT 1) AS recoded_by
    FROM journal_line l JOIN journal_entry e ON e.id = ${entryOf('l.id')} JOIN document d ON d.id = e.document_id
    WHERE l.id IN (${sql.join([...lines])})`.execute(db);
  return rows.map((row) => ({
    ...dimensionsOf(row),
    id: row.id,
    postedOn: dayOf(row.posted_on),
    account: accountId(row.account_id),
    amount: cents(row.amount_cents),
    quantity: quantity(row.quantity_e4),
    text: row.text,
    of: { id: row.document_id, kind: row.kind, number: row.number },
    isReversed: row.reversed === 1,
    recodedBy: row.recoded_by,
  }));
}

import { sql, type RawBuilder } from 'kysely';
import type { Db, Trx } from '../database/schema.ts';
import { EVERYTHING, type Bounds } from '../ledger/as-of-queries.ts';

/** Whether a budget line, by its alias, is carried at zero margin on the day, as known at the moment: as was said last. */
export function isZeroMargin(alias: string, at: Pick<Bounds, 'day' | 'recordedAt'>): RawBuilder<boolean> {
  return sql`ifnull((SELECT z.marked FROM zero_margin_mark z WHERE z.budget_line_id = ${sql.ref(`${alias}.id`)}
    AND z.counts_from <= ${at.day} AND z.recorded_at <= ${at.recordedAt} ORDER BY z.id DESC LIMIT 1), 0)`;
}

/** The budget lines that are carried at zero margin now. */
export async function zeroMarginLines(db: Db): Promise<ReadonlySet<number>> {
  const { rows } = await sql<{ id: number }>`SELECT b.id FROM budget_line b
    WHERE b.id IN (SELECT budget_line_id FROM zero_margin_mark) AND ${isZeroMargin('b', EVERYTHING)} = 1`.execute(db);
  return new Set(rows.map(({ id }) => id));
}

interface ZeroMarginMark {
  readonly line: number;
  readonly marked: boolean;
  readonly countsFrom: number;
}

/** Says from a day on whether a line is carried at zero margin. */
export async function insertZeroMargin(
  trx: Trx,
  { line, marked, countsFrom }: ZeroMarginMark,
  { at, by }: { readonly at: number; readonly by: string },
): Promise<void> {
  await trx
    .insertInto('zero_margin_mark')
    .values({
      ...{ budget_line_id: line, marked: marked ? 1 : 0, counts_from: countsFrom },
      ...{ recorded_at: at, recorded_by: by },
    })
    .execute();
}

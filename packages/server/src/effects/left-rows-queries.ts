import { sql } from 'kysely';
import type { Schema, Sql } from '../database/schema.ts';
import type { TieLook } from './effect-store.ts';

/** Of rows that documents left since a mark, the sum of a column; of documents taken back since, the same taken off again. */
export function sumLeft(table: keyof Schema, column: string, { after }: TieLook): Sql {
  const amount = sql`SUM(${sql.ref(`m.${column}`)})`;
  return sql`(ifnull((SELECT ${amount} FROM ${sql.table(table)} m WHERE m.id > ${after(table)}), 0)
    - ifnull((SELECT ${amount} FROM document r CROSS JOIN ${sql.table(table)} m ON m.document_id = r.reverses_id
        WHERE r.reverses_id IS NOT NULL AND r.id > ${after('document')}), 0))`;
}

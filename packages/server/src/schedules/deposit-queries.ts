import { leftOfDeposit, type DepositLeft } from '@lowtide/core/billing/deposits.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { documentId } from '@lowtide/core/ledger/ids.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { sql } from 'kysely';
import type { Db, Sql, Trx } from '../database/schema.ts';
import type { EffectStore } from '../effects/effect-store.ts';
import { sumLeft } from '../effects/left-rows-queries.ts';
import { Refusal } from '../http/refusal.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';

/** What is billed as deposits, drawn down by invoices and paid back. */
export const DEPOSIT_MOVES: EffectStore<'deposit-moves'> = {
  write: async (trx, { id }, { project, moves }) => {
    for (const { deposit, net, tax } of moves) {
      await trx
        .insertInto('deposit_move')
        .values({
          ...{ document_id: id, deposit_id: deposit === 'itself' ? id : deposit, project_id: project },
          ...{ net_cents: net, tax_cents: tax },
        })
        .execute();
    }
  },
  refuseReversal: refuseUsed,
  tables: ['deposit_move'],
  ties: (look) => ({ 'client-deposits': { one: sumLeft('deposit_move', 'net_cents', look) } }),
};

interface DepositRow {
  readonly id: number;
  readonly number: string;
  readonly project: number;
  readonly net: number;
  readonly gross: number;
  readonly paid: number;
  readonly used_net: number;
  readonly used_gross: number;
}

/**
 * Deposits as they stand: billed, paid, and used by documents that count, without one that is about to be taken back. One that was taken
 * over with the books was paid before.
 */
function standing(where: Sql, without: number): Sql {
  const used = (
    column: Sql,
  ): Sql => sql`ifnull((SELECT -SUM(${column}) FROM deposit_move u JOIN document k ON k.id = u.document_id
    WHERE u.deposit_id = d.id AND u.document_id NOT IN (d.id, ${without}) AND ${notReversed('k', EVERYTHING)}), 0)`;
  return sql`SELECT d.id, d.number, m.project_id AS project, m.net_cents AS net, m.net_cents + m.tax_cents AS gross,
      CASE WHEN d.kind = 'client-deposit' THEN ifnull((SELECT SUM(s.amount_cents) FROM settlement s
        WHERE s.document_id = d.id AND s.by_document_id NOT IN (d.id, ${without})), 0) ELSE d.gross_cents END AS paid,
      ${used(sql`u.net_cents`)} AS used_net, ${used(sql`u.net_cents + u.tax_cents`)} AS used_gross
    FROM deposit_move m JOIN document d ON d.id = m.deposit_id AND m.document_id = d.id
    WHERE ${where} AND ${notReversed('d', EVERYTHING)} ORDER BY d.id`;
}

/** What is left of the deposits of some projects, oldest first; those with nothing left are left out. */
export async function depositsOf(
  db: Db,
  projects: readonly number[],
): Promise<ReadonlyMap<number, readonly DepositLeft[]>> {
  const { rows } = await sql<DepositRow>`${standing(sql`m.project_id IN (${sql.join([...projects])})`, 0)}`.execute(db);
  const left = rows.flatMap((row) => {
    const billed = {
      net: cents(row.net),
      gross: cents(row.gross),
      usedNet: cents(row.used_net),
      usedGross: cents(row.used_gross),
    };
    const of = { ...billed, left: leftOfDeposit({ ...billed, paid: cents(row.paid) }) };
    return of.left > 0
      ? [{ project: row.project, deposit: { id: documentId(row.id), number: row.number, ...of } }]
      : [];
  });
  const byProject = groupedBy(left, ({ project }) => project);
  return new Map([...byProject].map(([project, some]) => [project, some.map(({ deposit }) => deposit)]));
}

/** What paid a deposit, or gave it back, is not taken back while the deposit is used beyond what would be left. */
async function refuseUsed(trx: Trx, document: number): Promise<void> {
  const touched = sql`d.id IN (SELECT document_id FROM settlement WHERE by_document_id = ${document}
    UNION SELECT deposit_id FROM deposit_move WHERE document_id = ${document})`;
  const { rows } = await sql<DepositRow>`${standing(touched, document)}`.execute(trx);
  const short = rows.find(({ id, paid, used_gross }) => id !== document && paid < used_gross);
  if (short !== undefined) {
    throw new Refusal([{ at: '', kind: 'deposit-used', number: short.number, used: cents(short.used_gross) }]);
  }
}

import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import type { BilledValue } from '@lowtide/core/billing/billed-values.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { sql } from 'kysely';
import type { Db, Sql, Trx } from '../database/schema.ts';
import type { EffectStore } from '../effects/effect-store.ts';
import { sumLeft } from '../effects/left-rows-queries.ts';
import { Refusal } from '../http/refusal.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';

/** What a document bills of the lines of a schedule, or takes back of those of an invoice. */
export const BILLED_VALUES: EffectStore<'billed-values'> = {
  write: async (trx, { id }, { project, values }) => {
    for (const value of values) await insertValue(trx, { document: id, project }, value);
  },
  refuseReversal: async (trx, document) => {
    const { rows } = await sql<{ number: string; later: string }>`SELECT i.number, d.number AS later
      FROM billed_value b JOIN document d ON d.id = b.document_id JOIN document i ON i.id = b.invoice_id
      WHERE b.invoice_id = ${document} AND b.document_id <> ${document} AND ${notReversed('d', EVERYTHING)}
      LIMIT 1`.execute(trx);
    const [first] = rows;
    if (first !== undefined) {
      throw new Refusal([{ at: '', kind: 'application-answered', number: first.number, by: first.later }]);
    }
    await refuseReleasedSince(trx, document);
  },
  tables: ['billed_value'],
  ties: (look) => ({
    'retention-held': {
      one: sql`(${sumLeft('billed_value', 'withheld_cents', look)} - ${sumLeft('billed_value', 'released_cents', look)})`,
    },
  }),
};

/** What a document held back and was released since, as a part of all that is held back of its project, is not taken back with it. */
async function refuseReleasedSince(trx: Trx, document: number): Promise<void> {
  const { rows } = await sql<{ number: string; withheld: number; held: number }>`
    SELECT d.number, SUM(b.withheld_cents - b.released_cents) AS withheld, ${heldOfProject(sql`b.project_id`)} AS held
    FROM billed_value b JOIN document d ON d.id = b.document_id WHERE b.document_id = ${document}
    GROUP BY b.project_id`.execute(trx);
  const short = rows.find(({ withheld, held }) => held - withheld < 0);
  if (short !== undefined) {
    const { number, withheld, held } = short;
    throw new Refusal([{ at: '', kind: 'held-no-more', number, withheld: cents(withheld), held: cents(held) }]);
  }
}

/** What the client of a project holds back now. */
export function heldOfProject(project: Sql): Sql {
  return sql`ifnull((SELECT SUM(h.withheld_cents - h.released_cents) FROM billed_value h JOIN document k ON k.id = h.document_id
    WHERE h.project_id = ${project} AND ${notReversed('k', EVERYTHING)}), 0)`;
}

async function insertValue(
  trx: Trx,
  { document, project }: { readonly document: number; readonly project: number },
  { invoice, line, work, stored, withheld, released }: BilledValue,
): Promise<void> {
  await trx
    .insertInto('billed_value')
    .values({
      ...{ document_id: document, project_id: project, invoice_id: invoice === 'itself' ? document : invoice },
      ...{ line_id: line, work_cents: work, stored_cents: stored },
      ...{ withheld_cents: withheld, released_cents: released },
    })
    .execute();
}

/** What was asked of a client. It is not taken back once it is answered, or corrected by a later version. */
export const APPLIED: EffectStore<'application'> = {
  write: async (trx, { id }, { project, ordinal, version, through, replaces, lines }) => {
    await trx
      .insertInto('application')
      .values({
        ...{ document_id: id, project_id: project, ordinal, version },
        ...{ through_on: dayNumber(through), replaces_id: replaces },
      })
      .execute();
    for (const { line, work, stored, mayExceed } of lines) {
      await trx
        .insertInto('asked_value')
        .values({
          ...{ document_id: id, line_id: line, work_cents: work, stored_cents: stored },
          may_exceed: mayExceed ? 1 : 0,
        })
        .execute();
    }
  },
  refuseReversal: async (trx, document) => {
    const { rows } = await sql<{ number: string; by: string }>`SELECT a.number, d.number AS "by"
      FROM (SELECT document_id, application_id AS of FROM certificate
        UNION ALL SELECT document_id, replaces_id FROM application) n
      JOIN document d ON d.id = n.document_id JOIN document a ON a.id = n.of
      WHERE n.of = ${document} AND ${notReversed('d', EVERYTHING)} LIMIT 1`.execute(trx);
    const [first] = rows;
    if (first !== undefined) throw new Refusal([{ at: '', kind: 'application-answered', ...first }]);
  },
};

/** The application that an invoice answers. */
export const CERTIFIED: EffectStore<'certificate'> = {
  write: async (trx, { id }, { application }) => {
    const answered = application === 'the one before' ? await latestApplication(trx, id) : application;
    await trx.insertInto('certificate').values({ document_id: id, application_id: answered }).execute();
  },
};

async function latestApplication(db: Db, before: number): Promise<number> {
  const { document_id } = await db
    .selectFrom('application')
    .select('document_id')
    .where('document_id', '<', before)
    .orderBy('document_id', 'desc')
    .limit(1)
    .executeTakeFirstOrThrow();
  return document_id;
}

import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import type { EffectOf } from '@lowtide/core/documents/effect.ts';
import type { DocumentId } from '@lowtide/core/ledger/ids.ts';
import type { OrderedLine } from '@lowtide/core/orders/order-effects.ts';
import type { Part } from '@lowtide/core/orders/order-line.ts';
import { sql } from 'kysely';
import type { Sql, Trx } from '../database/schema.ts';
import type { EffectStore } from '../effects/effect-store.ts';
import { sumLeft } from '../effects/left-rows-queries.ts';
import { refuseSumsTooLarge } from '../ledger/sum-queries.ts';
import { refuseAccrualInUse, refuseVersionInUse } from './order-reversal-queries.ts';
import { codingRow } from '../database/coding-columns.ts';

/** The projects of lines that documents ordered, received or billed. */
function projectsOfLines(table: 'ordered' | 'received' | 'billed', documents: Sql): Sql {
  return sql`SELECT l.project_id FROM ${sql.table(table)} m JOIN order_line l ON l.id = m.order_line_id
    WHERE m.document_id IN (${documents})`;
}

/** An order, or a version of it. */
export const ORDER_VERSION: EffectStore<'order-version'> = {
  write: async (trx, { id }, effect) => {
    const changed = effect.ordered.map(({ change }) => Math.max(Math.abs(change.net), Math.abs(change.cost)));
    await refuseSumsTooLarge(trx, { turnover: 0, planned: added(changed) });
    await insertVersion(trx, id, effect);
  },
  refuseReversal: refuseVersionInUse,
  // Of an order itself all of its lines.
  projectsOf: (documents) => sql`${projectsOfLines('ordered', documents)}
    UNION ALL SELECT l.project_id FROM order_line l WHERE l.order_id IN (${documents})`,
};

/** What came of lines of orders, and what was accrued of it. */
export const RECEIVED: EffectStore<'received'> = {
  write: async (trx, { id }, { lines }) => {
    await refuseSumsTooLarge(trx, { turnover: 0, planned: added(lines.map(({ part }) => Math.abs(part.net))) });
    for (const { line, part, accrued } of lines) {
      const came = { accrued_measure: accrued?.measure ?? 0, accrued_cents: accrued?.cost ?? 0 };
      await trx
        .insertInto('received')
        .values({ ...partRow(id, line, part), ...came })
        .execute();
    }
  },
  refuseReversal: refuseAccrualInUse,
  projectsOf: (documents) => projectsOfLines('received', documents),
  tables: ['received'],
  ties: (look) => ({ received: { one: sumLeft('received', 'accrued_cents', look) } }),
};

/** What was billed of lines of orders, and what it took over of receipts. */
export const BILLED: EffectStore<'billed'> = {
  write: async (trx, { id }, { lines }) => {
    for (const { line, part, cost, taken } of lines) {
      await trx
        .insertInto('billed')
        .values({ ...partRow(id, line, part), cost_cents: cost })
        .execute();
      for (const each of taken) {
        await trx
          .insertInto('taken_over')
          .values({
            ...{ document_id: id, order_line_id: line, received_id: each.receipt, measure: each.measure },
            ...{ cost_cents: each.cost, taken_on: dayNumber(each.takenOn) },
          })
          .execute();
      }
    }
  },
  projectsOf: (documents) => projectsOfLines('billed', documents),
  tables: ['taken_over'],
  ties: (look) => ({ received: { one: sql`-${sumLeft('taken_over', 'cost_cents', look)}` } }),
};

/** Withheld from a supplier; what is released is negative. */
export const RETAINED: EffectStore<'retained'> = {
  write: async (trx, { id, party }, { amounts }) => {
    if (party === null) return;
    for (const { order, project, amount } of amounts) {
      await trx
        .insertInto('retained')
        .values({ document_id: id, party_id: party, order_id: order, project_id: project, amount_cents: amount })
        .execute();
    }
  },
  tables: ['retained'],
  ties: (look) => ({ retention: { one: sumLeft('retained', 'amount_cents', look) } }),
};

function added(amounts: readonly number[]): number {
  return amounts.reduce((all, each) => all + each, 0);
}

async function insertVersion(trx: Trx, id: DocumentId, { version, ordered }: EffectOf<'order-version'>): Promise<void> {
  const order = version.order ?? id;
  await trx
    .insertInto('order_version')
    .values({
      document_id: id,
      order_id: order,
      version: version.version,
      retention_millionths: version.retentionMillionths,
      closes: version.closes ? 1 : 0,
      deliver_to: version.deliverTo === '' ? await siteOf(trx, ordered) : version.deliverTo,
    })
    .execute();
  for (const each of ordered) {
    await trx
      .insertInto('ordered')
      .values({
        ...partRow(id, each.line ?? (await insertLine(trx, order, each)), each.change),
        cost_cents: each.change.cost,
        price_e4: each.price,
        unit: each.unit,
        text: each.text,
        tax_code_id: each.taxCode,
        wanted_on: each.wantedOn === null ? null : dayNumber(each.wantedOn),
      })
      .execute();
  }
}

function partRow(document: DocumentId, line: number, part: Part) {
  return { document_id: document, order_line_id: line, quantity_e4: part.quantity, net_cents: part.net };
}

async function insertLine(trx: Trx, order: DocumentId, { place, target }: OrderedLine): Promise<number> {
  const coding = target.kind === 'project' ? target.coding : null;
  const { id } = await trx
    .insertInto('order_line')
    .values({
      order_id: order,
      place,
      ...codingRow(coding),
      account_id: target.kind === 'account' ? target.account : null,
    })
    .returning('id')
    .executeTakeFirstOrThrow();
  return id;
}

/** The site of the first project of an order, where its goods go unless somebody says otherwise. */
async function siteOf(trx: Trx, ordered: readonly OrderedLine[]): Promise<string> {
  const [first] = ordered.flatMap(({ target }) => (target.kind === 'project' ? [target.coding.project] : []));
  if (first === undefined) return '';
  const { site_address: site } = await trx
    .selectFrom('project')
    .select('site_address')
    .where('id', '=', first)
    .executeTakeFirstOrThrow();
  return site;
}

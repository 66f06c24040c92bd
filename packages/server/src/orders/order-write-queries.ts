import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import type { DocumentId, PartyId } from '@lowtide/core/ledger/ids.ts';
import { sum, ZERO } from '@lowtide/core/money/cents.ts';
import type { OrderedLine, OrderMoves } from '@lowtide/core/orders/order-moves.ts';
import { insertRetained } from './retention-queries.ts';
import type { Trx } from '../database/schema.ts';
import { refuseSumsTooLarge } from '../ledger/sum-queries.ts';
import { insertSettlement } from '../ledger/settlement-queries.ts';

/** Keeps what a posted document does to orders: a version of one, what was received or billed of lines, what was withheld. */
export async function insertOrderMoves(
  trx: Trx,
  { id, party }: { readonly id: DocumentId; readonly party: PartyId | null },
  moves: OrderMoves,
): Promise<void> {
  await refuseSumsTooLarge(trx, { turnover: 0, planned: plannedBy(moves) });
  if (moves.version !== null) await insertVersion(trx, id, { ...moves, version: moves.version });
  for (const { line, part, accrued } of moves.received) {
    await trx
      .insertInto('received')
      .values({
        ...partRow(id, line, part),
        accrued_measure: accrued?.measure ?? 0,
        accrued_cents: accrued?.cost ?? 0,
      })
      .execute();
  }
  for (const { line, part, cost, taken } of moves.billed) {
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
  for (const { order, amount } of moves.retained) {
    if (party !== null) await insertRetained(trx, { document: id, party, order, amount });
  }
  // What is withheld is owed on another account: of the bill itself it is settled.
  const retained = sum([ZERO, ...moves.retained.map(({ amount }) => amount)]);
  if (party !== null && retained !== 0) await insertSettlement(trx, id, id, retained);
}

/** What the moves add to orders, without their signs: what is billed is in the postings already. */
function plannedBy({ ordered, received }: OrderMoves): number {
  const parts = [...ordered.map(({ change }) => Math.max(Math.abs(change.net), Math.abs(change.cost)))];
  return [...parts, ...received.map(({ part }) => Math.abs(part.net))].reduce((all, each) => all + each, 0);
}

interface NewVersion extends OrderMoves {
  readonly version: NonNullable<OrderMoves['version']>;
}

async function insertVersion(trx: Trx, id: DocumentId, { version, ordered }: NewVersion): Promise<void> {
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

function partRow(
  document: DocumentId,
  line: number,
  part: OrderedLine['change'] | OrderMoves['received'][number]['part'],
) {
  return { document_id: document, order_line_id: line, quantity_e4: part.quantity, net_cents: part.net };
}

async function insertLine(trx: Trx, order: DocumentId, { place, target }: OrderedLine): Promise<number> {
  const coding = target.kind === 'project' ? target.coding : null;
  const { id } = await trx
    .insertInto('order_line')
    .values({
      order_id: order,
      place,
      project_id: coding?.project ?? null,
      phase_id: coding?.phase ?? null,
      cost_code_id: coding?.costCode ?? null,
      cost_type: coding?.costType ?? null,
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

import { dayNumber, dayOf } from '@lowtide/core/calendar/iso-date.ts';
import { lastDay, monthOf } from '@lowtide/core/calendar/month.ts';
import { settledKinds } from '@lowtide/core/documents/kinds.ts';
import { cents, sum, ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import { aged, AGING_PARTS, type OpenItem } from '@lowtide/core/reports/aging/figures.ts';
import { POSTED_FIGURES } from '@lowtide/core/trace/figure.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import type { Answer, Asked } from '../http/api.ts';
import { traced } from '../http/traced.ts';
import { asOf, bounds, type Bounds } from '../ledger/as-of-queries.ts';
import { openAmount } from '../ledger/settlement-queries.ts';

/** What is held back on a side. */
const FIGURE = { receivable: 'retention-held', payable: 'retention-owed' } as const;

type Side = Asked<'aging'>['query']['side'];

/** Open invoices or bills by days past due on a day, as known at the moment, each party tied to the account. */
export async function aging(db: Db, query: Asked<'aging'>['query']): Promise<Answer<'aging'>> {
  const { side, on = lastDay(query.through) } = query;
  const through = monthOf(on);
  const at = { ...(await bounds(db, { ...asOf(query), through })), day: dayNumber(on) };
  const rows = aged(await openItems(db, side, at), await balancesByParty(db, side, at), on);
  const retention = await balancesByParty(db, FIGURE[side], at);
  const known = new Set(rows.map(({ party }) => party));
  const retainedOnly = [...retention].flatMap(([party, amount]) =>
    amount === 0 || known.has(party) ? [] : [{ party, amounts: AGING_PARTS.map(() => ZERO), other: ZERO, total: ZERO }],
  );
  const names = new Map(
    (await db.selectFrom('party').select(['id', 'code', 'name']).execute()).map((party) => [party.id, party]),
  );
  const total = (amount: Cents, party?: number | null, name: Side | (typeof FIGURE)[Side] = side) =>
    on === lastDay(through)
      ? traced(amount, { name, ...(party === undefined ? {} : { party: party ?? 'none' }), through })
      : { amountCents: amount };
  return {
    on,
    rows: [...rows, ...retainedOnly]
      .map(({ party, amounts, other, total: owed }) => ({
        id: party,
        code: names.get(party ?? 0)?.code ?? '',
        name: names.get(party ?? 0)?.name ?? 'Without a party',
        amounts: [...amounts],
        otherCents: other,
        total: total(owed, party),
        retention: total(retention.get(party) ?? ZERO, party, FIGURE[side]),
      }))
      .toSorted((one, other) => (one.code < other.code ? -1 : 1)),
    totals: {
      amounts: AGING_PARTS.map((_, part) => sum(rows.map(({ amounts }) => amounts[part] ?? cents(0)))),
      otherCents: sum(rows.map(({ other }) => other)),
      total: total(sum(rows.map(({ total: owed }) => owed))),
      retention: total(sum([ZERO, ...retention.values()]), undefined, FIGURE[side]),
    },
  };
}

async function openItems(db: Db, side: Side, at: Bounds): Promise<readonly OpenItem[]> {
  const kinds = settledKinds(side);
  const { rows } = await sql<{ party: number; due: number; open: number }>`
    SELECT * FROM (
      SELECT d.party_id AS party, ifnull(d.due_on, d.dated_on) AS due, ${openAmount('d', at)} AS open
      FROM document d WHERE d.kind IN (${sql.join([...kinds])}) AND d.posted_on <= ${at.day} AND d.recorded_at <= ${at.recordedAt})
    WHERE open <> 0`.execute(db);
  return rows.map(({ party, due, open }) => ({ party, dueOn: dayOf(due), open: cents(open) }));
}

/** What the account has with each party; null for lines without one. */
async function balancesByParty(
  db: Db,
  figure: Side | (typeof FIGURE)[Side],
  at: Bounds,
): Promise<ReadonlyMap<number | null, Cents>> {
  const { rows } = await sql<{ party: number | null; amount: number }>`
    SELECT l.party_id AS party, SUM(l.amount_cents) AS amount FROM journal_line l
    WHERE l.account_id IN (SELECT id FROM account WHERE role IN (${sql.join([...POSTED_FIGURES[figure].roles])})) AND l.posted_on <= ${at.day}
      AND l.id < ${at.firstLaterLine ?? Number.MAX_SAFE_INTEGER}
    GROUP BY l.party_id`.execute(db);
  const { sign } = POSTED_FIGURES[figure];
  return new Map(rows.map(({ party, amount }) => [party, cents(sign * amount)]));
}

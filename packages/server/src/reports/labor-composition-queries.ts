import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay } from '@lowtide/core/calendar/month.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { hourKindOf, type PayKind } from '@lowtide/core/rates/pay.ts';
import { COST_ROLES } from '@lowtide/core/ledger/account.ts';
import { cents, sum, type Cents } from '@lowtide/core/money/cents.ts';
import { addedParts, laborParts, type LaborParts } from '@lowtide/core/reports/labor-composition/figures.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import type { Answer, Asked } from '../http/api.ts';
import { asOf, bounds, type Bounds } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';
import { buildUpParts } from './build-up-parts.ts';
import { isOfEntry } from '../database/line-number.ts';

type Query = Asked<'labor-composition'>['query'];

/** What the labor cost of each project is made up of, and of time without one. */
export async function laborComposition(db: Db, query: Query): Promise<Answer<'labor-composition'>> {
  const at = await bounds(db, asOf(query));
  const from = dayNumber(firstDay(query.from));
  const byProject = groupedBy(await costAtRates(db, from, at), ({ project }) => project);
  const trueUps = await trueUpsBy(db, from, at);
  const projects = new Map(
    (await db.selectFrom('project').select(['id', 'code', 'name']).execute()).map((row) => [row.id, row]),
  );
  const rows = [...new Set([...byProject.keys(), ...trueUps.keys()])].map((id) => {
    const parts = addedParts((byProject.get(id) ?? []).map((each) => each.parts));
    const named = id === null ? undefined : projects.get(id);
    return {
      ...{ id, code: named?.code ?? '', name: named?.name ?? 'Without a project' },
      ...amounts(parts, trueUps.get(id) ?? cents(0)),
    };
  });
  const all = addedParts([...byProject.values()].flat().map((each) => each.parts));
  return {
    rows: rows.toSorted((one, other) => (`${one.code || '\uffff'}` < `${other.code || '\uffff'}` ? -1 : 1)),
    totals: amounts(all, sum([...trueUps.values()])),
  };
}

function amounts({ wage, taxes, insurance, benefits, overhead, notTold }: LaborParts, trueUp: Cents) {
  return {
    ...{ wageCents: wage, taxesCents: taxes, insuranceCents: insurance, benefitsCents: benefits },
    ...{ overheadCents: overhead, notToldCents: notTold, trueUpCents: trueUp },
    totalCents: sum([wage, taxes, insurance, benefits, overhead, notTold, trueUp]),
  };
}

interface CostRow {
  readonly project: number | null;
  readonly pay: PayKind;
  readonly build_up: string | null;
  readonly cost: number;
  readonly overhead: number;
}

/** Cost of hours by project and by the rate it was posted at, split into its parts. */
async function costAtRates(
  db: Db,
  from: number,
  at: Bounds,
): Promise<readonly { readonly project: number | null; readonly parts: LaborParts }[]> {
  const { rows } = await sql<CostRow>`
    SELECT w.project_id AS project, w.pay, r.build_up, SUM(w.cost_cents) AS cost, SUM(w.overhead_cents) AS overhead
    FROM worked_hours w JOIN document d ON d.id = w.document_id LEFT JOIN rate_rule r ON r.id = w.rate_rule_id
    WHERE w.worked_on BETWEEN ${from} AND ${at.day} AND d.recorded_at <= ${at.recordedAt} AND ${notReversed('d', at)}
    GROUP BY w.project_id, w.pay, w.rate_rule_id`.execute(db);
  const partsOf = buildUpParts();
  return rows.map(({ project, pay, build_up, cost, overhead }) => ({
    project,
    parts: laborParts({
      ...{ cost: cents(cost), overhead: cents(overhead), hour: hourKindOf(pay) },
      parts: partsOf(build_up),
    }),
  }));
}

/** What true-ups posted to the cost of projects, and to indirect labor, on days of the months; reversals as they were posted. */
async function trueUpsBy(db: Db, from: number, at: Bounds): Promise<ReadonlyMap<number | null, Cents>> {
  const { rows } = await sql<{ project: number | null; added: number }>`
    SELECT SUM(l.amount_cents) AS added, l.project_id AS project
    FROM (SELECT id, recorded_at FROM document WHERE kind = 'true-up' UNION ALL
        SELECT r.id, r.recorded_at FROM document o CROSS JOIN document r ON r.reverses_id = o.id WHERE o.kind = 'true-up') d
      CROSS JOIN journal_entry e ON e.document_id = d.id
      CROSS JOIN journal_line l ON ${isOfEntry('l.id')} CROSS JOIN account a ON a.id = l.account_id
    WHERE e.posted_on BETWEEN ${from} AND ${at.day}
      AND d.recorded_at <= ${at.recordedAt} AND a.role IN (${sql.join([...COST_ROLES, 'indirect-labor'])})
    GROUP BY 2`.execute(db);
  return new Map(rows.map(({ project, added }) => [project, cents(added)]));
}

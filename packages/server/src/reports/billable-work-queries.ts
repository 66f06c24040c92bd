import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay } from '@lowtide/core/calendar/month.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { cents, sum, ZERO } from '@lowtide/core/money/cents.ts';
import { ratio } from '@lowtide/core/money/ratio.ts';
import { AGES } from '@lowtide/core/reports/unbilled-work/shape.ts';
import { sql } from 'kysely';
import { oldestOf, workLeftAt } from '../billable-work/unbilled-work-queries.ts';
import { PRICED_SINCE, TAKEN_BACK } from '../billable-work/work-left-queries.ts';
import type { Db } from '../database/schema.ts';
import type { Answer, Asked } from '../http/api.ts';
import { asOf, bounds, type AsOf } from '../ledger/as-of-queries.ts';

/** Work of time and materials done and not billed at the month's end, by project and age. */
export async function unbilledByAge(db: Db, of: AsOf): Promise<Answer<'unbilled-work'>> {
  const at = await bounds(db, of);
  const open = groupedBy(await workLeftAt(db, at), ({ project }) => project);
  const named = await projectNames(db);
  const answered = [...open].flatMap(([id, some]) => {
    const project = named.get(id);
    if (project === undefined) return [];
    const ages = AGES.map((_, age) =>
      sum([ZERO, ...some.filter(({ doneOn }) => ageOf(at.day - dayNumber(doneOn)) === age).map(({ left }) => left)]),
    );
    return [
      {
        ...{ id, ...project, ages, totalCents: sum(ages) },
        oldestOn: oldestOf(some),
        unpriced: some.filter(({ isUnpriced }) => isUnpriced).length,
      },
    ];
  });
  const inOrder = answered.toSorted((one, other) => (one.code < other.code ? -1 : 1));
  const ages = AGES.map((_, age) => sum([ZERO, ...inOrder.map((row) => row.ages[age] ?? ZERO)]));
  return { rows: inOrder, totals: { ages, totalCents: sum(ages) } };
}

/** The place of an age in days among the ages. */
function ageOf(days: number): number {
  return days <= 30 ? 0 : days <= 60 ? 1 : days <= 90 ? 2 : 3;
}

async function projectNames(db: Db) {
  const { rows } = await sql<{ id: number; code: string; name: string; client: string | null }>`
    SELECT p.id, p.code, p.name, y.name AS client FROM project p LEFT JOIN party y ON y.id = p.client_id
    WHERE p.billed_by = 'time and materials'`.execute(db);
  return new Map(rows.map(({ id, code, name, client }) => [id, { code, name, client: client ?? '' }]));
}

const KEYS = {
  person: { key: sql`e.code`, name: sql`e.name` },
  project: { key: sql`p.code`, name: sql`p.name` },
  client: { key: sql`y.code`, name: sql`y.name` },
};

/** What work was worth, was billed and was written down in some months. What was priced later was worth that from then on. */
export async function realization(db: Db, query: Asked<'realization'>['query']): Promise<Answer<'realization'>> {
  const { day, recordedAt } = await bounds(db, asOf(query));
  const from = dayNumber(firstDay(query.from));
  const { key, name } = KEYS[query.by];
  const names = sql`JOIN project p ON p.id = w.project_id LEFT JOIN party y ON y.id = p.client_id
    LEFT JOIN employee e ON e.id = w.employee_id`;
  const { rows } = await sql<{ key: string; name: string; worked: number; billed: number; written: number }>`
    SELECT key, name, SUM(worked) AS worked, SUM(billed) AS billed, SUM(written) AS written FROM (
      SELECT ifnull(${key}, '') AS key, ifnull(${name}, '') AS name, w.worth_cents AS worked, 0 AS billed, 0 AS written
      FROM billable_work w JOIN document d ON d.id = w.document_id ${names}
      WHERE w.counts_on BETWEEN ${from} AND ${day} AND d.recorded_at <= ${recordedAt}
      UNION ALL SELECT ifnull(${key}, ''), ifnull(${name}, ''),
        CASE WHEN b.reason = ${PRICED_SINCE} THEN -b.written_cents ELSE 0 END,
        CASE WHEN b.reason = ${TAKEN_BACK} AND b.document_id IS NULL THEN 0 ELSE b.billed_cents END,
        CASE WHEN b.reason = ${PRICED_SINCE} THEN 0 ELSE b.written_cents END
      FROM billed_work b JOIN billable_work w ON w.id = b.work_id ${names}
      WHERE b.counts_on BETWEEN ${from} AND ${day} AND b.recorded_at <= ${recordedAt})
    GROUP BY 1, 2 HAVING SUM(abs(worked)) + SUM(abs(billed)) + SUM(abs(written)) > 0 ORDER BY 1`.execute(db);
  const figures = (worked: number, billed: number, written: number) => ({
    ...{ workedCents: cents(worked), billedCents: cents(billed), writtenCents: cents(written) },
    realization: billed + written > 0 ? ratio(billed, billed + written) : null,
  });
  const total = (of: (row: (typeof rows)[number]) => number): number => rows.reduce((all, row) => all + of(row), 0);
  return {
    rows: rows.map((row) => ({
      ...{ key: row.key || 'none', code: row.key, name: row.name || 'Cost, of nobody in particular' },
      ...figures(row.worked, row.billed, row.written),
    })),
    totals: figures(
      total(({ worked }) => worked),
      total(({ billed }) => billed),
      total(({ written }) => written),
    ),
  };
}

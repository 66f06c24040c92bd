import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import type { PayKind } from '@lowtide/core/rates/pay.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { quantity, rate } from '@lowtide/core/money/quantity.ts';
import { appliedRate, rateBook, rateLevel, type RateRule } from '@lowtide/core/rates/applying-rule.ts';
import { hourKindOf } from '@lowtide/core/rates/pay.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import type { Answer } from '../http/api.ts';
import { rulesAsOf } from './rate-queries.ts';

interface Row {
  readonly worked_on: number;
  readonly employee_id: number;
  readonly employee: string;
  readonly role: string;
  readonly project_id: number | null;
  readonly client_id: number | null;
  readonly project: string | null;
  readonly coding: string | null;
  readonly pay: PayKind;
  readonly is_billable: number;
  readonly activity: string | null;
  readonly hours_e4: number;
  readonly rate_e4: number;
  readonly cost_cents: number;
  readonly rate_rule_id: number | null;
  readonly recorded_at: number;
}

type Hours = Answer<'documentHours'>['rows'][number];

/** Hours of a document line by line, each with the rule that gave its rate and those it beat when it was posted. */
export async function documentHours(db: Db, document: number): Promise<Hours[]> {
  const { rows } = await sql<Row>`
    SELECT w.worked_on, w.employee_id, e.code || ' ' || e.name AS employee, e.job_role AS role, w.project_id, p.client_id,
      p.code || ' ' || p.name AS project, CASE WHEN h.code IS NULL THEN '' ELSE h.code || '/' END || k.code AS coding,
      w.pay, w.is_billable, a.code AS activity, w.hours_e4, w.rate_e4, w.cost_cents, w.rate_rule_id, d.recorded_at
    FROM worked_hours w JOIN document d ON d.id = w.document_id JOIN employee e ON e.id = w.employee_id
      LEFT JOIN project p ON p.id = w.project_id LEFT JOIN phase h ON h.id = w.phase_id
      LEFT JOIN cost_code k ON k.id = w.cost_code_id LEFT JOIN activity a ON a.id = w.activity_id
    WHERE w.document_id = ${document} ORDER BY w.id`.execute(db);
  const [first] = rows;
  if (first === undefined) return [];
  const rules = await rulesAsOf(db, 'cost', first.recorded_at);
  const book = rateBook(rules);
  const byId = new Map(rules.map((rule) => [rule.id, rule]));
  return rows.map((row) => {
    const day = dayOf(row.worked_on);
    const applied = appliedRate(book, {
      ...{ day, employee: row.employee_id, role: row.role || null, activity: row.activity },
      ...{ project: row.project_id, client: row.client_id },
    });
    const rule = byId.get(row.rate_rule_id ?? 0);
    return {
      ...{ workedOn: day, employee: row.employee, project: row.project ?? '', coding: row.coding ?? '' },
      ...{ pay: row.pay, billable: row.is_billable === 1, activity: row.activity ?? '' },
      ...{ hours: quantity(row.hours_e4), rate: rate(row.rate_e4), costCents: cents(row.cost_cents) },
      rule: rule === undefined ? null : named(rule),
      beaten: [applied?.rule, ...(applied?.beaten ?? [])]
        .filter((each) => each !== undefined && each.id !== rule?.id)
        .flatMap((each) =>
          each === undefined ? [] : [{ ...named(each), rate: each.rates[hourKindOf(row.pay)].rate }],
        ),
    };
  });
}

function named(rule: RateRule): { id: number; level: string; from: RateRule['effectiveOn'] } {
  const { project, client, employee, role, activity } = rule;
  const scope = Object.fromEntries(
    Object.entries({ project, client, employee, role, activity }).filter(([, value]) => value !== undefined),
  );
  return { id: rule.id, level: rateLevel(scope) ?? 'company', from: rule.effectiveOn };
}

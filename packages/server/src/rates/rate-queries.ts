import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { rate } from '@lowtide/core/money/quantity.ts';
import type { RateRule, RateScope } from '@lowtide/core/rates/applying-rule.ts';
import type { BuildUpRow } from '@lowtide/core/rates/build-up-row.ts';
import type { HourRates } from '@lowtide/core/rates/hour-rates.ts';
import { sql, type RawBuilder, type Selectable } from 'kysely';
import type { Db, Schema, Trx } from '../database/schema.ts';
import type { Stamp } from '../audit/stamp.ts';
import { keptList } from '../keeping/kept-by-project-queries.ts';

/** What an hour costs, or is billed at. */
export type RateSide = 'cost' | 'bill';

type RuleRow = Selectable<Schema['rate_rule']>;

/** Neither replaced by another nor withdrawn. */
const HOLDS = sql`r.is_withdrawn = 0 AND NOT EXISTS (SELECT 1 FROM rate_rule n WHERE n.replaces_id = r.id)`;

/** The rules of a side that hold. */
export async function rateRules(db: Db, side: RateSide): Promise<readonly RateRule[]> {
  return keptList(db, `rates ${side}`, ['rate_rule', 'record_version'], () => rateRulesNow(db, side));
}

async function rateRulesNow(db: Db, side: RateSide): Promise<readonly RateRule[]> {
  const { rows } = await sql<RuleRow>`SELECT r.* FROM rate_rule r WHERE r.side = ${side} AND ${HOLDS}
    ORDER BY r.id`.execute(db);
  return rows.map(ruleOf);
}

function ruleOf(row: RuleRow): RateRule {
  return { id: row.id, effectiveOn: dayOf(row.effective_on), rates: ratesOfRow(row), ...scopeOf(row) };
}

function scopeOf({ project_id, client_id, employee_id, role, activity }: RuleRow): RateScope {
  return {
    ...(project_id === null ? {} : { project: project_id }),
    ...(client_id === null ? {} : { client: client_id }),
    ...(employee_id === null ? {} : { employee: employee_id }),
    ...(role === null ? {} : { role }),
    ...(activity === null ? {} : { activity }),
  };
}

function ratesOfRow(row: RuleRow): HourRates {
  return {
    regular: { rate: rate(row.regular_e4), overhead: rate(row.regular_overhead_e4) },
    overtime: { rate: rate(row.overtime_e4), overhead: rate(row.overtime_overhead_e4) },
    double: { rate: rate(row.double_e4), overhead: rate(row.double_overhead_e4) },
  };
}

/** A rule as lists show it, with all it is known by. */
export interface ListedRule extends RateRule {
  readonly whom: { readonly project: string; readonly client: string; readonly employee: string };
  readonly buildUp: readonly BuildUpRow[] | null;
  readonly note: string;
  readonly recordedAt: number;
  readonly recordedBy: string;
  /** Another rule has its place, or it was withdrawn. */
  readonly isPast: boolean;
}

/** Rules of a side with names, in order of whom they hold for and their days; those of before are among them where asked for. */
export async function listedRules(
  db: Db,
  side: RateSide,
  { withPast, id }: { readonly withPast: boolean; readonly id?: number },
): Promise<readonly ListedRule[]> {
  const { rows } = await sql<
    RuleRow & {
      project: string | null;
      client: string | null;
      employee: string | null;
      build_up: string | null;
      note: string;
      recorded_at: number;
      recorded_by: string;
      holds: number;
    }
  >`SELECT r.*, p.code || ' ' || p.name AS project, c.code || ' ' || c.name AS client, e.code || ' ' || e.name AS employee,
      ${HOLDS} AS holds
    FROM rate_rule r LEFT JOIN project p ON p.id = r.project_id LEFT JOIN party c ON c.id = r.client_id
      LEFT JOIN employee e ON e.id = r.employee_id
    WHERE r.side = ${side} ${withPast ? sql`` : sql`AND ${HOLDS}`} ${id === undefined ? sql`` : sql`AND r.id = ${id}`}
    ORDER BY e.code IS NULL, e.code, r.role, p.code, c.code, r.effective_on DESC, r.id DESC`.execute(db);
  return rows.map((row) => ({
    ...ruleOf(row),
    whom: { project: row.project ?? '', client: row.client ?? '', employee: row.employee ?? '' },
    buildUp: row.build_up === null ? null : (JSON.parse(row.build_up) as BuildUpRow[]),
    note: row.note,
    recordedAt: row.recorded_at,
    recordedBy: row.recorded_by,
    isPast: row.holds === 0,
  }));
}

export interface NewRule extends RateScope {
  readonly side: RateSide;
  readonly effectiveOn: IsoDate;
  readonly rates: HourRates;
  readonly buildUp: readonly BuildUpRow[] | null;
  readonly note: string;
}

/** Adds a rule; one for the same and from the same day is replaced by it and stays to be read. */
export async function insertRule(trx: Trx, rule: NewRule, { at, by }: Stamp): Promise<number> {
  const replaced = await sameRule(trx, rule);
  const { regular, overtime, double } = rule.rates;
  const { insertId } = await trx
    .insertInto('rate_rule')
    .values({
      side: rule.side,
      ...scopeColumns(rule),
      effective_on: dayNumber(rule.effectiveOn),
      ...{ regular_e4: regular.rate, overtime_e4: overtime.rate, double_e4: double.rate },
      ...{ regular_overhead_e4: regular.overhead, overtime_overhead_e4: overtime.overhead },
      double_overhead_e4: double.overhead,
      build_up: rule.buildUp === null ? null : JSON.stringify(rule.buildUp),
      ...{ note: rule.note, replaces_id: replaced, is_withdrawn: 0, recorded_at: at, recorded_by: by },
    })
    .executeTakeFirstOrThrow();
  return Number(insertId);
}

/** Takes a rule back: a row that says so has its place. */
export async function withdrawRule(trx: Trx, id: number, { at, by }: Stamp): Promise<void> {
  await sql`INSERT INTO rate_rule (side, project_id, client_id, employee_id, role, activity, effective_on, regular_e4,
      overtime_e4, double_e4, regular_overhead_e4, overtime_overhead_e4, double_overhead_e4, build_up, note, replaces_id,
      is_withdrawn, recorded_at, recorded_by)
    SELECT side, project_id, client_id, employee_id, role, activity, effective_on, regular_e4, overtime_e4, double_e4,
      regular_overhead_e4, overtime_overhead_e4, double_overhead_e4, build_up, note, id, 1, ${at}, ${by}
    FROM rate_rule WHERE id = ${id}`.execute(trx);
}

async function sameRule(trx: Trx, rule: NewRule): Promise<number | null> {
  const scope = scopeColumns(rule);
  const same = (column: string, value: string | number | null): RawBuilder<unknown> =>
    sql`${sql.ref(`r.${column}`)} IS ${value}`;
  const { rows } = await sql<{ id: number }>`SELECT r.id FROM rate_rule r
    WHERE r.side = ${rule.side} AND r.effective_on = ${dayNumber(rule.effectiveOn)} AND ${HOLDS}
      AND ${sql.join(
        Object.entries(scope).map(([column, value]) => same(column, value)),
        sql` AND `,
      )}`.execute(trx);
  return rows[0]?.id ?? null;
}

function scopeColumns({ project, client, employee, role, activity }: RateScope) {
  return {
    project_id: project ?? null,
    client_id: client ?? null,
    employee_id: employee ?? null,
    role: role ?? null,
    activity: activity ?? null,
  };
}

/** The cost rule of an employee alone that counts last; undefined where there is none. */
export async function latestOwnRule(db: Db, employee: number): Promise<RateRule | undefined> {
  const { rows } = await sql<RuleRow>`SELECT r.* FROM rate_rule r WHERE r.side = 'cost' AND r.employee_id = ${employee}
    AND r.project_id IS NULL AND r.client_id IS NULL AND ${HOLDS} ORDER BY r.effective_on DESC LIMIT 1`.execute(db);
  return rows.map(ruleOf)[0];
}

/** The rules of a side that held at a moment: recorded by then, and neither replaced nor withdrawn before. */
export async function rulesAsOf(db: Db, side: RateSide, moment: number): Promise<readonly RateRule[]> {
  const { rows } = await sql<RuleRow>`SELECT r.* FROM rate_rule r WHERE r.side = ${side} AND r.is_withdrawn = 0
    AND r.recorded_at <= ${moment}
    AND NOT EXISTS (SELECT 1 FROM rate_rule n WHERE n.replaces_id = r.id AND n.recorded_at <= ${moment})
    ORDER BY r.id`.execute(db);
  return rows.map(ruleOf);
}

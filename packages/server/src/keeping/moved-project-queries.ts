import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { having, type EffectStores } from '../effects/effect-store.ts';
import { LINES_PER_ENTRY } from '../database/line-number.ts';

/** How far the books have come: the last row of every table that says where projects stand. None of them ever loses a row. */
export interface BooksMark {
  readonly entry: number;
  readonly contract: number;
  readonly budget: number;
  readonly zero_margin: number;
  readonly override: number;
  readonly forecast: number;
  readonly approval: number;
  readonly withdrawals: number;
  readonly version: number;
  readonly document: number;
  readonly work: number;
  readonly survey: number;
  readonly wasted: number;
  readonly milestone: number;
  readonly reached: number;
  readonly variable: number;
  readonly pending: number;
  readonly units: number;
  readonly split: number;
}

export async function booksMark(db: Db): Promise<BooksMark> {
  const { rows } = await sql<BooksMark>`SELECT
    (SELECT ifnull(MAX(id), 0) FROM journal_entry) AS entry,
    (SELECT ifnull(MAX(id), 0) FROM contract_change) AS contract,
    (SELECT ifnull(MAX(id), 0) FROM budget_change) AS budget,
    (SELECT ifnull(MAX(id), 0) FROM zero_margin_mark) AS zero_margin,
    (SELECT ifnull(MAX(id), 0) FROM estimate_override) AS override,
    (SELECT ifnull(MAX(id), 0) FROM forecast) AS forecast,
    (SELECT ifnull(MAX(id), 0) FROM approval) AS approval,
    (SELECT COUNT(*) FROM withdrawal) AS withdrawals,
    (SELECT ifnull(MAX(id), 0) FROM record_version) AS version,
    (SELECT ifnull(MAX(id), 0) FROM document) AS document,
    (SELECT ifnull(MAX(id), 0) FROM billed_work) AS work,
    (SELECT ifnull(MAX(id), 0) FROM surveyed_progress) AS survey,
    (SELECT ifnull(MAX(id), 0) FROM wasted_cost) AS wasted,
    (SELECT ifnull(MAX(id), 0) FROM milestone) AS milestone,
    (SELECT ifnull(MAX(id), 0) FROM milestone_stand) AS reached,
    (SELECT ifnull(MAX(id), 0) FROM variable_stand) AS variable,
    (SELECT ifnull(MAX(id), 0) FROM change_order_stand) AS pending,
    (SELECT ifnull(MAX(id), 0) FROM units_done) AS units,
    (SELECT ifnull(MAX(id), 0) FROM contract_split) AS split`.execute(db);
  const [mark] = rows;
  if (!mark) throw new Error('a row of subqueries is always there');
  return mark;
}

export function sameMark(one: BooksMark, other: BooksMark): boolean {
  return (Object.keys(one) as (keyof BooksMark)[]).every((name) => one[name] === other[name]);
}

/** Kinds of records that no figure of a project reads. */
const NOT_READ = ['company', 'supplier', 'employee', 'tax-code'] as const;

/**
 * The projects that something was recorded of since a mark; null where a record changed that any project may read. (The plus keeps
 * SQLite from reading all lines by their projects.)
 */
export async function movedProjects(
  db: Db,
  since: BooksMark,
  effects: EffectStores,
): Promise<readonly number[] | null> {
  const documents = sql`SELECT id FROM document WHERE id > ${since.document}
    UNION ALL SELECT reverses_id FROM document WHERE id > ${since.document} AND reverses_id IS NOT NULL`;
  const beside = having(effects, 'projectsOf').map(
    (projectsOf) => sql`UNION SELECT project_id FROM (${projectsOf(documents)}) WHERE project_id IS NOT NULL`,
  );
  const { rows } = await sql<{ project: number | null }>`
    SELECT project_id AS project FROM journal_line
      WHERE id >= ${(since.entry + 1) * LINES_PER_ENTRY} AND +project_id IS NOT NULL
    UNION SELECT project_id FROM contract_change WHERE id > ${since.contract}
    UNION SELECT b.project_id FROM budget_change c JOIN budget_line b ON b.id = c.budget_line_id WHERE c.id > ${since.budget}
    UNION SELECT b.project_id FROM zero_margin_mark z JOIN budget_line b ON b.id = z.budget_line_id WHERE z.id > ${since.zero_margin}
    UNION SELECT project_id FROM estimate_override WHERE id > ${since.override}
    UNION SELECT project_id FROM forecast WHERE id > ${since.forecast}
    UNION SELECT project_id FROM approval WHERE id > ${since.approval}
    UNION SELECT w.project_id FROM billed_work b JOIN billable_work w ON w.id = b.work_id WHERE b.id > ${since.work}
    UNION SELECT project_id FROM surveyed_progress WHERE id > ${since.survey}
    UNION SELECT project_id FROM wasted_cost WHERE id > ${since.wasted}
    UNION SELECT project_id FROM milestone WHERE id > ${since.milestone}
    UNION SELECT m.project_id FROM milestone_stand s JOIN milestone m ON m.id = s.milestone_id WHERE s.id > ${since.reached}
    UNION SELECT v.project_id FROM variable_stand s JOIN variable_amount v ON v.id = s.variable_amount_id WHERE s.id > ${since.variable}
    UNION SELECT project_id FROM units_done WHERE id > ${since.units}
    UNION SELECT project_id FROM contract_split WHERE id > ${since.split}
    UNION SELECT project_id FROM change_order_stand WHERE id > ${since.pending}
    UNION SELECT a.project_id FROM withdrawal w JOIN approval a ON a.id = w.approval_id
      WHERE (SELECT COUNT(*) FROM withdrawal) <> ${since.withdrawals}
    ${sql.join(beside, sql` `)}
    UNION SELECT CASE kind WHEN 'project' THEN record_id
        WHEN 'phase' THEN (SELECT p.project_id FROM phase p WHERE p.id = record_id)
        WHEN 'budget-line' THEN (SELECT b.project_id FROM budget_line b WHERE b.id = record_id) END
      FROM record_version
      WHERE id > ${since.version} AND kind NOT IN (${sql.join([...NOT_READ])})`.execute(db);
  const moved = rows.map(({ project }) => project);
  return moved.includes(null) ? null : moved.filter((project) => project !== null);
}

import { budgetRows, type BudgetAmounts, type BudgetRow } from '@lowtide/core/budget/budget-against-actual.ts';
import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import { COST_ROLES } from '@lowtide/core/ledger/account.ts';
import type { ProjectId } from '@lowtide/core/ledger/ids.ts';
import { type Coding, codingKey } from '@lowtide/core/ledger/dimensions.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { quantity, type Units } from '@lowtide/core/money/quantity.ts';
import { hasEnded, stageOn } from '@lowtide/core/progress/stage.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { bounds, changeCounts, type AsOf, type Bounds } from '../ledger/as-of-queries.ts';
import { codingAmounts, type CodingAmount } from '../ledger/balance-queries.ts';
import { commitments } from '../orders/commitment-queries.ts';
import { isZeroMargin } from './zero-margin-queries.ts';
import { isMonthRecognized } from './latest-run-queries.ts';
import { latestForecasts, linesAsKept } from './forecast-queries.ts';
import { projectsAt } from '../company/project-queries.ts';
import { codingOfTable, knownCoding } from '../database/coding-columns.ts';

/** Budget against actual of some projects, in order of project, phase and cost code; unbudgeted cost after the lines. */
export async function budgetAgainstActual(
  db: Db,
  asOf: AsOf,
  projects: readonly number[],
): Promise<readonly BudgetRow[]> {
  const at = await bounds(db, asOf);
  const budgets = await budgetLines(db, at, projects);
  const amounts = await codingAmounts(db, { ...at, from: null }, { roles: COST_ROLES, projects });
  const isRecognized = await isMonthRecognized(db, at);
  const forecasts = linesAsKept(await latestForecasts(db, at, projects), { month: at.month, isRecognized });
  return budgetRows(budgets, sumByCoding(amounts), forecasts, {
    ended: await endedProjects(db, at, projects),
    commitments: await commitments(db, at, projects),
  });
}

async function endedProjects(db: Db, at: Bounds, projects: readonly number[]): Promise<ReadonlySet<ProjectId>> {
  const only = projects.length === 1 ? projects[0] : undefined;
  const day = dayOf(at.day);
  return new Set((await projectsAt(db, at, only)).filter((each) => hasEnded(stageOn(day, each))).map(({ id }) => id));
}

interface LineRow extends Readonly<Record<string, unknown>> {
  /** JSON of the units that are counted in, of any case; what took the place of other units leaves none of them. */
  units: string;
  original: number;
  changes: number;
  price: number;
  quantity: number;
  zero_margin: number;
}

async function budgetLines(
  db: Db,
  at: Bounds,
  projects: readonly number[],
): Promise<readonly { readonly coding: Coding; readonly budget: BudgetAmounts; readonly isZeroMargin: boolean }[]> {
  if (projects.length === 0) return [];
  const { rows } = await sql<LineRow>`
    SELECT ${codingOfTable('b')},
      (SELECT json_group_array(unit) FROM (SELECT MAX(u.unit) AS unit FROM budget_change u
        WHERE u.budget_line_id = b.id AND ${changeCounts('u', at)} GROUP BY lower(u.unit) HAVING SUM(u.quantity_e4) <> 0)) AS units,
      SUM(CASE WHEN c.original THEN c.cost_cents ELSE 0 END) AS original,
      SUM(CASE WHEN c.original THEN 0 ELSE c.cost_cents END) AS changes,
      SUM(c.price_cents) AS price, SUM(c.quantity_e4) AS quantity,
      ${isZeroMargin('b', at)} AS zero_margin
    FROM budget_line b JOIN budget_change c ON c.budget_line_id = b.id
    JOIN cost_code k ON k.id = b.cost_code_id LEFT JOIN phase p ON p.id = b.phase_id
    WHERE b.project_id IN (${sql.join([...projects])})
      AND ${changeCounts('c', at)}
    GROUP BY b.id ORDER BY b.project_id, p.code, k.code, b.cost_type`.execute(db);
  return rows.map((row) => ({
    coding: knownCoding(row),
    budget: {
      original: cents(row.original),
      changes: cents(row.changes),
      price: cents(row.price),
      units: unitsOf(row),
    },
    isZeroMargin: row.zero_margin === 1,
  }));
}

/** Quantities add up where all of them count the same named unit. */
function unitsOf({ units, quantity: counted }: LineRow): Units {
  const [unit = '', ...others] = JSON.parse(units) as string[];
  if (others.length > 0) return { kind: 'mixed' };
  return unit === '' || counted <= 0 ? { kind: 'none' } : { kind: 'of', quantity: quantity(counted), unit };
}

/** Cost stands in more than one account once part of it is recognized; a coding's cost is their sum. */
function sumByCoding(amounts: readonly CodingAmount[]): readonly { readonly coding: Coding; readonly amount: Cents }[] {
  const sums = new Map<string, { readonly coding: Coding; amount: Cents }>();
  for (const { coding, amount } of amounts) {
    if (coding === null) continue;
    const known = sums.get(codingKey(coding)) ?? { coding, amount: cents(0) };
    known.amount = cents(known.amount + amount);
    sums.set(codingKey(coding), known);
  }
  return [...sums.values()];
}

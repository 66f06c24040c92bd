import type SqliteDatabase from 'better-sqlite3';
import { monthAt } from '@lowtide/core/calendar/month.ts';

type Row = Readonly<Record<string, number>> & { readonly code: string; readonly name: string };

/** The answers of the pages, the same figures with their keys, each put together by hand from as few statements as it takes. */
export function questions(file: SqliteDatabase.Database) {
  return { trialBalance: trialBalance(file), wipSchedule: wipSchedule(file), projectPage: projectPage(file) };
}

function trialBalance(file: SqliteDatabase.Database) {
  const company = file.prepare('SELECT fiscal_year_start_month AS start FROM company');
  const statement = file.prepare(
    `SELECT a.id, a.code, a.name, a.type IN ('revenue', 'cost-of-revenue', 'expense') AS yearly, a.type,
       SUM(m.amount_cents) AS amount, SUM(CASE WHEN m.month = @month THEN m.amount_cents ELSE 0 END) AS moved,
       SUM(CASE WHEN m.month >= @year THEN m.amount_cents ELSE 0 END) AS year
     FROM account_month m JOIN account a ON a.id = m.account_id WHERE m.month <= @month GROUP BY a.id ORDER BY a.code`,
  );
  return (month: number): string => {
    const through = monthAt(month);
    const { start } = company.get() as { start: number };
    const year = month - ((month - (start - 1)) % 12);
    let earlier = 0;
    const rows = (statement.all({ month, year }) as (Row & { readonly type: string })[]).flatMap((row) => {
      const id = row['id'] ?? 0;
      const yearly = row['yearly'] === 1;
      const shown = (yearly ? row['year'] : row['amount']) ?? 0;
      if (yearly) earlier -= (row['amount'] ?? 0) - shown;
      const balance = yearly ? `account.a${id}.f${monthAt(year)}.t${through}` : `account.a${id}.t${through}`;
      return {
        code: row.code,
        name: row.name,
        type: row.type,
        movement: { amountCents: row['moved'], figure: `account.a${id}.f${through}.t${through}` },
        balance: { amountCents: shown, figure: balance },
        debitCents: Math.max(0, shown),
        creditCents: Math.max(0, -shown),
      };
    });
    let [debitCents, creditCents] = [Math.max(0, -earlier), Math.max(0, earlier)];
    for (const row of rows) [debitCents, creditCents] = [debitCents + row.debitCents, creditCents + row.creditCents];
    const earlierProfit = { amountCents: earlier, figure: `profit.t${monthAt(year - 1)}` };
    return JSON.stringify({ rows, earlierProfit, debitCents, creditCents });
  };
}

const COSTS = `(SELECT id FROM account WHERE role IN ('wip', 'construction-in-progress', 'cost-of-revenue', 'internal-projects'))`;

const SCHEDULE = `SELECT p.id, p.code, p.name, p.status, k.name AS client, c.amount AS contract, b.budget, b.overruns, t.*
  FROM project p JOIN party k ON k.id = p.client_id
  LEFT JOIN (SELECT project_id, SUM(amount_cents) AS amount FROM contract_change GROUP BY project_id) c ON c.project_id = p.id
  LEFT JOIN (SELECT project_id, SUM(budget) AS budget, SUM(MAX(0, actual - budget)) AS overruns FROM (
    SELECT project_id, phase_id, cost_code_id, cost_type, SUM(budget) AS budget, SUM(actual) AS actual FROM (
      SELECT l.project_id, ifnull(l.phase_id, 0) AS phase_id, l.cost_code_id, l.cost_type, c.cost_cents AS budget, 0 AS actual
      FROM budget_line l JOIN budget_change c ON c.budget_line_id = l.id
      UNION ALL SELECT project_id, phase_id, cost_code_id, cost_type, 0, amount_cents FROM project_coding_month
        WHERE month <= @month AND account_id IN ${COSTS}
    ) GROUP BY project_id, phase_id, cost_code_id, cost_type) GROUP BY project_id) b ON b.project_id = p.id
  LEFT JOIN (SELECT project_id, SUM(held_cents) AS held, SUM(expensed_cents) AS expensed, SUM(earned_cents) AS earned, SUM(billed_cents) AS billed,
    SUM(loss_cents) AS loss, SUM(CASE WHEN month >= @year THEN earned_cents END) AS this_year
    FROM project_month WHERE month <= @month GROUP BY project_id) t ON t.project_id = p.id
  ORDER BY p.code`;

/** What a project's row of the schedule says. */
function scheduleRow(row: Row, through: string) {
  const of = (name: string): number => row[name] ?? 0;
  const [contract, cost, earned, billed] = [of('contract'), of('held') + of('expensed'), of('earned'), of('billed')];
  const estimate = of('budget') + of('overruns');
  const money = (name: string, amountCents: number) => ({ amountCents, figure: `${name}.p${row['id']}.t${through}` });
  return {
    id: row['id'],
    code: row.code,
    name: row.name,
    client: row['client'],
    contract: money('contract', contract),
    estimate: money('estimate', estimate),
    profit: money('profit-at-completion', contract - estimate),
    margin: contract > 0 ? { numerator: contract - estimate, denominator: contract } : null,
    cost: money('cost', cost),
    complete: { numerator: cost, denominator: Math.max(1, estimate) },
    progress: cost <= 0 ? 'not-begun' : cost > estimate ? 'over-estimate' : 'under-way',
    earned: money('earned', earned),
    profitToDate: money('profit-to-date', earned - of('expensed') - of('loss')),
    billed: money('billed', billed),
    overbilledCents: Math.max(0, billed - earned),
    underbilledCents: Math.max(0, earned - billed),
    netFigure: `overbilled.p${row['id']}.t${through}`,
    earnedThisYear: money('earned', of('this_year')),
    earnedBeforeYear: money('earned', earned - of('this_year')),
    backlog: money('backlog', contract - earned),
    costToComplete: money('cost-to-complete', estimate - cost),
  };
}

function wipSchedule(file: SqliteDatabase.Database) {
  const statement = file.prepare(SCHEDULE);
  return (month: number): string => {
    const rows = (statement.all({ month, year: month - (month % 12) }) as Row[]).map((row) =>
      scheduleRow(row, monthAt(month)),
    );
    const totals = {
      contract: 0,
      estimate: 0,
      profit: 0,
      cost: 0,
      earned: 0,
      billed: 0,
      backlog: 0,
      costToComplete: 0,
    };
    for (const row of rows)
      for (const name of Object.keys(totals) as (keyof typeof totals)[]) totals[name] += row[name].amountCents;
    return JSON.stringify({ rows, totals });
  };
}

const BUDGET = `SELECT cost_code_id AS id, k.code, k.name, t.cost_type, SUM(budget) AS budget, SUM(actual) AS actual FROM (
    SELECT l.phase_id, l.cost_code_id, l.cost_type, c.cost_cents AS budget, 0 AS actual
    FROM budget_line l JOIN budget_change c ON c.budget_line_id = l.id WHERE l.project_id = @project
    UNION ALL SELECT phase_id, cost_code_id, cost_type, 0, amount_cents FROM project_coding_month
      WHERE project_id = @project AND month <= @month AND account_id IN ${COSTS}
  ) t JOIN cost_code k ON k.id = t.cost_code_id GROUP BY phase_id, cost_code_id, t.cost_type ORDER BY k.code`;

function projectPage(file: SqliteDatabase.Database) {
  const project = file.prepare(
    'SELECT p.*, k.name AS client FROM project p JOIN party k ON k.id = p.client_id WHERE p.id = ?',
  );
  const contract = file.prepare(
    'SELECT effective_on, amount_cents, reason, recorded_by FROM contract_change WHERE project_id = ?',
  );
  const budget = file.prepare(BUDGET);
  const months = file.prepare('SELECT * FROM project_month WHERE project_id = ? AND month <= ?');
  return (id: number, month: number): string => {
    const through = monthAt(month);
    const lines = (budget.all({ project: id, month }) as Row[]).map((row) => {
      const [planned, actual] = [row['budget'] ?? 0, row['actual'] ?? 0];
      const about = `p${id}.hnone.k${row['id']}.y${row['cost_type']}.t${through}`;
      const money = (name: string, amountCents: number) => ({ amountCents, figure: `${name}.${about}` });
      return {
        ...{ code: row.code, name: row.name, costType: row['cost_type'], budgeted: planned > 0 },
        original: money('budget', planned),
        actual: money('cost', actual),
        estimate: money('line-estimate', Math.max(planned, actual)),
        remaining: money('remaining', planned - actual),
        variance: money('variance', planned - Math.max(planned, actual)),
        used: planned > 0 ? { numerator: actual, denominator: planned } : null,
      };
    });
    return JSON.stringify([project.get(id), contract.all(id), lines, months.all(id, month)]);
  };
}

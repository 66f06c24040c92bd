import { rolesOf } from '@lowtide/core/ledger/roles.ts';
import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import { lastDay } from '@lowtide/core/calendar/month.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { codeLabel } from '@lowtide/core/documents/budget-warnings.ts';
import { revenueRecognized } from '@lowtide/core/documents/recognition/post.ts';
import { COST_ROLES, type Role } from '@lowtide/core/ledger/account.ts';
import { isWaiting } from '@lowtide/core/progress/measured-progress.ts';
import { progress } from '@lowtide/core/progress/progress.ts';
import type { CodedAmount, ProjectPosition } from '@lowtide/core/progress/project-position.ts';
import {
  changesAnything,
  recognitionRow,
  recognized,
  type LEFT_OUT,
  type RecognitionRow,
} from '@lowtide/core/progress/recognition-run.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { costCodes } from '../company/list-queries.ts';
import { bounds, nameOf, type AsOf } from '../ledger/as-of-queries.ts';
import { codingAmounts, type Span } from '../ledger/balance-queries.ts';
import { keptByProject } from '../keeping/kept-by-project-queries.ts';
import { projectPlans } from '../projects/plan-queries.ts';
import { standingProjects, type StandingProject } from '../projects/position-queries.ts';
import { accounts, companyAt } from '../company/company-queries.ts';
import type { LatestRun } from '../projects/latest-run-queries.ts';
import { isOfEntry } from '../database/line-number.ts';

/** A project that a run leaves out, and why. */
export interface LeftOut {
  readonly project: ProjectPosition['project'];
  readonly reason: (typeof LEFT_OUT)[number];
}

export interface Run {
  readonly rows: readonly RecognitionRow[];
  readonly leftOut: readonly LeftOut[];
}

/** The rows a run for the month would have: every project that is measured and has anything to show. */
export async function runRows(db: Db, at: AsOf): Promise<readonly RecognitionRow[]> {
  return (await runOfMonth(db, at)).rows;
}

/** The same with the projects that it leaves out. */
export async function runOfMonth(db: Db, at: AsOf): Promise<Run> {
  const limits = await bounds(db, at);
  const { percentDecimals, forecastMonths } = await companyAt(db, limits);
  const policy = { month: at.through, kept: percentDecimals, forecastMonths };
  const span = { ...limits, from: null };
  const held = await keptByProject(db, `held ${nameOf(at)}`, (only) => codedByProject(db, span, { role: 'wip', only }));
  const all = await standingProjects(db, at);
  const standing = all.filter(({ position }) => position.project.method !== 'none');
  const waiting = standing.filter(
    ({ position }) => position.split !== null || isWaiting(progress(position, policy.kept)),
  );
  const recognizedCost = await recognizedOf(db, span, waiting);
  const plans = await projectPlans(db, at);
  const codes = await costCodes(db);
  const rows = standing.map(({ position, record }) => {
    const cost = {
      held: held.get(record.id) ?? [],
      recognized: recognizedCost.get(record.id) ?? [],
      overForecast: (plans.get(record.id)?.overForecast ?? []).map((line) => ({
        code: codeLabel(record, line.coding, { costCodes: codes }),
        cost: line.cost,
        ...{ phase: line.coding.phase, committed: line.committed },
        forecast: line.forecast,
        isZeroMargin: line.isZeroMargin,
      })),
    };
    return recognitionRow(position, cost, policy);
  });
  const unmeasured = all.filter(({ position }) => position.project.method === 'none');
  return {
    rows: rows.filter(showsAnything),
    leftOut: [
      ...rows.filter((row) => !showsAnything(row)).map(({ position }) => leftOut(position, 'nothing yet')),
      ...unmeasured.map(({ position }) => leftOut(position, 'not measured')),
    ],
  };
}

function showsAnything(row: RecognitionRow): boolean {
  return changesAnything(row) || row.earnedToDate !== 0 || row.position.costToDate !== 0;
}

function leftOut({ project }: ProjectPosition, reason: LeftOut['reason']): LeftOut {
  return { project, reason };
}

/** What earlier runs released of projects that wait again: only theirs may go back. */
async function recognizedOf(db: Db, span: Span, waiting: readonly StandingProject[]) {
  const released = new Map<number, readonly CodedAmount[]>();
  for (const { record } of waiting) {
    const own = await codedByProject(db, span, { role: 'cost-of-revenue', only: record.id });
    released.set(record.id, own.get(record.id) ?? []);
  }
  return released;
}

/** What stands in the account with the role, by project and coding. */
async function codedByProject(
  db: Db,
  span: Span,
  { role, only }: { readonly role: Role; readonly only?: number | undefined },
): Promise<ReadonlyMap<number, readonly CodedAmount[]>> {
  const projects = only === undefined ? {} : { projects: [only] };
  const amounts = (await codingAmounts(db, span, { roles: [role], ...projects })).flatMap(({ coding, amount }) =>
    amount === 0 || coding === null ? [] : [{ coding, amount }],
  );
  return groupedBy<CodedAmount, number>(amounts, ({ coding }) => coding.project);
}

/** The same books with the lines that a recognition of the month would post, as if they were posted. */
export async function asIfRecognized(db: Db, at: AsOf): Promise<AsOf> {
  const chart = await accounts(db);
  const rows = await runRows(db, at);
  const { lines } = revenueRecognized(rolesOf(chart), lastDay(at.through), rows.map(recognized));
  const byId = new Map(chart.map((account) => [account.id, account]));
  const asIf = lines.flatMap((line) => {
    const account = byId.get(line.account);
    return account ? [{ ...line, role: account.role, type: account.type }] : [];
  });
  return { ...at, asIf };
}

/** Documents recorded after a run that move the cost of projects in its month or before. */
export async function documentsSince(db: Db, run: LatestRun): Promise<number> {
  const { rows } = await sql<{ count: number }>`
    SELECT COUNT(DISTINCT e.document_id) AS count FROM journal_entry e
    JOIN journal_line l ON ${isOfEntry('l.id')}
    JOIN account a ON a.id = l.account_id
    WHERE e.recorded_at > ${run.recordedAt} AND e.posted_on <= ${dayNumber(lastDay(run.month))}
      AND l.project_id IS NOT NULL AND a.role IN (${sql.join([...COST_ROLES])})`.execute(db);
  return rows[0]?.count ?? 0;
}

/** The rows a posted run had, as they were shown when it was posted. */
export async function postedRows(db: Db, document: number): Promise<unknown> {
  const row = await db.selectFrom('document').select('body').where('id', '=', document).executeTakeFirstOrThrow();
  return (JSON.parse(row.body) as { readonly rows?: unknown }).rows ?? [];
}

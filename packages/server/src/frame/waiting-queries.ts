import { dayNumber, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { monthOf } from '@lowtide/core/calendar/month.ts';
import { settledKinds } from '@lowtide/core/documents/kinds.ts';
import { cents, sum, ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import { isAllowed } from '@lowtide/core/people/roles.ts';
import { WAITING, WAITING_KINDS, type Waiting } from '@lowtide/core/people/waiting.ts';
import { USUAL_UNDERBILLED } from '@lowtide/core/reports/to-bill/shape.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { exposures } from '../estimates/estimate-queries.ts';
import type { Actor } from '../http/actor.ts';
import { latestRoundAfter, toldForecasts } from '../forecasts/told-forecast-queries.ts';
import { companyOf } from '../company/company-queries.ts';
import type { ToldState } from '@lowtide/core/forecast/told-forecast.ts';
import { bounds, EVERYTHING } from '../ledger/as-of-queries.ts';
import { openAmount } from '../ledger/settlement-queries.ts';
import { projectPlans } from '../projects/plan-queries.ts';
import { standingProjects } from '../projects/position-queries.ts';
import { toBillAt } from '../reports/to-bill-queries.ts';
import { applicationsSent } from '../schedules/project-billing-queries.ts';
import { strayTotal } from '../strays/stray-queries.ts';
import { hasEnded } from '@lowtide/core/progress/stage.ts';
import { submittedWeeks } from '../timesheets/submitted-week-queries.ts';

/** How much of a kind waits, and what it comes to where it is money. */
export interface WaitingCount {
  readonly count: number;
  readonly amount: Cents | null;
}

export interface Asker {
  readonly actor: Actor | null;
  readonly today: IsoDate;
}

/** What waits for somebody today, of what they may see; kinds of which nothing waits are left out. */
export async function whatWaits(db: Db, asker: Asker): Promise<readonly (WaitingCount & { readonly what: Waiting })[]> {
  const found = [];
  for (const what of WAITING_KINDS) {
    if (asker.actor !== null && !isAllowed(asker.actor.role, WAITING[what])) continue;
    const counted = await COUNTS[what](db, asker);
    if (counted.count > 0) found.push({ what, ...counted });
  }
  return found;
}

const COUNTS: { readonly [W in Waiting]: (db: Db, asker: Asker) => Promise<WaitingCount> } = {
  'weeks-to-approve': async (db, { actor }) => plain((await submittedWeeks(db, actor)).toApprove),
  'weeks-to-post': async (db, { actor }) => plain((await submittedWeeks(db, actor)).toPost),
  'incoming-bills': async (db) => counted(db, sql`message WHERE sender = 'supplier' AND status = 'waiting'`),
  // The last word on a draft as it stands: asked for, and neither given nor refused.
  'bills-to-approve': async (db) =>
    counted(
      db,
      sql`draft d JOIN sheet_approval a ON a.id = (SELECT MAX(id) FROM sheet_approval WHERE draft_id = d.id)
        WHERE a.stand = 'asked' AND a.draft_version = d.version`,
    ),
  drafts: async (db) => counted(db, sql`draft`),
  'journals-due': async (db, { today }) => counted(db, sql`recurring_journal WHERE next_on <= ${dayNumber(today)}`),
  'uncoded-cost': async (db, { today }) => {
    const { count, total } = await strayTotal(db, await bounds(db, { through: monthOf(today), known: null }));
    return { count, amount: total };
  },
  'bills-due': async (db, { today }) => openBy(db, 'payable', dayNumber(today)),
  'invoices-overdue': async (db, { today }) => openBy(db, 'receivable', dayNumber(today) - 1),
  'projects-to-bill': async (db, { today }) => {
    const at = { through: monthOf(today), known: null };
    const { rows, totalCents } = await toBillAt(db, at, cents(Number(USUAL_UNDERBILLED) * 100));
    return { count: new Set(rows.map(({ id }) => id)).size, amount: cents(totalCents) };
  },
  'client-answers': async (db) => counted(db, sql`message WHERE sender = 'client' AND status = 'waiting'`),
  'applications-sent': async (db) => {
    const sent = await applicationsSent(db, EVERYTHING);
    return { count: sent.length, amount: sum(sent.map(({ asked }) => asked)) };
  },
  'pending-changes': async (db, { today }) => {
    const at = { through: monthOf(today), known: null };
    const seen = new Set<number>((await standingProjects(db, at)).map(({ record }) => record.id));
    const pending = [...(await exposures(db, await bounds(db, at)))].filter(([project]) => seen.has(project));
    return { count: pending.length, amount: sum(pending.map(([, { price }]) => price)) };
  },
  'forecasts-to-tell': async (db, { today }) => toldCount(db, today, ['missing', 'sent back']),
  'forecasts-to-take-over': async (db, { today }) => toldCount(db, today, ['told']),
  'overtaken-forecasts': async (db, { today }) => {
    const at = { through: monthOf(today), known: null };
    const plans = await projectPlans(db, at);
    const lines = (await standingProjects(db, at)).flatMap(({ record, position }) =>
      hasEnded(position.stage) ? [] : (plans.get(record.id)?.overForecast ?? []),
    );
    return { count: lines.length, amount: sum(lines.map((line) => cents(line.cost + line.committed - line.forecast))) };
  },
};

/** Projects under way by where their forecasts stand, of the latest month these are asked for. */
async function toldCount(db: Db, today: IsoDate, states: readonly ToldState[]): Promise<WaitingCount> {
  const month = await latestRoundAfter(db, (await companyOf(db)).lockedThrough);
  if (month === null) return plain(0);
  const at = { through: month, known: null };
  const underWay = (await standingProjects(db, { ...at, through: monthOf(today) })).filter(
    ({ position }) => position.stage === 'under way',
  );
  const stands = new Map((await toldForecasts(db, await bounds(db, at))).map(({ project, state }) => [project, state]));
  return plain(underWay.filter(({ record }) => states.includes(stands.get(record.id) ?? 'missing')).length);
}

function plain(count: number): WaitingCount {
  return { count, amount: null };
}

async function counted(db: Db, from: ReturnType<typeof sql>): Promise<WaitingCount> {
  const { rows } = await sql<{ count: number }>`SELECT COUNT(*) AS count FROM ${from}`.execute(db);
  return plain(rows[0]?.count ?? 0);
}

/** What is open of documents that were due by a day. */
async function openBy(db: Db, side: 'payable' | 'receivable', day: number): Promise<WaitingCount> {
  const at = { day: FAR_DAY, recordedAt: Number.MAX_SAFE_INTEGER };
  const { rows } = await sql<{ count: number; amount: number | null }>`
    SELECT COUNT(*) AS count, SUM(open) AS amount FROM (SELECT ${openAmount('d', at)} AS open FROM document d
      WHERE d.kind IN (${sql.join([...settledKinds(side)])}) AND ifnull(d.due_on, d.dated_on) <= ${day})
    WHERE open > 0`.execute(db);
  return { count: rows[0]?.count ?? 0, amount: cents(rows[0]?.amount ?? ZERO) };
}

const FAR_DAY = Number.MAX_SAFE_INTEGER;

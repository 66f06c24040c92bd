import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { phaseId, type PhaseId } from '@lowtide/core/ledger/ids.ts';
import type { Phase } from '@lowtide/core/ledger/project.ts';
import { cents, opposite, sum, ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import { millionthsOf } from '@lowtide/core/money/ratio.ts';
import { phasesOfObligations, type Obligation, type Split } from '@lowtide/core/progress/obligation.ts';
import type { PhaseAmount } from '@lowtide/core/progress/project-position.ts';
import { sql } from 'kysely';
import type { Stamp } from '../audit/stamp.ts';
import type { Db, Trx } from '../database/schema.ts';
import { projectsAt } from '../company/project-queries.ts';
import { changeCounts, type Bounds } from '../ledger/as-of-queries.ts';
import { codingStands, STAND_SUMS } from './coding-stand-queries.ts';
import { isMonthRecognized } from './latest-run-queries.ts';

export interface ToldObligation {
  readonly phase: PhaseId;
  readonly price: Cents;
  readonly method: Obligation['method'];
  readonly finishedOn: IsoDate | null;
}

/** How a contract is split from a day on, as it was told. */
export interface ToldSplit {
  readonly id: number;
  readonly project: number;
  readonly on: IsoDate;
  readonly lossesPer: Split['lossesPer'];
  readonly reason: string;
  readonly by: string;
  readonly recordedAt: number;
  readonly obligations: readonly ToldObligation[];
}

type At = Pick<Bounds, 'day' | 'recordedAt'>;

/** Every way in which contracts, or one of them, were split by then, the latest first. */
export async function toldSplits(db: Db, { day, recordedAt }: At, only?: number): Promise<readonly ToldSplit[]> {
  const of = only === undefined ? sql`` : sql`AND project_id = ${only}`;
  const { rows } = await sql<Omit<ToldSplit, 'on' | 'obligations'> & { readonly on: number }>`
    SELECT id, project_id AS project, counts_on AS "on", losses_per AS "lossesPer", reason, recorded_by AS by,
      recorded_at AS "recordedAt"
    FROM contract_split WHERE counts_on <= ${day} AND recorded_at <= ${recordedAt} ${of}
    ORDER BY project_id, counts_on DESC, id DESC`.execute(db);
  if (rows.length === 0) return [];
  const told = await db
    .selectFrom('split_obligation')
    .select(['split_id', 'phase_id', 'price_cents', 'method', 'finished_on'])
    .$if(only !== undefined, (query) =>
      query.where(
        'split_id',
        'in',
        rows.map(({ id }) => id),
      ),
    )
    .orderBy('id')
    .execute();
  const bySplit = groupedBy(told, ({ split_id }) => split_id);
  return rows.map(({ on, ...row }) => ({
    ...{ ...row, on: dayOf(on) },
    obligations: (bySplit.get(row.id) ?? []).map(({ phase_id, price_cents, method, finished_on }) => ({
      ...{ phase: phaseId(phase_id), price: cents(price_cents), method },
      finishedOn: finished_on === null ? null : dayOf(finished_on),
    })),
  }));
}

/** Split contracts where they stand, or one of them. */
export async function splits(db: Db, at: Bounds, only?: number): Promise<ReadonlyMap<number, Split>> {
  const latest = new Map<number, ToldSplit>();
  for (const told of await toldSplits(db, at, only)) {
    if (!latest.has(told.project)) latest.set(told.project, told);
  }
  const found = new Map<number, Split>();
  for (const told of latest.values()) {
    if (told.obligations.length === 0) continue;
    const [record] = await projectsAt(db, at, told.project);
    if (record) found.set(told.project, await splitOf(db, at, { told, phases: record.phases }));
  }
  return found;
}

interface SplitOf {
  readonly told: ToldSplit;
  readonly phases: readonly Phase[];
}

async function splitOf(db: Db, at: Bounds, { told, phases }: SplitOf): Promise<Split> {
  const work = phasesOfObligations(
    phases,
    told.obligations.map(({ phase }) => phase),
  );
  const stands = new Map((await standsByPhase(db, at, told.project)).map((row) => [row.phase_id, row]));
  const prices = await pricesSince(db, at, told);
  const surveys = await surveysByPhase(db, at, told.project);
  const end = dayOf(at.day);
  const obligations = told.obligations.map(({ phase, price, method, finishedOn }): Obligation => {
    const own = work.get(phase) ?? [];
    const total = (of: (row: PhaseStand) => number): Cents =>
      sum(own.map((each) => cents(stands.has(each) ? of(stands.get(each) ?? NO_STAND) : 0)));
    const survey = method === 'surveyed' ? surveys.get(phase) : undefined;
    const { code = '', name = '' } = phases.find(({ id }) => id === phase) ?? {};
    return {
      ...{ phase, code, name, phases: own, method, price },
      priceSince: sum(own.map((each) => prices.get(each) ?? ZERO)),
      isFinished: finishedOn !== null && finishedOn <= end,
      budget: total(({ budget }) => budget),
      lineEstimates: total(({ estimates }) => estimates),
      zeroMargin: { cost: total(({ zero_cost }) => zero_cost), estimate: total(({ zero_estimate }) => zero_estimate) },
      costToDate: total(({ cost }) => cost),
      ...{ told: survey?.complete ?? null, toldOn: survey?.on ?? null },
    };
  });
  return { lossesPer: told.lossesPer, obligations };
}

interface PhaseStand {
  readonly phase_id: number;
  readonly budget: number;
  readonly estimates: number;
  readonly zero_cost: number;
  readonly zero_estimate: number;
  readonly cost: number;
}

const NO_STAND: PhaseStand = { phase_id: 0, budget: 0, estimates: 0, zero_cost: 0, zero_estimate: 0, cost: 0 };

async function standsByPhase(db: Db, at: Bounds, project: number): Promise<readonly PhaseStand[]> {
  const isRecognized = await isMonthRecognized(db, at);
  const { rows } = await sql<PhaseStand>`SELECT phase_id, ${STAND_SUMS}, SUM(actual) AS cost
    FROM (${codingStands(at, isRecognized, project)}) GROUP BY phase_id`.execute(db);
  return rows;
}

/** What change orders that were agreed or counted only after the contract was split put into each phase. */
async function pricesSince(
  db: Db,
  at: Bounds,
  { project, on, recordedAt }: ToldSplit,
): Promise<ReadonlyMap<PhaseId, Cents>> {
  const { rows } = await sql<{ phase: number; price: number }>`SELECT l.phase_id AS phase, SUM(l.price_cents) AS price
    FROM contract_change c JOIN approval a ON a.id = c.approval_id
    JOIN estimate e ON e.id = a.estimate_id AND e.kind = 'change'
    JOIN estimate_line l ON l.approval_id = a.id AND l.phase_id IS NOT NULL
    WHERE c.project_id = ${project} AND ${changeCounts('c', at)}
      AND (c.effective_on > ${dayNumber(on)} OR c.recorded_at > ${recordedAt})
    GROUP BY l.phase_id`.execute(db);
  return new Map(rows.map(({ phase, price }) => [phaseId(phase), cents(price)]));
}

/** The last survey of each obligation. */
async function surveysByPhase(db: Db, { day, recordedAt }: At, project: number) {
  const { rows } = await sql<{ phase: number; on: number; complete: number }>`
    SELECT phase_id AS phase, told_on AS "on", complete_millionths AS complete FROM surveyed_progress
    WHERE project_id = ${project} AND phase_id IS NOT NULL AND told_on <= ${day} AND recorded_at <= ${recordedAt}
    ORDER BY told_on, id`.execute(db);
  return new Map(
    rows.map(({ phase, on, complete }) => [phaseId(phase), { on: dayOf(on), complete: millionthsOf(complete) }]),
  );
}

/** What projects, or one of them, earned with a phase. */
export async function phaseEarned(
  db: Db,
  { day, firstLaterLine, asIf }: Pick<Bounds, 'day' | 'firstLaterLine' | 'asIf'>,
  only?: number,
): Promise<ReadonlyMap<number, readonly PhaseAmount[]>> {
  const of = only === undefined ? sql`` : sql`AND project_id = ${only}`;
  const known = firstLaterLine === null ? sql`` : sql`AND id < ${firstLaterLine}`;
  const { rows } = await sql<{ project: number; phase: number; amount: number }>`
    SELECT project_id AS project, phase_id AS phase, -SUM(amount_cents) AS amount
    FROM journal_line INDEXED BY journal_line_phase_revenue
    WHERE phase_id IS NOT NULL AND cost_code_id IS NULL AND posted_on <= ${day} ${known} ${of}
      AND account_id IN (SELECT id FROM account WHERE role = 'revenue')
    GROUP BY 1, 2`.execute(db);
  const posted = rows.map(({ project, phase, amount }) => ({ project, phase: phaseId(phase), amount: cents(amount) }));
  const asIfPosted = asIf.lines.flatMap(({ project, phase, costCode, role, amount }) =>
    role === 'revenue' && project !== null && phase !== null && costCode === null
      ? [{ project: project as number, phase, amount: opposite(amount) }]
      : [],
  );
  return groupedBy([...posted, ...asIfPosted], ({ project }) => project);
}

interface NewSplit extends Pick<ToldSplit, 'project' | 'on' | 'lossesPer' | 'reason' | 'obligations'> {}

export async function insertSplit(
  trx: Trx,
  { project, on, lossesPer, reason, obligations }: NewSplit,
  { at, by }: Stamp,
): Promise<void> {
  const row = { project_id: project, counts_on: dayNumber(on), losses_per: lossesPer, reason };
  const { insertId } = await trx
    .insertInto('contract_split')
    .values({ ...row, recorded_at: at, recorded_by: by })
    .executeTakeFirstOrThrow();
  if (obligations.length === 0) return;
  await trx
    .insertInto('split_obligation')
    .values(
      obligations.map(({ phase, price, method, finishedOn }) => ({
        ...{ split_id: Number(insertId), phase_id: phase, price_cents: price, method },
        finished_on: finishedOn === null ? null : dayNumber(finishedOn),
      })),
    )
    .execute();
}

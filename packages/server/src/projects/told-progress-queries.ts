import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { millionthsOf, type Ratio } from '@lowtide/core/money/ratio.ts';
import { milestonesReached, type Milestone } from '@lowtide/core/progress/milestones.ts';
import { sql } from 'kysely';
import type { Stamp } from '../audit/stamp.ts';
import type { Db, Trx } from '../database/schema.ts';
import type { Bounds } from '../ledger/as-of-queries.ts';

type At = Pick<Bounds, 'day' | 'recordedAt'>;

/** What was told of a project's progress in either way; null where nothing was. */
export interface ToldProgress {
  readonly surveyed: Ratio | null;
  readonly surveyedOn: IsoDate | null;
  readonly milestones: Ratio | null;
}

/** Progress that was told of projects, or of one of them: the last survey, and the milestones reached. */
export async function toldProgress(db: Db, at: At, only?: number): Promise<ReadonlyMap<number, ToldProgress>> {
  const surveys = groupedBy(await surveysAt(db, at, only), ({ project }) => project);
  const milestones = groupedBy(await milestonesAt(db, at, only), ({ project }) => project);
  return new Map(
    [...new Set([...surveys.keys(), ...milestones.keys()])].map((project) => [
      project,
      {
        surveyed: surveys.get(project)?.at(-1)?.complete ?? null,
        surveyedOn: surveys.get(project)?.at(-1)?.on ?? null,
        milestones: milestonesReached(milestones.get(project) ?? []),
      },
    ]),
  );
}

export interface Survey {
  readonly project: number;
  readonly on: IsoDate;
  readonly complete: Ratio;
  readonly reason: string;
  readonly by: string;
}

/** What projects, or one of them, were surveyed at, the latest last. */
export async function surveysAt(db: Db, { day, recordedAt }: At, only?: number): Promise<readonly Survey[]> {
  const of = only === undefined ? sql`` : sql`AND project_id = ${only}`;
  const { rows } = await sql<{ project: number; on: number; complete: number; reason: string; by: string }>`
    SELECT project_id AS project, told_on AS "on", complete_millionths AS complete, reason, recorded_by AS by
    FROM surveyed_progress WHERE phase_id IS NULL AND told_on <= ${day} AND recorded_at <= ${recordedAt} ${of}
    ORDER BY project_id, told_on, id`.execute(db);
  return rows.map(({ on, complete, ...row }) => ({ ...row, on: dayOf(on), complete: millionthsOf(complete) }));
}

export interface MilestoneAt extends Milestone {
  readonly project: number;
  readonly id: number;
  readonly name: string;
  readonly reachedOn: IsoDate | null;
  readonly reason: string;
  readonly by: string;
}

/** Milestones of projects, or of one of them, as they stood, in the order they were agreed. */
export async function milestonesAt(db: Db, { day, recordedAt }: At, only?: number): Promise<readonly MilestoneAt[]> {
  const of = only === undefined ? sql`` : sql`AND m.project_id = ${only}`;
  const { rows } = await sql<{
    project: number;
    id: number;
    name: string;
    weight: number;
    reached: number | null;
    on: number | null;
    reason: string | null;
    by: string | null;
  }>`SELECT m.project_id AS project, m.id, m.name, m.weight_millionths AS weight, s.is_reached AS reached,
      s.counts_on AS "on", s.reason, s.recorded_by AS by
    FROM milestone m LEFT JOIN milestone_stand s ON s.id = (SELECT l.id FROM milestone_stand l
      WHERE l.milestone_id = m.id AND l.counts_on <= ${day} AND l.recorded_at <= ${recordedAt}
      ORDER BY l.counts_on DESC, l.id DESC LIMIT 1)
    WHERE m.counts_on <= ${day} AND m.recorded_at <= ${recordedAt} ${of} ORDER BY m.project_id, m.id`.execute(db);
  return rows.map(({ reached, on, reason, by, ...row }) => ({
    ...{ ...row, isReached: reached === 1, reachedOn: reached === 1 && on !== null ? dayOf(on) : null },
    ...{ reason: reason ?? '', by: by ?? '' },
  }));
}

interface NewSurvey {
  readonly project: number;
  readonly on: IsoDate;
  /** In millionths of the whole. */
  readonly complete: number;
  readonly reason: string;
  /** Of an obligation of a split contract. */
  readonly phase: number | null;
}

export async function insertSurvey(
  trx: Trx,
  { project, on, complete, reason, phase }: NewSurvey,
  { at, by }: Stamp,
): Promise<void> {
  const row = { project_id: project, told_on: dayNumber(on), complete_millionths: complete, reason, phase_id: phase };
  await trx
    .insertInto('surveyed_progress')
    .values({ ...row, recorded_at: at, recorded_by: by })
    .execute();
}

interface NewMilestone {
  readonly project: number;
  readonly name: string;
  readonly weight: number;
  readonly countsOn: IsoDate;
}

export async function insertMilestone(
  trx: Trx,
  { project, name, weight, countsOn }: NewMilestone,
  { at, by }: Stamp,
): Promise<void> {
  const row = { project_id: project, name, weight_millionths: weight, counts_on: dayNumber(countsOn) };
  await trx
    .insertInto('milestone')
    .values({ ...row, recorded_at: at, recorded_by: by })
    .execute();
}

interface NewStand {
  readonly milestone: number;
  readonly on: IsoDate;
  readonly isReached: boolean;
  readonly reason: string;
}

export async function insertStand(
  trx: Trx,
  { milestone, on, isReached, reason }: NewStand,
  { at, by }: Stamp,
): Promise<void> {
  const row = { milestone_id: milestone, counts_on: dayNumber(on), is_reached: isReached ? 1 : 0, reason };
  await trx
    .insertInto('milestone_stand')
    .values({ ...row, recorded_at: at, recorded_by: by })
    .execute();
}

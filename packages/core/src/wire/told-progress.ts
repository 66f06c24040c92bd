import { z } from 'zod';
import { AsOf, ById, Cents, Day, Done, Id, Ratio, Typed } from '../shapes/values.ts';
import { VARIABLE_KINDS } from '../progress/variable-amounts.ts';
import type { Endpoints } from './endpoint.ts';

/** Projects whose progress is told, and what was told last, beside what cost and billing say. */
export const ToldProgressAnswer = z.object({
  rows: z.array(
    z.object({
      ...{
        projectId: Id,
        code: z.string(),
        name: z.string(),
        method: z.enum(['surveyed', 'milestones', 'units', 'labor-hours']),
      },
      /** Where it is an obligation of a split contract. */
      phaseId: Id.nullable(),
      /** Of what earns by units: how many are done, in ten-thousandths, and how many there are; null for all else. */
      ...{ unitsDone: z.int().nullable(), unitsInAll: z.int().nullable() },
      /** Null before anything was told. */
      complete: Ratio.nullable(),
      /** Of a survey: its day, why, and who told it. */
      ...{ on: Day.nullable(), reason: z.string(), by: z.string() },
      byCost: Ratio,
      /** Null without a contract. */
      byBilling: Ratio.nullable(),
    }),
  ),
});
const UnitsRow = z.strictObject({ projectId: Id, toldOn: Typed, units: Typed, reason: Typed });
/** Units done to date of some projects: all of it, or nothing where any of it is wrong. */
export const UnitsTold = z.strictObject({ rows: z.array(UnitsRow).min(1).max(2_000) });
const SurveyRow = z.strictObject({
  ...{ projectId: Id, toldOn: Typed, percent: Typed, reason: Typed },
  /** Of an obligation of a split contract; null for the project as a whole. */
  phaseId: Id.nullable().default(null),
});
/** What the sites of some projects were surveyed at: all of it, or nothing where any of it is wrong. */
export const Surveys = z.strictObject({ rows: z.array(SurveyRow).min(1).max(2_000) });

/** What a project's progress is told by: its milestones as they stand, and every survey, the latest first. */
export const ProjectTold = z.object({
  milestones: z.array(
    z.object({
      ...{ id: Id, name: z.string(), weightMillionths: z.int(), share: Ratio },
      ...{ reachedOn: Day.nullable(), reason: z.string(), by: z.string() },
    }),
  ),
  surveys: z.array(z.object({ on: Day, complete: Ratio, reason: z.string(), by: z.string() })),
});
/** Milestones with their weights, in percent or in any other unit they share; they count from a day on. */
export const NewMilestones = z.strictObject({
  countsOn: Typed,
  rows: z
    .array(z.strictObject({ name: Typed, weight: Typed }))
    .min(1)
    .max(100),
});
export const MilestoneStand = z.strictObject({ on: Typed, isReached: z.boolean(), reason: Typed });

/** Cost that shows no progress, each time it was told or taken back. */
export const WastedCost = z.object({
  rows: z.array(
    z.object({
      ...{ id: Id, projectId: Id, code: z.string(), name: z.string(), on: Day, amountCents: Cents },
      ...{ reason: z.string(), by: z.string() },
    }),
  ),
});
/** Below zero, it takes back what was told before. */
export const NewWaste = z.strictObject({ project: Typed, on: Typed, amount: Typed, reason: Typed });

/** What may be part of a price before it is agreed, as it stands, and pending change orders of which nothing is included. */
export const VariableAmounts = z.object({
  rows: z.array(
    z.object({
      /** Null where nothing was ever included of a pending change order. */
      ...{ id: Id.nullable(), projectId: Id, code: z.string(), project: z.string() },
      ...{ kind: z.enum(VARIABLE_KINDS), name: z.string(), estimateId: Id.nullable() },
      /** Included in the price: 0 once a change order is decided. */
      ...{ amountCents: Cents, isDecided: z.boolean() },
      /** What a pending change order would add to the price; null for all else. */
      asksCents: Cents.nullable(),
      ...{ on: Day.nullable(), reason: z.string(), by: z.string() },
    }),
  ),
  totals: z.object({ amountCents: Cents }),
});
/** Of a pending change order its number in `estimateId`; its name is then its own. */
export const NewVariableAmount = z.strictObject({
  ...{ project: Typed, kind: z.enum(VARIABLE_KINDS), name: Typed, on: Typed, amount: Typed, reason: Typed },
  estimateId: Id.nullable().default(null),
});
export const VariableStand = z.strictObject({ on: Typed, amount: Typed, reason: Typed });

// One a line.
// prettier-ignore
export const TOLD_PROGRESS_ENDPOINTS = {
  toldProgress: { method: 'get', path: '/told-progress', may: 'read-books', summary: 'Projects whose progress cost does not show, and what was told of it', query: AsOf, response: ToldProgressAnswer, reads: ['ledger', 'plans', 'records', 'estimates'] },
  tellSurveys: { method: 'post', path: '/surveyed-progress', may: 'keep-books', summary: 'Tell the percent that projects were surveyed at, with day and reason', body: Surveys, response: Done, makesStale: ['plans', 'ledger'] },
  tellUnits: { method: 'post', path: '/units-done', may: 'keep-books', summary: 'Tell how many units of projects are done to date, with day and reason', body: UnitsTold, response: Done, makesStale: ['plans', 'ledger'] },
  projectTold: { method: 'get', path: '/projects/{id}/told-progress', may: 'read-projects', about: { project: 'params.id' }, summary: 'Milestones of a project and what it was surveyed at', params: ById, query: AsOf, response: ProjectTold, reads: ['plans', 'records'] },
  addMilestones: { method: 'post', path: '/projects/{id}/milestones', may: 'keep-books', summary: 'Add milestones with their weights to a project', params: ById, body: NewMilestones, response: Done, makesStale: ['plans', 'ledger'] },
  wastedCost: { method: 'get', path: '/wasted-cost', may: 'read-books', summary: 'Cost that shows no progress, of all projects', query: AsOf, response: WastedCost, reads: ['plans', 'records'] },
  tellWaste: { method: 'post', path: '/wasted-cost', may: 'keep-books', summary: 'Say that cost of a project shows no progress, or take that back', body: NewWaste, response: Done, makesStale: ['plans', 'ledger'] },
  variableAmounts: { method: 'get', path: '/variable-amounts', may: 'read-books', summary: 'Claims, bonuses, penalties and pending change orders, and what of them is included in prices', query: AsOf, response: VariableAmounts, reads: ['plans', 'records', 'estimates'] },
  includeAmount: { method: 'post', path: '/variable-amounts', may: 'keep-books', summary: 'Include an amount in a price before it is agreed', body: NewVariableAmount, response: Done, makesStale: ['plans', 'ledger'] },
  changeIncluded: { method: 'post', path: '/variable-amounts/{id}/stands', may: 'keep-books', summary: 'Change what of an amount is included in a price from a day on; 0 for nothing', params: ById, body: VariableStand, response: Done, makesStale: ['plans', 'ledger'] },
  reachMilestone: { method: 'post', path: '/milestones/{id}/stands', may: 'keep-books', summary: 'Say that a milestone was reached on a day, or is not', params: ById, body: MilestoneStand, response: Done, makesStale: ['plans', 'ledger'] },
} as const satisfies Endpoints;

import type { Endpoints } from './endpoint.ts';
import { z } from 'zod';
import { SCHEDULE_GROUPINGS } from '../estimate/schedule-of-values.ts';
import { COST_TYPES } from '../ledger/cost-type.ts';
import {
  ById,
  Cents,
  CostCodeNumber,
  Day,
  EmployeeNumber,
  Id,
  IdText,
  PhaseNumber,
  ProjectNumber,
  Rate,
  Remark,
  Typed,
  Done,
} from '../shapes/values.ts';

export const EstimateRow = z.strictObject({
  ...{ section: Typed, code: Typed, costType: Typed, text: Typed, quantity: Typed, unit: Typed, unitCost: Typed },
  ...{ cost: Typed, markup: Typed, markupAmount: Typed, unitPrice: Typed, price: Typed, note: Typed },
});

/** An estimate, or the priced lines of a change order, as typed. */
export const EstimateSheet = z.strictObject({ usualMarkup: Typed, rows: z.array(EstimateRow).max(5_000).readonly() });

const Kind = z.enum(['estimate', 'change']);

export const EstimateHead = z.object({
  id: Id,
  kind: Kind,
  /** `Estimate 2`, `Change order 1`. */
  number: z.string(),
  name: z.string(),
  status: z.enum(['open', 'pending', 'approved', 'rejected']),
  costCents: Cents,
  priceCents: Cents,
  pricedOn: Day,
  targetEndOn: Day.nullable(),
  decidedOn: Day.nullable(),
  decidedBy: z.string(),
  decision: z.string(),
  /** From when it counts; null unless approved. */
  effectiveOn: Day.nullable(),
  version: z.int(),
  updatedAt: z.string(),
  updatedBy: z.string(),
});

const ContractLine = z.object({ name: z.string(), amountCents: Cents, from: z.string() });

/** A project's estimates and change orders, and the contract they came to. */
export const ProjectEstimates = z.object({
  project: z.object({ id: Id, code: z.string(), name: z.string(), kind: z.string(), targetEndOn: Day.nullable() }),
  rows: z.array(EstimateHead),
  /** Pending change orders together: what may still come. */
  exposure: z.object({ costCents: Cents, priceCents: Cents }),
  schedule: z.array(ContractLine),
  plan: z.array(ContractLine.extend({ dueOn: Day })),
  /** Price and budget typed with the project and not by an estimate: an approved estimate takes their place. */
  typedAtSetUp: z.object({ costCents: Cents, priceCents: Cents }),
});

/** What reading a sheet needs of the books. */
export const EstimateBasis = z.object({
  project: z.object({
    id: ProjectNumber,
    code: z.string(),
    name: z.string(),
    kind: z.enum(['client', 'internal']),
    phases: z.array(z.object({ id: PhaseNumber, code: z.string(), name: z.string() })),
  }),
  costCodes: z.array(
    z.object({ id: CostCodeNumber, code: z.string(), name: z.string(), costType: z.enum(COST_TYPES).nullable() }),
  ),
  workers: z.array(
    z.object({
      id: EmployeeNumber,
      code: z.string(),
      name: z.string(),
      jobRole: z.string(),
      rates: z.array(z.object({ effectiveOn: Day, rate: Rate })),
    }),
  ),
  pricedOn: Day,
});

export const Estimate = EstimateHead.extend({ sheet: EstimateSheet, basis: EstimateBasis, problems: z.array(Remark) });

export const NewEstimate = z.strictObject({
  kind: Kind,
  name: Typed,
  /** Begins with the lines of another one. */
  copyOf: Id.nullable(),
});
export const EstimateChange = z.strictObject({
  version: z.int(),
  name: Typed,
  pricedOn: Typed,
  /** New target end a change order brings; empty for none. */
  targetEndOn: Typed,
  sheet: EstimateSheet,
});

export const ApprovalForm = z.strictObject({
  version: z.int(),
  /** The day it was agreed. */
  agreedOn: Typed,
  grouping: z.enum(SCHEDULE_GROUPINGS),
  plan: z.array(z.strictObject({ dueOn: Typed, text: Typed, share: Typed })).max(200),
});
export const Approved = z.object({ id: Id, number: z.string(), effectiveOn: Day });
export const DecisionForm = z.strictObject({ version: z.int(), reason: Typed });

export const ComparisonQuery = z.strictObject({ with: IdText });
const Compared = z.object({ before: Cents, after: Cents, change: Cents });
export const Comparison = z.object({
  before: EstimateHead,
  after: EstimateHead,
  rows: z.array(z.object({ section: z.string(), name: z.string(), cost: Compared, price: Compared })),
  totals: z.object({ cost: Compared, price: Compared }),
});

/** A file with a sheet in it: CSV as text, a workbook as base64. */
export const SheetFile = z.strictObject({ name: z.string().max(200), content: z.string().max(5_500_000) });
export const ReadSheet = z.object({ sheet: EstimateSheet });

// One a line.
// prettier-ignore
export const ESTIMATE_ENDPOINTS = {
  estimates: { method: 'get', path: '/projects/{id}/estimates', may: 'read-projects', about: { project: 'params.id' }, summary: 'Estimates and change orders of a project', params: ById, response: ProjectEstimates, reads: ['estimates', 'plans', 'records'] },
  estimate: { method: 'get', path: '/estimates/{id}', may: 'read-projects', about: { estimate: 'params.id' }, summary: 'One estimate or change order', params: ById, response: Estimate, reads: ['plans', 'records'] },
  newEstimate: { method: 'post', path: '/projects/{id}/estimates', may: 'plan-projects', about: { project: 'params.id' }, summary: 'Begin an estimate or a change order', params: ById, body: NewEstimate, response: EstimateHead, makesStale: ['estimates'] },
  changeEstimate: { method: 'put', path: '/estimates/{id}', may: 'plan-projects', about: { estimate: 'params.id' }, summary: 'Keep a sheet as typed', params: ById, body: EstimateChange, response: EstimateHead, isUnaudited: true, makesStale: ['estimates'] },
  dropEstimate: { method: 'delete', path: '/estimates/{id}', may: 'plan-projects', about: { estimate: 'params.id' }, summary: 'Throw an open one away', params: ById, response: Done, makesStale: ['estimates'] },
  approve: { method: 'post', path: '/estimates/{id}/approval', may: 'plan-projects', about: { estimate: 'params.id' }, summary: 'Make budget, contract and plan of it', params: ById, body: ApprovalForm, response: Approved, makesStale: ['estimates', 'plans', 'records'] },
  withdraw: { method: 'post', path: '/estimates/{id}/withdrawal', may: 'plan-projects', about: { estimate: 'params.id' }, summary: 'Take an approval back', params: ById, body: DecisionForm, response: EstimateHead, makesStale: ['estimates', 'plans', 'records'] },
  reject: { method: 'post', path: '/estimates/{id}/rejection', may: 'plan-projects', about: { estimate: 'params.id' }, summary: 'Reject a pending change order', params: ById, body: DecisionForm, response: EstimateHead, makesStale: ['estimates', 'plans'] },
  compareEstimates: { method: 'get', path: '/estimates/{id}/comparison', may: 'read-projects', about: { estimate: 'params.id' }, summary: 'Two versions side by side', params: ById, query: ComparisonQuery, response: Comparison, reads: ['estimates', 'plans', 'records'] },
  readSheetFile: { method: 'post', path: '/estimates/{id}/sheet-files', may: 'plan-projects', about: { estimate: 'params.id' }, summary: 'Read a CSV file or a workbook as a sheet, keeping nothing', params: ById, body: SheetFile, response: ReadSheet, isUnaudited: true, makesStale: [] },
} as const satisfies Endpoints;

import { z } from 'zod';
import { DIFFERENCE_METHODS } from '../documents/overhead-difference/post.ts';
import { OVERHEAD_BASES } from '../overhead/overhead-pool.ts';
import { Posted } from './documents.ts';
import type { Endpoints } from './endpoint.ts';
import { Cents, Day, Id, Month, Quantity, Rate, Remark } from '../shapes/values.ts';

const Sums = z.object({
  /** What it is applied by: hours, or cost; null where it is not applied at a rate of its own. */
  ...{ baseHours: Quantity.nullable(), baseCents: Cents.nullable() },
  ...{ appliedCents: Cents, expenseCents: Cents },
  /** Spent less applied, what of it was settled, and what is left. */
  ...{ apartCents: Cents, settledCents: Cents, differenceCents: Cents },
});

const Pool = z.object({
  ...{ id: Id, code: z.string(), name: z.string(), base: z.enum(OVERHEAD_BASES) },
  accounts: z.array(z.string()),
  /** Its rate on the last day of the month; null where it has none. */
  rate: Rate.nullable(),
  /** Of the fiscal year, through the month asked for. */
  months: z.array(z.object({ month: Month, sums: Sums, toApplyCents: Cents })),
  /** Since the books began; of the base only what the fiscal year has. */
  toDate: Sums,
});

export const OverheadQuery = z.strictObject({ through: Month });
export const Overhead = z.object({ pools: z.array(Pool) });

export const ProposalQuery = z.strictObject({ poolId: z.coerce.number().pipe(Id), from: Month, through: Month });
/** Expense of the months ÷ base of the same months; null without a base. */
export const Proposal = z.object({
  ...{ expenseCents: Cents, baseHours: Quantity.nullable(), baseCents: Cents.nullable(), rate: Rate.nullable() },
});

export const OverheadRun = z.strictObject({ month: Month });
const AppliedRow = z.object({
  ...{ pool: z.string(), project: z.string(), coding: z.string() },
  amountCents: Cents,
});
/** What a run would post: base × rate of each phase and code, less what was applied there for the month before. */
export const OverheadPreview = z.object({
  ...{ postedOn: Day, rows: z.array(AppliedRow), totalCents: Cents },
  problems: z.array(Remark),
});

export const DifferenceForm = z.strictObject({
  ...{ poolId: Id, through: Month },
  method: z.enum(DIFFERENCE_METHODS),
});

// One a line.
// prettier-ignore
export const OVERHEAD_ENDPOINTS = {
  overhead: { method: 'get', path: '/overhead', may: 'read-books', summary: 'Overhead pools: applied against spent, by month and to date', query: OverheadQuery, response: Overhead, reads: ['ledger', 'records', 'months'] },
  overheadProposal: { method: 'get', path: '/overhead-rate-proposal', may: 'read-books', summary: 'A rate of a pool by what was spent in some months', query: ProposalQuery, response: Proposal, reads: ['ledger', 'records'] },
  overheadPreview: { method: 'post', path: '/overhead-runs/preview', may: 'read-books', summary: 'What applying overhead of a month would post', body: OverheadRun, response: OverheadPreview, reads: ['ledger', 'records', 'months'] },
  applyOverhead: { method: 'post', path: '/overhead-runs', may: 'keep-books', summary: 'Apply overhead of a month', body: OverheadRun, response: Posted, makesStale: ['ledger'] },
  differencePreview: { method: 'post', path: '/overhead-differences/preview', may: 'read-books', summary: 'What settling the difference of a pool would post', body: DifferenceForm, response: OverheadPreview, reads: ['ledger', 'records', 'months'] },
  settleDifference: { method: 'post', path: '/overhead-differences', may: 'keep-books', summary: 'Spread the difference of a pool over projects, or write it to the result', body: DifferenceForm, response: Posted, makesStale: ['ledger'] },
} as const satisfies Endpoints;

import { z } from 'zod';
import { LOSSES_PER, OBLIGATION_METHODS } from '../progress/obligation.ts';
import { AsOf, ById, Cents, Day, Done, Id, Ratio, Typed } from '../shapes/values.ts';
import type { Endpoints } from './endpoint.ts';

/** A split contract where it stands: each obligation with its share of what they have in common; empty where it is not split. */
export const ObligationsAnswer = z.object({
  /** How it was split last; null where it never was. */
  told: z.object({ on: Day, lossesPer: z.enum(LOSSES_PER), reason: z.string(), by: z.string() }).nullable(),
  /** The price that is agreed, which the prices add up to when the contract is split. */
  agreedCents: Cents,
  rows: z.array(
    z.object({
      ...{ phaseId: Id, code: z.string(), name: z.string(), method: z.enum(OBLIGATION_METHODS) },
      finishedOn: Day.nullable(),
      /** As told when it was split, and with what changed since. */
      ...{ toldCents: Cents, priceCents: Cents },
      ...{ estimateCents: Cents, costCents: Cents, complete: Ratio },
      /** As if recognized now, and as posted. */
      ...{ earnedCents: Cents, postedCents: Cents, profitCents: Cents, provisionCents: Cents },
    }),
  ),
  totals: z.object({
    ...{ priceCents: Cents, estimateCents: Cents, costCents: Cents, earnedCents: Cents, postedCents: Cents },
    ...{ profitCents: Cents, provisionCents: Cents },
  }),
  /** All phases of the project, in order: each may be an obligation. */
  phases: z.array(z.object({ id: Id, code: z.string(), name: z.string() })),
  /** Of cost and estimate, what is of no obligation and shared by all. */
  common: z.object({ costCents: Cents, estimateCents: Cents }),
  history: z.array(
    z.object({
      ...{ on: Day, lossesPer: z.enum(LOSSES_PER), reason: z.string(), by: z.string() },
      obligations: z.array(z.object({ code: z.string(), priceCents: Cents, method: z.enum(OBLIGATION_METHODS) })),
    }),
  ),
});

/** How a contract is split from a day on: prices add up to the price agreed by then. Without rows it is split no longer. */
export const NewSplit = z.strictObject({
  on: Typed,
  reason: Typed,
  lossesPer: z.enum(LOSSES_PER).default('contract'),
  rows: z
    .array(
      z.strictObject({
        ...{ phase: Typed, price: Typed, method: z.enum(OBLIGATION_METHODS) },
        /** Empty while it is not finished. */
        finishedOn: Typed.default(''),
      }),
    )
    .max(100),
});

// One a line.
// prettier-ignore
export const OBLIGATION_ENDPOINTS = {
  obligations: { method: 'get', path: '/projects/{id}/obligations', may: 'read-projects', about: { project: 'params.id' }, summary: 'The performance obligations of a split contract, where each of them stands', params: ById, query: AsOf, response: ObligationsAnswer, reads: ['ledger', 'plans', 'records', 'estimates'] },
  splitContract: { method: 'post', path: '/projects/{id}/obligations', may: 'keep-books', summary: 'Split a contract into performance obligations from a day on, or no longer', params: ById, body: NewSplit, response: Done, makesStale: ['plans', 'ledger'] },
} as const satisfies Endpoints;

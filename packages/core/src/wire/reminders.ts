import { z } from 'zod';
import { PROMISE_STATES, REMINDER_STEPS } from '../billing/reminders.ts';
import { ReportQuery } from '../reports/query.ts';
import { ById, Cents, Day, Id, Typed } from '../shapes/values.ts';
import type { Endpoints } from './endpoint.ts';

const Step = z.union(REMINDER_STEPS.map(({ step }) => z.literal(step)));
const Told = z.object({ step: Step, on: Day });

/** Where the account of a client stands on a day: what is open, what they were told and what they said. */
export const ClientAccount = z.object({
  client: z.object({ id: Id, code: z.string(), name: z.string() }),
  on: Day,
  items: z.array(
    z.object({
      ...{ documentId: Id, number: z.string(), project: z.string(), datedOn: Day, dueOn: Day, openCents: Cents },
      /** Days past due; negative before. */
      daysLate: z.int(),
      reminded: Told.nullable(),
    }),
  ),
  ...{ openCents: Cents, overdueCents: Cents },
  /** Held back by the client, and paid ahead by them. */
  ...{ heldCents: Cents, depositCents: Cents },
  /** Days from due day to receipt, as this client pays; null before they paid anything. */
  delayDays: z.int().nullable(),
  reminders: z.array(z.object({ id: Id, step: Step, on: Day, text: z.string(), amountCents: Cents, by: z.string() })),
  promises: z.array(
    z.object({
      ...{ id: Id, on: Day, saidOn: Day, amountCents: Cents, text: z.string(), state: z.enum(PROMISE_STATES) },
    }),
  ),
  next: z.object({ step: Step, isTime: z.boolean(), amountCents: Cents }).nullable(),
});

// One a line.
// prettier-ignore
export const REMINDER_ENDPOINTS = {
  clientAccount: { method: 'get', path: '/clients/{id}/account', may: 'read-books', summary: 'What a client owes, was reminded of and promised', params: ById, query: ReportQuery, response: ClientAccount, reads: ['ledger', 'records'] },
  remind: { method: 'post', path: '/clients/{id}/reminders', may: 'keep-books', summary: 'Remind a client of everything that is overdue, by the step that comes next', params: ById, body: z.strictObject({ remindedOn: Typed, text: Typed }), response: z.object({ id: Id, step: Step }), makesStale: ['ledger'] },
  promise: { method: 'post', path: '/clients/{id}/promises', may: 'keep-books', summary: 'Note what a client promised to pay, and when', params: ById, body: z.strictObject({ promisedOn: Typed, amount: Typed, text: Typed }), response: z.object({ id: Id }), makesStale: ['ledger'] },
} as const satisfies Endpoints;

import { z } from 'zod';
import { PROMISE_STATES, REMINDER_STEPS } from '../../billing/reminders.ts';
import { Cents, Day, Id } from '../../shapes/values.ts';
import { Part } from '../query.ts';

const Step = z.union(REMINDER_STEPS.map(({ step }) => z.literal(step)));

/** What clients owe, what they were reminded of and what they promised. */
export const OwingReport = Part.extend({
  rows: z.array(
    z.object({
      ...{ id: Id, code: z.string(), name: z.string(), openCents: Cents, overdueCents: Cents },
      /** Days past due of the oldest of it. */
      daysLate: z.int().nullable(),
      reminded: z.object({ step: Step, on: Day }).nullable(),
      promised: z.object({ on: Day, amountCents: Cents, state: z.enum(PROMISE_STATES) }).nullable(),
      /** The reminder that comes next, and whether it is time for it. */
      next: z.object({ step: Step, isTime: z.boolean() }).nullable(),
    }),
  ),
  totals: z.object({ openCents: Cents, overdueCents: Cents }),
});

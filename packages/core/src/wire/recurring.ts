import type { Endpoints } from './endpoint.ts';
import { z } from 'zod';
import { JournalSheet } from '../documents/journal/form.ts';
import { ById, Day, Done, Id, Typed } from '../shapes/values.ts';

/** A journal that comes again every so many months; its next one is dated on a day. */
export const RecurringForm = z.strictObject({
  /** The posted journal it repeats. */
  documentId: Id,
  name: Typed,
  everyMonths: Typed,
  nextOn: Typed,
  /** Empty: until it is ended. */
  endsOn: Typed,
});
export const Recurring = z.object({
  rows: z.array(
    z.object({
      ...{ id: Id, name: z.string(), everyMonths: z.int(), nextOn: Day, endsOn: Day.nullable(), isDue: z.boolean() },
      sheet: JournalSheet,
    }),
  ),
});

// One a line.
// prettier-ignore
export const RECURRING_ENDPOINTS = {
  recurring: { method: 'get', path: '/recurring-journals', may: 'keep-books', summary: 'Journals that come again, with those that are due', response: Recurring, reads: ['recurring'] },
  repeatJournal: { method: 'post', path: '/recurring-journals', may: 'keep-books', summary: 'Let a posted journal come again', body: RecurringForm, response: z.object({ id: Id }), makesStale: ['recurring'] },
  takeRecurring: { method: 'post', path: '/recurring-journals/{id}/sheet', may: 'keep-books', summary: 'Put a journal that is due on a sheet; it comes again after its months', params: ById, response: z.object({ draft: Id }), makesStale: ['recurring', 'drafts'] },
  endRecurring: { method: 'delete', path: '/recurring-journals/{id}', may: 'keep-books', summary: 'End a journal that comes again', params: ById, response: Done, makesStale: ['recurring'] },
} as const satisfies Endpoints;

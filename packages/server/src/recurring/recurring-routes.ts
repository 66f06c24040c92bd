import type { Router } from 'express';
import { monthsLater, nextSheet, readRecurring } from '@lowtide/core/recurring/recurring-journal.ts';
import { audit } from '../audit/audit-queries.ts';
import { insertDraft } from '../sheets/draft-queries.ts';
import { read, write } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { companyOf } from '../company/company-queries.ts';
import {
  deleteRecurring,
  insertRecurring,
  journalSheetOf,
  recurringJournal,
  recurringJournals,
  setNext,
} from './recurring-queries.ts';

/** Journals that come again: what is due becomes a sheet that waits, and nothing posts by itself. */
export function recurringRoutes(router: Router, context: Context): void {
  read(router, context, 'recurring', async (db, _asked, { today }) => ({
    rows: (await recurringJournals(db)).map((each) => ({ ...each, isDue: each.nextOn <= today })),
  }));
  write(router, context, 'repeatJournal', async (trx, { body: { documentId, ...typed } }, acting) => {
    const { dayOrder } = await companyOf(trx);
    const recurring = acceptedOr(readRecurring(typed, { today: acting.today, dayOrder }));
    const id = await insertRecurring(trx, { ...recurring, sheet: await journalSheetOf(trx, documentId) }, acting);
    await audit(trx, acting, { action: 'repeat journal', subject: recurring.name });
    return { id };
  });
  write(router, context, 'takeRecurring', async (trx, { params }, acting) => {
    const stored = await recurringJournal(trx, params.id);
    if (stored.nextOn > acting.today) throw new Refusal([{ at: '', kind: 'not-due', next: stored.nextOn }], 409);
    const draft = await insertDraft(trx, 'journal', nextSheet(stored.sheet, stored.nextOn), acting);
    await setNext(trx, stored, monthsLater(stored.nextOn, stored.everyMonths));
    await audit(trx, acting, { action: 'take recurring journal', subject: stored.name });
    return { draft: draft.id };
  });
  write(router, context, 'endRecurring', async (trx, { params }, acting) => {
    const { name } = await recurringJournal(trx, params.id);
    await deleteRecurring(trx, params.id);
    await audit(trx, acting, { action: 'end recurring journal', subject: name });
    return { done: true };
  });
}

import type { Router } from 'express';
import { sentAndOpen } from '../documents/sent-document-queries.ts';
import { companyOf } from '../company/company-queries.ts';
import { write } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { Refusal } from '../http/refusal.ts';
import { clientAnswers } from './client-inbox.ts';

/** In the demo, clients who answer what was sent to them. */
export function clientInboxRoutes(router: Router, context: Context): void {
  write(router, context, 'clientInbox', async (trx, _asked, { today }) => {
    if (!context.demo) throw new Refusal([{ at: '', kind: 'not-there', subject: 'record' }], 404);
    const { name: company, currency } = await companyOf(trx);
    return { messages: [...clientAnswers({ company, currency, today, sent: await sentAndOpen(trx) })] };
  });
}

import { rolesOf } from '@lowtide/core/ledger/roles.ts';
import type { Router } from 'express';
import { invoicePosting } from '@lowtide/core/documents/invoice/billed-invoice.ts';
import { sum, ZERO } from '@lowtide/core/money/cents.ts';
import { problemsOf } from '@lowtide/core/problems/decision.ts';
import type { Trx } from '../database/schema.ts';
import { read, write, type Acting, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { remark } from '../http/error-response.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { audit } from '../audit/audit-queries.ts';
import { postDocument, type Posted } from '../ledger/post-document-queries.ts';
import { accounts } from '../company/company-queries.ts';
import { markWork, unbilledWork } from '../billable-work/unbilled-work-queries.ts';
import { invoiceRead } from './invoice-queries.ts';
import { billedLines } from './billed-line-queries.ts';
import {
  applicationSheet,
  certificateSheet,
  correctedApplication,
  projectBillingAnswer,
} from './project-billing-answer-queries.ts';
import { projectMoneyAnswer } from './project-money-queries.ts';
import { openReceivables } from '../schedules/receivable-queries.ts';
import { projectBillings, projectsOfApplications } from '../schedules/project-billing-queries.ts';

export function billingRoutes(router: Router, context: Context): void {
  // Asked with POST for their bodies, but they write nothing and need no key.
  read(router, context, 'previewInvoice', async (db, { body }, { today }) => {
    const { figures, decided } = await invoiceRead(db, body, today);
    return {
      problems: problemsOf(decided).map(remark),
      workCents: figures.work,
      taxCents: figures.tax,
      withheldCents: figures.withheld ?? ZERO,
      dueCents: figures.due,
      contractCents: figures.contract,
      billedBeforeCents: figures.billedBefore,
      leftAfterCents: figures.leftAfter,
      earnedCents: figures.earned,
    };
  });
  read(router, context, 'billingsThere', async (db, { body }) => {
    const named = await projectsOfApplications(db, body.applications);
    return {
      billings: await projectBillings(db, [...new Set([...body.projects, ...named])]),
      receivables: await openReceivables(db, body.clients),
      unbilledWork: await unbilledWork(db, body.workedFor),
    };
  });
  read(router, context, 'unbilledWork', async (db, { query }) => {
    const rows = await unbilledWork(db, [query.project]);
    return {
      rows: [...rows],
      leftCents: sum([ZERO, ...rows.map(({ left }) => left)]),
      unpriced: rows.filter(({ isPriced }) => !isPriced).length,
    };
  });
  write(router, context, 'markWork', async (trx, { body }, acting) => {
    if (body.reason.trim() === '') throw new Refusal([{ at: 'reason', kind: 'reason-needed' }]);
    const marked = await markWork(trx, { ...body, reason: body.reason.trim() }, acting);
    await audit(trx, acting, { action: 'mark work', subject: marked.join(', '), detail: body });
    return { done: true };
  });
  read(router, context, 'projectBilling', async (db, { query }, { today }) => projectBillingAnswer(db, query, today));
  read(router, context, 'projectMoney', async (db, { query }) => projectMoneyAnswer(db, query));
  read(router, context, 'billedLines', async (db, { params }) => billedLines(db, params.id));
  read(router, context, 'applicationSheet', async (db, { query }) => applicationSheet(db, query));
  read(router, context, 'certificateSheet', async (db, { params }) => certificateSheet(db, params.id));
  read(router, context, 'correctedApplication', async (db, { params }) => correctedApplication(db, params.id));
  write(router, context, 'invoice', async (trx, { body }, acting) => postInvoice(trx, body, acting));
}

async function postInvoice(trx: Trx, form: Asked<'invoice'>['body'], acting: Acting): Promise<Posted> {
  const { decided } = await invoiceRead(trx, form, acting.today);
  const posted = await postDocument(trx, invoicePosting(rolesOf(await accounts(trx)), acceptedOr(decided)), acting);
  await audit(trx, acting, { action: 'invoice', subject: posted.number });
  return posted;
}

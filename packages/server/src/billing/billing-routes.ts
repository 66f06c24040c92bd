import { rolesOf } from '@lowtide/core/ledger/roles.ts';
import type { Router } from 'express';
import { progressBilled } from '@lowtide/core/documents/invoice/post.ts';
import { problemsOf } from '@lowtide/core/problems/decision.ts';
import type { Trx } from '../database/schema.ts';
import { read, write, type Acting, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { remark } from '../http/error-response.ts';
import { acceptedOr } from '../http/refusal.ts';
import { audit } from '../audit/audit-queries.ts';
import { nextNumber, postDocument, type Posted } from '../ledger/post-document-queries.ts';
import { accounts } from '../company/company-queries.ts';
import { invoiceRead } from './invoice-queries.ts';

export function billingRoutes(router: Router, context: Context): void {
  // Asked with POST for its body, but it writes nothing and needs no key.
  read(router, context, 'previewInvoice', async (db, { body }, { today }) => {
    const { figures, decided } = await invoiceRead(db, body, today);
    return {
      problems: problemsOf(decided).map(remark),
      workCents: figures.work,
      taxCents: figures.tax,
      dueCents: figures.due,
      contractCents: figures.contract,
      billedBeforeCents: figures.billedBefore,
      leftAfterCents: figures.leftAfter,
      earnedCents: figures.earned,
    };
  });
  write(router, context, 'invoice', async (trx, { body }, acting) => postInvoice(trx, body, acting));
}

async function postInvoice(trx: Trx, form: Asked<'invoice'>['body'], acting: Acting): Promise<Posted> {
  const { decided, figures } = await invoiceRead(trx, form, acting.today);
  const invoice = acceptedOr(decided);
  const number = await nextNumber(trx, 'invoice');
  const entry = progressBilled(rolesOf(await accounts(trx)), { ...invoice, text: number });
  const posted = await postDocument(
    trx,
    {
      ...{ kind: 'invoice', number, party: invoice.client, project: invoice.project },
      ...{ datedOn: invoice.datedOn, dueOn: invoice.dueOn, gross: figures.due, memo: invoice.text },
      ...{ body: { form, figures }, entries: [entry], effects: [] },
    },
    acting,
  );
  await audit(trx, acting, { action: 'invoice', subject: posted.number });
  return posted;
}

import type { Router } from 'express';
import { cents, difference, type Cents } from '@lowtide/core/money/cents.ts';
import { monthProblems } from '@lowtide/core/entry/catalog.ts';
import { readDay, readMoney } from '@lowtide/core/entry/cells.ts';
import { partyId } from '@lowtide/core/ledger/ids.ts';
import { progressBilled } from '@lowtide/core/posting/progress-billed.ts';
import { clientReceipt, supplierPayment } from '@lowtide/core/posting/settled.ts';
import { invariant } from '@lowtide/core/problems/invariant.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import { progress } from '@lowtide/core/progress/progress.ts';
import { overbilled } from '@lowtide/core/progress/project-position.ts';
import type { Trx } from '../database/schema.ts';
import { document, insertSettlement, nextNumber } from '../documents/document-queries.ts';
import { read, write, type Acting, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { remark } from '../http/error-response.ts';
import { Refusal } from '../http/refusal.ts';
import { audit } from '../http/stamp-queries.ts';
import { asOf } from '../journal/as-of-queries.ts';
import { postDocument } from '../journal/post-document-queries.ts';
import { standingProjects } from '../projects/position-queries.ts';
import { projectFigures } from '../http/traced.ts';
import { accounts, companyOf, rolesOf } from '../setup/company-queries.ts';
import { readInvoice } from './invoice-queries.ts';

export function billingRoutes(router: Router, context: Context): void {
  read(router, context, 'billable', async (db, { query }) => {
    const { percentDecimals } = await companyOf(db);
    const contracts = (await standingProjects(db, asOf(query))).filter(
      ({ position: { project, contract } }) => project.kind === 'client' && contract > 0,
    );
    return {
      rows: contracts.map(({ record, position }) => {
        const figure = projectFigures(record.id, query.through);
        return {
          id: record.id,
          code: record.code,
          name: record.name,
          client: record.clientName ?? '',
          contract: figure('contract', position.contract),
          earned: figure('earned', position.earned),
          billed: figure('billed', position.billed),
          leftCents: difference(position.contract, position.billed),
          overbilled: figure('overbilled', overbilled(position)),
          complete: progress(position, percentDecimals).complete,
        };
      }),
    };
  });
  previewInvoice(router, context);
  write(router, context, 'invoice', async (trx, { body }, acting) => postInvoice(trx, body, acting));
  write(router, context, 'receipt', async (trx, { body }, acting) => settle(trx, body, { acting, ...RECEIPT }));
  write(router, context, 'payment', async (trx, { body }, acting) => settle(trx, body, { acting, ...PAYMENT }));
}

/** Asked with POST for its body, but it writes nothing and needs no key. */
function previewInvoice(router: Router, context: Context): void {
  read(router, context, 'previewInvoice', async (db, { body }, today) => {
    const { figures, problems } = await readInvoice(db, body, today);
    return {
      problems: problems.map(remark),
      workCents: figures.work,
      taxCents: figures.tax,
      dueCents: figures.due,
      contractCents: figures.contract,
      billedBeforeCents: figures.billedBefore,
      leftAfterCents: figures.leftAfter,
      earnedCents: figures.earned,
    };
  });
}

async function postInvoice(trx: Trx, body: Asked<'invoice'>['body'], acting: Acting) {
  const { invoice, figures, problems } = await readInvoice(trx, body, acting.today);
  if (!invoice || problems.length > 0) throw new Refusal(problems);
  const number = await nextNumber(trx, 'invoice', 'INV');
  const id = await postDocument(
    trx,
    {
      kind: 'invoice',
      number,
      party: invoice.client,
      project: invoice.project,
      datedOn: invoice.datedOn,
      dueOn: invoice.dueOn,
      gross: figures.due,
      memo: invoice.text,
      body: { form: body, figures },
      reverses: null,
      entries: [progressBilled(rolesOf(await accounts(trx)), { ...invoice, text: number })],
    },
    acting,
  );
  await audit(trx, acting, { action: 'invoice', subject: number });
  return { id, number };
}

const RECEIPT = { kind: 'receipt', prefix: 'RCT', settles: 'invoice', post: clientReceipt } as const;
const PAYMENT = { kind: 'payment', prefix: 'PAY', settles: 'bill', post: supplierPayment } as const;

type Settling = { readonly acting: Acting } & (typeof RECEIPT | typeof PAYMENT);

/** Money against one document, all of it or part, never more than is open. */
async function settle(trx: Trx, body: Asked<'receipt'>['body'], how: Settling) {
  const { acting, kind, prefix, settles, post } = how;
  const { answer, partyId: party } = await document(trx, body.documentId);
  const problems: Problem[] = [];
  if (answer.kind !== settles) problems.push({ at: 'documentId', kind: 'not-there', subject: settles });
  const amount = readMoney({ typed: body.amount, at: 'amount' }, problems);
  const paidOn = readDay({ typed: body.paidOn, at: 'paidOn' }, acting.today, problems);
  if (paidOn) problems.push(...monthProblems(paidOn, (await companyOf(trx)).lockedThrough, 'paidOn'));
  if (amount !== undefined) problems.push(...amountProblems(amount, cents(answer.openCents)));
  if (!paidOn || amount === undefined || problems.length > 0) throw new Refusal(problems);
  invariant(party !== null, 'bills and invoices have a party');
  const number = await nextNumber(trx, kind, prefix);
  const roles = rolesOf(await accounts(trx));
  const id = await postDocument(
    trx,
    {
      kind,
      number,
      party: partyId(party),
      project: null,
      datedOn: paidOn,
      dueOn: null,
      gross: amount,
      memo: answer.number,
      body,
      reverses: null,
      entries: [post(roles, { party: partyId(party), paidOn, amount, text: answer.number })],
    },
    acting,
  );
  await insertSettlement(trx, body.documentId, id, amount);
  await audit(trx, acting, { action: kind, subject: number });
  return { id, number };
}

function amountProblems(amount: Cents, open: Cents): readonly Problem[] {
  const at = 'amount';
  if (amount <= 0) return [{ at, kind: 'number-not-positive', field: 'the amount' }];
  return amount > open ? [{ at, kind: 'over-open-amount', open, asked: amount }] : [];
}

import type { Router } from 'express';
import { releasedAhead } from '@lowtide/core/billing/released-ahead.ts';
import { readRetentionRelease, retentionReleased } from '@lowtide/core/documents/retention-release/read.ts';
import { readSupplierDeposit } from '@lowtide/core/documents/supplier-deposit/read.ts';
import { supplierDeposit } from '@lowtide/core/documents/supplier-deposit/post.ts';
import { rolesOf } from '@lowtide/core/ledger/roles.ts';
import { partsTotal, splitByOpen, type ProjectPart } from '@lowtide/core/ledger/project-parts.ts';
import { opposite, ZERO } from '@lowtide/core/money/cents.ts';
import type { Trx } from '../database/schema.ts';
import { audit } from '../audit/audit-queries.ts';
import { suppliers } from '../company/list-queries.ts';
import { write, type Acting, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { nextNumber, postDocument, type Posted } from '../ledger/post-document-queries.ts';
import { accounts, companyOf } from '../company/company-queries.ts';
import { orderOf } from './order-answers.ts';
import { heldNow, releasedByClients } from './client-retention-queries.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { retainedByProject, retainedOf } from './retention-queries.ts';

/** What is paid to a supplier before its bill, and what was withheld of bills and is paid after. */
export function retentionRoutes(router: Router, context: Context): void {
  write(router, context, 'supplierDeposit', async (trx, { body }, acting) => postDeposit(trx, body, acting));
  write(router, context, 'retentionRelease', async (trx, { body }, acting) => postRelease(trx, body, acting));
}

async function postDeposit(trx: Trx, form: Asked<'supplierDeposit'>['body'], acting: Acting): Promise<Posted> {
  const basis = { suppliers: await suppliers(trx), today: acting.today, ...(await companyOf(trx)) };
  const { supplier, days, amount, text } = acceptedOr(readSupplierDeposit(form, basis));
  const number = await nextNumber(trx, 'supplier-deposit');
  const paid = { party: supplier.id, postedOn: days.postedOn, amount, text: text === '' ? number : text };
  const posted = await postDocument(
    trx,
    {
      ...{ kind: 'supplier-deposit', number, party: supplier.id, project: null, datedOn: days.datedOn, dueOn: null },
      // Below zero: the supplier owes goods for it, as after a credit.
      ...{ gross: opposite(amount), memo: text, body: form },
      entries: [supplierDeposit(rolesOf(await accounts(trx)), paid)],
      effects: [],
    },
    acting,
  );
  await audit(trx, acting, { action: 'pay a deposit', subject: number });
  return posted;
}

async function postRelease(trx: Trx, form: Asked<'retentionRelease'>['body'], acting: Acting): Promise<Posted> {
  const order = await orderOf(trx, form.orderId);
  const held = await retainedOf(trx, order.id);
  const basis = { retained: partsTotal(held), today: acting.today, ...(await companyOf(trx)) };
  const { days, dueOn, amount } = acceptedOr(readRetentionRelease(form, basis));
  const parts = splitByOpen(held, amount);
  if (!form.acceptWarnings) await refuseAhead(trx, parts);
  const released = { party: order.supplier, postedOn: days.postedOn, parts, text: order.number };
  const posted = await postDocument(
    trx,
    {
      ...{ kind: 'retention-release', number: null, party: order.supplier, project: null, datedOn: days.datedOn },
      ...{ dueOn, gross: amount, memo: order.number, body: form },
      entries: [retentionReleased(rolesOf(await accounts(trx)), released)],
      effects: [
        {
          kind: 'retained',
          amounts: parts.map((part) => ({ order: order.id, project: part.project, amount: opposite(part.amount) })),
        },
      ],
    },
    acting,
  );
  await audit(trx, acting, { action: 'release retention', subject: posted.number, detail: { order: order.number } });
  return posted;
}

/** More is released to suppliers than the client released only when told so. */
async function refuseAhead(trx: Trx, parts: readonly ProjectPart[]): Promise<void> {
  const toSuppliers = await retainedByProject(trx, EVERYTHING);
  const byClients = await releasedByClients(trx, EVERYTHING);
  const amounts = new Map(
    parts.flatMap(({ project, amount }) => (project === null ? [] : [[project as number, amount] as const])),
  );
  const problems = (await heldNow(trx, [...amounts.keys()])).flatMap(({ id, code, held }) =>
    releasedAhead(
      {
        ...{ project: code, heldByClient: held, releasedByClient: byClients.get(id)?.released ?? ZERO },
        releasedToSuppliers: toSuppliers.get(id)?.released ?? ZERO,
      },
      amounts.get(id) ?? ZERO,
    ),
  );
  if (problems.length > 0) throw new Refusal(problems);
}

import type { Router } from 'express';
import { liabilityPaid, readLiabilityPayment } from '@lowtide/core/documents/payment/liability.ts';
import { rolesOf } from '@lowtide/core/ledger/roles.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { postingDay } from '@lowtide/core/months/open-day.ts';
import { audit } from '../audit/audit-queries.ts';
import type { Trx } from '../database/schema.ts';
import { read, write, type Acting, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr } from '../http/refusal.ts';
import { postDocument, type Posted } from '../ledger/post-document-queries.ts';
import { accounts, companyOf } from '../company/company-queries.ts';
import { owedOn } from './liability-queries.ts';

const PAYROLL_ROLES = ['net-pay', 'payroll-liabilities'] as const;

/** What payroll left owed, and its payment from the bank. */
export function liabilityRoutes(router: Router, context: Context): void {
  read(router, context, 'payrollLiabilities', async (db) => {
    const owed = (await accounts(db)).filter(({ role }) => PAYROLL_ROLES.some((each) => each === role));
    const rows = [];
    for (const { id, code, name } of owed) rows.push({ code, name, owedCents: await owedOn(db, id) });
    return { rows };
  });
  write(router, context, 'payLiability', async (trx, { body }, acting) => pay(trx, body, acting));
}

async function pay(trx: Trx, body: Asked<'payLiability'>['body'], acting: Acting): Promise<Posted> {
  const { lockedThrough, dayOrder } = await companyOf(trx);
  const all = await accounts(trx);
  const owed = new Map<number, number>();
  for (const { id, type } of all) if (type === 'liability') owed.set(id, await owedOn(trx, id));
  const books = {
    accounts: all,
    today: acting.today,
    dayOrder,
    owedOn: ({ id }: { id: number }) => cents(owed.get(id) ?? 0),
  };
  const payment = acceptedOr(readLiabilityPayment(body, books));
  const where = { at: 'paidOn', mayPostLater: body.acceptWarnings };
  const postedOn = acceptedOr(postingDay(payment.paidOn, lockedThrough, where));
  const posted = await postDocument(
    trx,
    {
      ...{ kind: 'payment', number: null, party: null, project: null, datedOn: payment.paidOn, dueOn: null },
      ...{ gross: payment.amount, memo: [payment.account.name, payment.text].filter(Boolean).join(': '), body },
      entries: [liabilityPaid(rolesOf(all), payment, postedOn)],
      effects: [],
    },
    acting,
  );
  await audit(trx, acting, { action: 'payment', subject: posted.number, about: `document ${posted.id}` });
  return posted;
}

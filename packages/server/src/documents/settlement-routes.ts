import { rolesOf } from '@lowtide/core/ledger/roles.ts';
import type { Router } from 'express';
import { isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { dayIn, moneyIn } from '@lowtide/core/cells/cell.ts';
import { kindOf, type DocumentKind } from '@lowtide/core/documents/kinds.ts';
import { supplierPayment } from '@lowtide/core/documents/payment/post.ts';
import { clientReceipt } from '@lowtide/core/documents/receipt/post.ts';
import { partyId } from '@lowtide/core/ledger/ids.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { postingDay } from '@lowtide/core/months/open-day.ts';
import { usualPaymentDay } from '@lowtide/core/months/unusual-day.ts';
import { accepted, following, gathered, mapped, refused, type Decision } from '@lowtide/core/problems/decision.ts';
import { invariant } from '@lowtide/core/problems/invariant.ts';
import type { Trx } from '../database/schema.ts';
import { write, type Acting, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr } from '../http/refusal.ts';
import { audit } from '../audit/audit-queries.ts';
import { postDocument, type Posted } from '../ledger/post-document-queries.ts';
import { insertSettlement } from '../ledger/settlement-queries.ts';
import { accounts, companyOf } from '../records/company-queries.ts';
import { document } from './document-queries.ts';

const RECEIPT = { kind: 'receipt', settles: 'invoice', on: 'receivable', post: clientReceipt } as const;
const PAYMENT = { kind: 'payment', settles: 'bill', on: 'payable', post: supplierPayment } as const;

export function settlementRoutes(router: Router, context: Context): void {
  write(router, context, 'receipt', async (trx, { body }, acting) => settle(trx, body, { acting, ...RECEIPT }));
  write(router, context, 'payment', async (trx, { body }, acting) => settle(trx, body, { acting, ...PAYMENT }));
}

type Settling = { readonly acting: Acting } & (typeof RECEIPT | typeof PAYMENT);

/** Money against one document, all of it or part, never more than is open. */
async function settle(
  trx: Trx,
  body: Asked<'receipt'>['body'],
  { acting, kind, settles, on, post }: Settling,
): Promise<Posted> {
  const { answer, partyId: party } = await document(trx, body.documentId);
  const { lockedThrough, dayOrder } = await companyOf(trx);
  const paidOn = following(dayIn({ typed: body.paidOn, at: 'paidOn' }, acting.today, dayOrder), (day) =>
    usualPaymentDay(
      day,
      { number: answer.number, datedOn: isoDate(answer.datedOn) },
      { at: 'paidOn', today: acting.today, mayBeUnusual: body.acceptWarnings },
    ),
  );
  const order = acceptedOr(
    gathered({
      kind: ofKind(answer.kind, { settles, on }),
      amount: following(moneyIn({ typed: body.amount, at: 'amount' }), (amount) =>
        partOf(amount, cents(answer.openCents)),
      ),
      days: following(paidOn, (day) =>
        mapped(postingDay(day, lockedThrough, { at: 'paidOn', mayPostLater: body.acceptWarnings }), (postedOn) => ({
          datedOn: day,
          postedOn,
        })),
      ),
    }),
  );
  invariant(party !== null, 'bills and invoices have a party');
  const { amount, days } = order;
  const entry = post(rolesOf(await accounts(trx)), {
    party: partyId(party),
    postedOn: days.postedOn,
    amount,
    text: answer.number,
  });
  const posted = await postDocument(
    trx,
    {
      ...{ kind, number: null, party: partyId(party), project: null, datedOn: days.datedOn, dueOn: null },
      ...{ gross: amount, memo: answer.number, body, entries: [entry] },
    },
    acting,
  );
  await insertSettlement(trx, body.documentId, posted.id, amount);
  await audit(trx, acting, { action: kind, subject: posted.number });
  return posted;
}

function ofKind(kind: DocumentKind, { settles, on }: Pick<Settling, 'settles' | 'on'>): Decision<DocumentKind> {
  return kindOf(kind).openOn === on
    ? accepted(kind)
    : refused({ at: 'documentId', kind: 'not-there', subject: settles });
}

/** An amount above zero and no more than is open. */
function partOf(amount: Cents, open: Cents): Decision<Cents> {
  const at = 'amount';
  if (amount <= 0) return refused({ at, kind: 'number-not-positive', field: 'the amount' });
  return amount > open ? refused({ at, kind: 'over-open-amount', open, asked: amount }) : accepted(amount);
}

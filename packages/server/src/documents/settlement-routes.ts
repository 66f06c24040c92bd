import { rolesOf } from '@lowtide/core/ledger/roles.ts';
import type { Router } from 'express';
import { isoDate, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { DayOrder } from '@lowtide/core/calendar/typed-date.ts';
import { dayIn, ifFilled, moneyIn } from '@lowtide/core/cells/cell.ts';
import type { Effect } from '@lowtide/core/documents/effect.ts';
import { kindOf, type DocumentKind } from '@lowtide/core/documents/kinds.ts';
import { supplierPayment } from '@lowtide/core/documents/payment/post.ts';
import { paidTogether, type OpenDocument } from '@lowtide/core/documents/payment/together.ts';
import { clientReceipt } from '@lowtide/core/documents/receipt/post.ts';
import { documentId, partyId } from '@lowtide/core/ledger/ids.ts';
import { splitByOpen, type ProjectPart } from '@lowtide/core/ledger/project-parts.ts';
import { cents, sum, type Cents } from '@lowtide/core/money/cents.ts';
import { postingDay, type LockedThrough } from '@lowtide/core/months/open-day.ts';
import { usualPaymentDay } from '@lowtide/core/months/unusual-day.ts';
import { accepted, following, gathered, mapped, refused, type Decision } from '@lowtide/core/problems/decision.ts';
import { invariant } from '@lowtide/core/invariant.ts';
import type { Trx } from '../database/schema.ts';
import { write, type Acting, type Answer, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr } from '../http/refusal.ts';
import { audit } from '../audit/audit-queries.ts';
import { postDocument, type Posted } from '../ledger/post-document-queries.ts';
import { accounts, companyOf } from '../company/company-queries.ts';
import { openParts } from '../ledger/settlement-queries.ts';
import { document } from './document-queries.ts';

const RECEIPT = { kind: 'receipt', settles: 'invoice', on: 'receivable', post: clientReceipt } as const;
const PAYMENT = { kind: 'payment', settles: 'bill', on: 'payable', post: supplierPayment } as const;

export function settlementRoutes(router: Router, context: Context): void {
  write(router, context, 'receipt', async (trx, { body }, acting) => settle(trx, body, { acting, ...RECEIPT }));
  write(router, context, 'payment', async (trx, { body }, acting) => settle(trx, body, { acting, ...PAYMENT }));
  write(router, context, 'receiptTogether', async (trx, { body }, acting) =>
    settleTogether(trx, body, { acting, ...RECEIPT }),
  );
  write(router, context, 'paymentTogether', async (trx, { body }, acting) =>
    settleTogether(trx, body, { acting, ...PAYMENT }),
  );
}

type Settling = { readonly acting: Acting } & (typeof RECEIPT | typeof PAYMENT);

/** Money against one document, all of it or part, never more than is open. */
async function settle(
  trx: Trx,
  body: Asked<'receipt'>['body'],
  { acting, kind, settles, on, post }: Settling,
): Promise<Posted> {
  const { answer, partyId: party } = await document(trx, body.documentId);
  const order = acceptedOr(
    gathered({
      kind: ofKind(answer.kind, { settles, on }),
      amount: following(moneyIn({ typed: body.amount, at: 'amount' }), (amount) =>
        partOf(amount, cents(answer.openCents)),
      ),
      days: daysOf(body, [answer], { ...(await companyOf(trx)), today: acting.today }),
    }),
  );
  invariant(party !== null, 'bills and invoices have a party');
  const { amount, days } = order;
  const parts = splitByOpen(await openParts(trx, body.documentId, on), amount);
  const entry = post(rolesOf(await accounts(trx)), {
    party: partyId(party),
    postedOn: days.postedOn,
    parts,
    text: answer.number,
  });
  const posted = await postDocument(
    trx,
    {
      ...{ kind, number: null, party: partyId(party), project: null, datedOn: days.datedOn, dueOn: null },
      ...{ gross: amount, memo: answer.number, body, entries: [entry] },
      effects: [settlements(body.documentId, parts)],
    },
    acting,
  );
  await audit(trx, acting, { action: kind, subject: posted.number });
  return posted;
}

interface Days {
  readonly today: IsoDate;
  readonly lockedThrough: LockedThrough;
  readonly dayOrder: DayOrder;
}

/** The day the money moved and the day it posts; not before what it settles, unless that is meant. */
function daysOf(
  { paidOn, acceptWarnings }: Pick<Asked<'receipt'>['body'], 'paidOn' | 'acceptWarnings'>,
  settled: readonly { readonly number: string; readonly datedOn: string }[],
  { today, lockedThrough, dayOrder }: Days,
): Decision<{ readonly datedOn: IsoDate; readonly postedOn: IsoDate }> {
  const usual = { at: 'paidOn', today, mayBeUnusual: acceptWarnings };
  const day = settled.reduce(
    (read, { number, datedOn }) =>
      following(read, (paid) => usualPaymentDay(paid, { number, datedOn: isoDate(datedOn) }, usual)),
    dayIn({ typed: paidOn, at: 'paidOn' }, today, dayOrder),
  );
  return following(day, (datedOn) =>
    mapped(postingDay(datedOn, lockedThrough, { at: 'paidOn', mayPostLater: acceptWarnings }), (postedOn) => ({
      datedOn,
      postedOn,
    })),
  );
}

/** Money against several documents: one receipt or payment for each party, all of them or none. */
async function settleTogether(
  trx: Trx,
  body: Asked<'receiptTogether'>['body'],
  { acting, kind, settles, on, post }: Settling,
): Promise<Answer<'receiptTogether'>> {
  const named = [];
  for (const id of new Set(body.documentIds)) named.push(await document(trx, id));
  for (const { answer } of named) acceptedOr(ofKind(answer.kind, { settles, on }));
  const opened = named.map(({ answer, partyId: party }): OpenDocument => {
    invariant(party !== null, 'bills and invoices have a party');
    const { id, number, datedOn, dueOn, openCents } = answer;
    return { id, number, party: partyId(party), dueOn: isoDate(dueOn ?? datedOn), open: cents(openCents) };
  });
  const { days, paid } = acceptedOr(
    gathered({
      days: daysOf(
        body,
        named.map(({ answer }) => answer),
        { ...(await companyOf(trx)), today: acting.today },
      ),
      paid: following(ifFilled({ typed: body.amount, at: 'amount' }, null, moneyIn), (amount) =>
        paidTogether(opened, amount),
      ),
    }),
  );
  const roles = rolesOf(await accounts(trx));
  const documents: Posted[] = [];
  for (const { party, parts } of paid) {
    const gross = sum(parts.map(({ amount }) => amount));
    const split = [];
    for (const { document: of, amount } of parts) {
      split.push({ of, parts: splitByOpen(await openParts(trx, of.id, on), amount) });
    }
    const entries = split.map((each) =>
      post(roles, { party, postedOn: days.postedOn, parts: each.parts, text: each.of.number }),
    );
    const posted = await postDocument(
      trx,
      {
        ...{ kind, number: null, party, project: null, datedOn: days.datedOn, dueOn: null },
        ...{ gross, memo: parts.map(({ document: of }) => of.number).join(', '), body, entries },
        effects: split.map((each) => settlements(each.of.id, each.parts)),
      },
      acting,
    );
    await audit(trx, acting, { action: kind, subject: posted.number });
    documents.push(posted);
  }
  return { documents };
}

function settlements(document: number, parts: readonly ProjectPart[]): Effect {
  return { kind: 'settlements', settled: parts.map((part) => ({ document: documentId(document), ...part })) };
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

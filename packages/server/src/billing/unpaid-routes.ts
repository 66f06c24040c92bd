import type { Router } from 'express';
import { depositsLeft, drawnDown } from '@lowtide/core/billing/deposits.ts';
import { creditPaidBack, depositPaidBack } from '@lowtide/core/documents/client-refund/post.ts';
import { readRefund } from '@lowtide/core/documents/client-refund/read.ts';
import type { Effect } from '@lowtide/core/documents/effect.ts';
import { kindOf } from '@lowtide/core/documents/kinds.ts';
import type { Posting } from '@lowtide/core/documents/posting.ts';
import { debtWrittenOff, taxIn } from '@lowtide/core/documents/write-off/post.ts';
import { readWriteOff } from '@lowtide/core/documents/write-off/read.ts';
import { documentId, partyId, projectId } from '@lowtide/core/ledger/ids.ts';
import { splitByOpen, type ProjectPart } from '@lowtide/core/ledger/project-parts.ts';
import { rolesOf } from '@lowtide/core/ledger/roles.ts';
import { cents, opposite } from '@lowtide/core/money/cents.ts';
import { audit } from '../audit/audit-queries.ts';
import { accounts, companyOf } from '../company/company-queries.ts';
import type { Trx } from '../database/schema.ts';
import { document } from '../documents/document-queries.ts';
import { write, type Acting, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { postDocument, type Posted } from '../ledger/post-document-queries.ts';
import { openParts } from '../ledger/settlement-queries.ts';
import { depositsOf } from '../schedules/deposit-queries.ts';
import { taxThatComesBack } from './taxed-invoice-queries.ts';

/** What clients will not pay, and what is paid back to them. */
export function unpaidRoutes(router: Router, context: Context): void {
  write(router, context, 'writeOff', async (trx, { body }, acting) => writeOff(trx, body, acting));
  write(router, context, 'refund', async (trx, { body }, acting) => payBack(trx, body, acting));
}

async function writeOff(trx: Trx, form: Asked<'writeOff'>['body'], acting: Acting): Promise<Posted> {
  const { answer, partyId: client } = await document(trx, form.documentId);
  if (kindOf(answer.kind).openOn !== 'receivable' || client === null) {
    throw new Refusal([{ at: 'documentId', kind: 'not-there', subject: 'invoice' }]);
  }
  const { lockedThrough, dayOrder } = await companyOf(trx);
  const basis = { open: cents(answer.openCents), today: acting.today, lockedThrough, dayOrder };
  const { writtenOn, amount, reason } = acceptedOr(readWriteOff(form, basis));
  const tax = taxIn(amount, { gross: cents(answer.grossCents), tax: await taxThatComesBack(trx, form.documentId) });
  const parts = splitByOpen(await openParts(trx, form.documentId, 'receivable'), amount);
  const roles = rolesOf(await accounts(trx));
  const entry = debtWrittenOff(roles, { party: partyId(client), postedOn: writtenOn, parts, tax, text: '' });
  const posted = await postDocument(
    trx,
    {
      ...{ kind: 'write-off', number: null, party: partyId(client), project: null, datedOn: writtenOn, dueOn: null },
      ...{ gross: amount, memo: `${answer.number}: ${reason}`, body: { form, figures: { amount, tax } } },
      ...{ entries: [entry], effects: [settled(form.documentId, parts)] },
    },
    acting,
  );
  await audit(trx, acting, { action: 'write off', subject: answer.number, detail: form });
  return posted;
}

function settled(of: number, parts: readonly ProjectPart[]): Effect {
  return { kind: 'settlements', settled: parts.map((part) => ({ document: documentId(of), ...part })) };
}

async function payBack(trx: Trx, form: Asked<'refund'>['body'], acting: Acting): Promise<Posted> {
  const found = await document(trx, form.documentId);
  const { answer, partyId: client, projectId: project } = found;
  if (client === null || kindOf(answer.kind).party !== 'client') {
    throw new Refusal([{ at: 'documentId', kind: 'not-there', subject: 'document' }]);
  }
  const { lockedThrough, dayOrder } = await companyOf(trx);
  const deposits = project === null ? [] : ((await depositsOf(trx, [project])).get(project) ?? []);
  const deposit = deposits.filter(({ id }) => id === form.documentId);
  const left = answer.openCents < 0 ? cents(-answer.openCents) : depositsLeft(deposit);
  const basis = { left, number: answer.number, today: acting.today, lockedThrough, dayOrder };
  const { paidOn, amount, text } = acceptedOr(readRefund(form, basis));
  const roles = rolesOf(await accounts(trx));
  const paid = { party: partyId(client), postedOn: paidOn, text: answer.number };
  const of: Pick<Posting, 'entries' | 'effects'> =
    project === null || deposit.length === 0
      ? await creditBack(trx, form.documentId, { amount, roles, paid })
      : depositBack(projectId(project), { moves: drawnDown(deposit, amount), roles, paid });
  const posted = await postDocument(
    trx,
    {
      ...{ kind: 'client-refund', number: null, party: partyId(client), project: null, datedOn: paidOn, dueOn: null },
      ...{ gross: amount, memo: text === '' ? answer.number : text, body: { form }, ...of },
    },
    acting,
  );
  await audit(trx, acting, { action: 'pay back', subject: answer.number, detail: form });
  return posted;
}

interface Paying {
  readonly roles: ReturnType<typeof rolesOf>;
  readonly paid: Omit<Parameters<typeof creditPaidBack>[1], 'parts'>;
}

async function creditBack(
  trx: Trx,
  of: number,
  { amount, roles, paid }: Paying & { readonly amount: ProjectPart['amount'] },
): Promise<Pick<Posting, 'entries' | 'effects'>> {
  const used = splitByOpen(await openParts(trx, of, 'receivable'), opposite(amount));
  const parts = used.map((part) => ({ ...part, amount: opposite(part.amount) }));
  return { entries: [creditPaidBack(roles, { ...paid, parts })], effects: [settled(of, used)] };
}

function depositBack(
  project: ReturnType<typeof projectId>,
  { moves, roles, paid }: Paying & { readonly moves: ReturnType<typeof drawnDown> },
): Pick<Posting, 'entries' | 'effects'> {
  return {
    entries: [depositPaidBack(roles, { ...paid, project, moves })],
    effects: [{ kind: 'deposit-moves', project, moves }],
  };
}

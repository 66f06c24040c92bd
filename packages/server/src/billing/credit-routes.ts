import { kindOf } from '@lowtide/core/documents/kinds.ts';
import { rolesOf } from '@lowtide/core/ledger/roles.ts';
import type { Router } from 'express';
import { clientCredited } from '@lowtide/core/documents/credit-note/post.ts';
import { readCreditNote } from '@lowtide/core/documents/credit-note/read.ts';
import { depositUsed } from '@lowtide/core/documents/supplier-deposit/post.ts';
import { readOffset } from '@lowtide/core/documents/offset/read.ts';
import type { Effect } from '@lowtide/core/documents/effect.ts';
import { documentId, partyId } from '@lowtide/core/ledger/ids.ts';
import { cents, opposite, type Cents } from '@lowtide/core/money/cents.ts';
import type { Trx } from '../database/schema.ts';
import { document } from '../documents/document-queries.ts';
import { write, type Acting, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { audit } from '../audit/audit-queries.ts';
import { nextNumber, postDocument, type Posted } from '../ledger/post-document-queries.ts';
import { accounts, companyOf } from '../company/company-queries.ts';
import { creditedInvoice, type KeptCredit } from './credit-queries.ts';

/** What lessens what a client owes or a supplier is owed, without money. */
export function creditRoutes(router: Router, context: Context): void {
  write(router, context, 'creditNote', async (trx, { body }, acting) => postCreditNote(trx, body, acting));
  write(router, context, 'offset', async (trx, { body }, acting) => postOffset(trx, body, acting));
}

/** Credits the invoice, and settles of it what is open still; the rest stays a credit of the client. */
async function postCreditNote(trx: Trx, form: Asked<'creditNote'>['body'], acting: Acting): Promise<Posted> {
  const invoice = await creditedInvoice(trx, form.documentId);
  if (!invoice) throw new Refusal([{ at: 'documentId', kind: 'not-there', subject: 'invoice' }]);
  const { lockedThrough, dayOrder } = await companyOf(trx);
  const note = acceptedOr(readCreditNote(form, { invoice, today: acting.today, lockedThrough, dayOrder }));
  const number = await nextNumber(trx, 'credit-note');
  const gross = cents(note.work + note.tax);
  const entry = clientCredited(rolesOf(await accounts(trx)), { ...note, text: number });
  const kept: KeptCredit = { of: form.documentId, figures: { work: cents(-note.work), tax: cents(-note.tax) } };
  const { answer } = await document(trx, form.documentId);
  const settled = cents(Math.min(gross, Math.max(0, answer.openCents)));
  const posted = await postDocument(
    trx,
    {
      ...{ kind: 'credit-note', number, party: note.client, project: note.project, dueOn: null },
      ...{ datedOn: note.datedOn, gross: cents(-gross), memo: note.text, body: kept, entries: [entry] },
      effects: settledAgainst(form.documentId, 'itself', settled),
    },
    acting,
  );
  await audit(trx, acting, { action: 'credit note', subject: number });
  return posted;
}

async function postOffset(trx: Trx, form: Asked<'offset'>['body'], acting: Acting): Promise<Posted> {
  const [owed, credit] = [await document(trx, form.documentId), await document(trx, form.creditId)];
  const { lockedThrough, dayOrder } = await companyOf(trx);
  const open = ({ answer, partyId: party }: typeof owed) => ({
    number: answer.number,
    party: party === null ? null : partyId(party),
    open: cents(answer.openCents),
  });
  const { appliedOn, amount } = acceptedOr(
    readOffset(form, { document: open(owed), credit: open(credit), today: acting.today, lockedThrough, dayOrder }),
  );
  const usesDeposit = kindOf(credit.answer.kind).openOn === 'supplier-deposits';
  const roles = rolesOf(await accounts(trx));
  const party = partyId(credit.partyId ?? 0);
  const used = { party, postedOn: appliedOn, amount, text: credit.answer.number };
  const posted = await postDocument(
    trx,
    {
      ...{ kind: 'offset', number: null, party: open(owed).party, project: null, datedOn: appliedOn, dueOn: null },
      ...{
        gross: amount,
        memo: `${credit.answer.number} on ${owed.answer.number}`,
        body: form,
        entries: usesDeposit ? [depositUsed(roles, used)] : [],
      },
      effects: settledAgainst(form.documentId, form.creditId, amount),
    },
    acting,
  );
  await audit(trx, acting, { action: 'apply a credit', subject: posted.number });
  return posted;
}

/** What is settled of the document is used up of the credit. */
function settledAgainst(owed: number, credit: number | 'itself', amount: Cents): readonly Effect[] {
  if (amount === 0) return [];
  const used = { document: credit === 'itself' ? credit : documentId(credit), amount: opposite(amount) };
  return [{ kind: 'settlements', settled: [{ document: documentId(owed), amount }, used] }];
}

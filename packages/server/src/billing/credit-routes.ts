import { invariant } from '@lowtide/core/invariant.ts';
import { kindOf, type DocumentKind } from '@lowtide/core/documents/kinds.ts';
import type { OpenRole } from '@lowtide/core/ledger/account.ts';
import { splitByOpen } from '@lowtide/core/ledger/project-parts.ts';
import { rolesOf } from '@lowtide/core/ledger/roles.ts';
import type { Router } from 'express';
import type { Effect, Settled } from '@lowtide/core/documents/effect.ts';
import { clientCredited, type CreditNote } from '@lowtide/core/documents/credit-note/post.ts';
import { readCreditNote, type ReadCreditNote } from '@lowtide/core/documents/credit-note/read.ts';
import { creditApplied } from '@lowtide/core/documents/offset/post.ts';
import { readOffset } from '@lowtide/core/documents/offset/read.ts';
import { documentId, partyId } from '@lowtide/core/ledger/ids.ts';
import { allocation } from '@lowtide/core/money/allocation.ts';
import { cents, opposite, sum, ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import type { Trx } from '../database/schema.ts';
import { document } from '../documents/document-queries.ts';
import { write, type Acting, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { audit } from '../audit/audit-queries.ts';
import { postDocument, type Posted } from '../ledger/post-document-queries.ts';
import { openParts } from '../ledger/settlement-queries.ts';
import { accounts, companyOf } from '../company/company-queries.ts';
import { workBilledBy } from '../billable-work/unbilled-work-queries.ts';
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
  const gross = cents(note.work + note.tax);
  const drawn = cents(note.drawn.net + note.drawn.tax);
  const entry = clientCredited(rolesOf(await accounts(trx)), { ...note, text: '' });
  const kept: KeptCredit = {
    of: form.documentId,
    figures: {
      ...{ work: opposite(note.work), tax: opposite(note.tax), withheld: opposite(note.withheld) },
      drawn: opposite(drawn),
    },
    ...(note.project === null ? { isOfNoProject: true } : {}),
  };
  const { answer } = await document(trx, form.documentId);
  const settled = cents(Math.min(gross - note.withheld - drawn, Math.max(0, answer.openCents)));
  const posted = await postDocument(
    trx,
    {
      ...{ kind: 'credit-note', number: null, party: note.client, project: note.project, dueOn: null },
      ...{ datedOn: note.datedOn, gross: cents(-gross), memo: note.text, body: kept, entries: [entry] },
      effects: [
        ...creditedOfProject(form.documentId, note),
        ...(await creditedWork(trx, form, note)),
        { kind: 'settlements', settled: creditSettlements(form.documentId, note, { settled, drawn }) },
      ],
    },
    acting,
  );
  await audit(trx, acting, { action: 'credit note', subject: posted.number });
  return posted;
}

/** Of time and materials, what of each piece of work is billed no more: it is unbilled again, or written down. */
async function creditedWork(
  trx: Trx,
  form: Asked<'creditNote'>['body'],
  { project, work, postedOn, text }: ReadCreditNote,
): Promise<readonly Effect[]> {
  const billed = project === null ? [] : await workBilledBy(trx, form.documentId);
  if (project === null || billed.length === 0) return [];
  const shares = allocation(
    work,
    billed.map((each) => each.billed),
  );
  const credited = billed.map(({ work: of }, index) => {
    const share = shares[index] ?? ZERO;
    const writtenDown = form.workIs === 'written down' ? share : ZERO;
    return { work: of, billed: opposite(share), writtenDown, reason: text };
  });
  return [{ kind: 'billed-work', project, on: postedOn, work: credited }];
}

/** What comes off the lines of its project's schedule, and what deposits of its client get back. */
function creditedOfProject(invoice: number, { project, values, moves }: ReadCreditNote): readonly Effect[] {
  if (project === null) return [];
  const of = values.map((value) => ({ ...value, invoice: documentId(invoice) }));
  return [
    { kind: 'billed-values', project, values: of },
    ...(moves.length === 0 ? [] : [{ kind: 'deposit-moves', project, moves } as const]),
  ];
}

/** What is open of the invoice is settled with the note; what it gives up of retention, or back to a deposit, was never open. */
function creditSettlements(
  invoice: number,
  { project, withheld }: Pick<CreditNote, 'project' | 'withheld'>,
  { settled, drawn }: { readonly settled: Cents; readonly drawn: Cents },
): readonly Settled[] {
  const all: readonly Settled[] = [
    { document: documentId(invoice), project, amount: settled },
    { document: 'itself', project, amount: opposite(settled) },
    { document: 'itself', project: null, amount: opposite(sum([withheld, drawn])) },
  ];
  return all.filter(({ amount }) => amount !== 0);
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
  const [on, from] = [openRoleOf(owed.answer.kind), openRoleOf(credit.answer.kind)];
  const parts = splitByOpen(await openParts(trx, form.documentId, on), amount);
  const used = splitByOpen(await openParts(trx, form.creditId, from), opposite(amount));
  const party = open(credit).party;
  const entries = creditApplied(rolesOf(await accounts(trx)), {
    ...{ party, postedOn: appliedOn, text: credit.answer.number, settled: { on, parts } },
    used: { on: from, parts: used.map((part) => ({ ...part, amount: opposite(part.amount) })) },
  });
  const settled = [
    ...parts.map((part) => ({ document: documentId(form.documentId), ...part })),
    ...used.map((part) => ({ document: documentId(form.creditId), ...part })),
  ];
  const posted = await postDocument(
    trx,
    {
      ...{ kind: 'offset', number: null, party: open(owed).party, project: null, datedOn: appliedOn, dueOn: null },
      ...{ gross: amount, memo: `${credit.answer.number} on ${owed.answer.number}`, body: form, entries },
      effects: [{ kind: 'settlements', settled }],
    },
    acting,
  );
  await audit(trx, acting, { action: 'apply a credit', subject: posted.number });
  return posted;
}

/** The account on which documents of a kind are open; one that is open on none has nothing open, and is refused before. */
function openRoleOf(kind: DocumentKind): OpenRole {
  const { openOn } = kindOf(kind);
  invariant(openOn !== null, `a ${kind} is open on no account`);
  return openOn;
}

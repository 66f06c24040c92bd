import type { Router } from 'express';
import { DOCUMENT_KINDS, kindOf } from '@lowtide/core/documents/kinds.ts';
import { dayIn, ifFilled, textIn, required } from '@lowtide/core/cells/cell.ts';
import { monthOf } from '@lowtide/core/calendar/month.ts';
import { openDay } from '@lowtide/core/months/open-day.ts';
import { following, gathered } from '@lowtide/core/problems/decision.ts';
import type { Trx } from '../database/schema.ts';
import { read, write, type Acting, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { audit } from '../audit/audit-queries.ts';
import { asOf } from '../ledger/as-of-queries.ts';
import { sentAt } from './sent-document-queries.ts';
import { documentLines } from '../ledger/line-queries.ts';
import { postDocument, type Posted } from '../ledger/post-document-queries.ts';
import { reverseDocument } from '../ledger/reversal-queries.ts';
import { settlementsOf } from '../ledger/settlement-queries.ts';
import { companyOf } from '../company/company-queries.ts';
import { recodedLines } from '../ledger/recoded-line-queries.ts';
import { sheetRead } from '../sheets/sheet-queries.ts';
import { document, documents } from './document-queries.ts';

export function documentRoutes(router: Router, context: Context): void {
  read(router, context, 'documents', async (db, { query }) => documents(db, asOf(query), query));
  read(router, context, 'document', async (db, { params }) => {
    const { answer, reversedById, reversesId } = await document(db, params.id);
    const sent = await sentAt(db, params.id);
    return {
      document: answer,
      lines: await documentLines(db, params.id),
      settlements: await settlementsOf(db, params.id),
      linked: { reversedById, reversesId },
      recoded: await recodedLines(db, params.id),
      sentAt: sent === null ? null : new Date(sent).toISOString(),
    };
  });
  write(router, context, 'reverse', async (trx, { params, body }, acting) => {
    const { answer } = await document(trx, params.id);
    const { undoing, one } = kindOf(answer.kind);
    if (undoing.how === 'elsewhere') {
      throw new Refusal([{ at: '', kind: 'reverse-elsewhere', what: one, where: undoing.where }]);
    }
    const { lockedThrough, dayOrder } = await companyOf(trx);
    const order = gathered({
      reason: required({ typed: body.reason, at: 'reason' }, 'the reason', (cell) => textIn(cell, 'the reason', 400)),
      postedOn: following(
        ifFilled({ typed: body.postedOn, at: 'postedOn' }, acting.today, (cell) => dayIn(cell, acting.today, dayOrder)),
        (day) => openDay(day, lockedThrough, 'postedOn'),
      ),
    });
    return reverseDocument(trx, { document: params.id, ...acceptedOr(order) }, acting);
  });
  write(router, context, 'journal', async (trx, { body }, acting) => postJournal(trx, body, acting));
}

/** A journal posted at once, without a draft. */
async function postJournal(trx: Trx, body: Asked<'journal'>['body'], acting: Acting): Promise<Posted> {
  const datedOn = body.postedOn.trim() === '' ? acting.today : body.postedOn;
  const sheet = { kind: 'journal' as const, datedOn, text: body.text, reversesOn: '', rows: body.lines };
  const { known, reading } = await sheetRead(trx, { month: monthOf(acting.today), today: acting.today }, sheet);
  const { postings, problems, warnings } = reading;
  const [posting] = postings;
  const later = warnings.find(({ kind }) => kind === 'posts-later');
  if (later && !body.acceptWarnings)
    acceptedOr(openDay(posting?.datedOn ?? acting.today, known.lockedThrough, 'postedOn'));
  if (!posting || problems.length > 0) {
    throw new Refusal(problems.map((problem) => ({ ...problem, at: asTyped(problem.at) })));
  }
  const posted = await postDocument(trx, posting, acting);
  await audit(trx, acting, { action: `post ${DOCUMENT_KINDS.journal.one.toLowerCase()}`, subject: posted.number });
  return posted;
}

/** The sheet calls its rows `rows` and its day `datedOn`; this address calls them `lines` and `postedOn`. */
function asTyped(at: string): string {
  return at === 'datedOn' ? 'postedOn' : at.replace(/^rows/, 'lines');
}

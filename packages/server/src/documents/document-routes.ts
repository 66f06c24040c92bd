import type { Router } from 'express';
import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { lookUp, monthProblems } from '@lowtide/core/entry/catalog.ts';
import { isFilled, readDay, readMoney } from '@lowtide/core/entry/cells.ts';
import type { Account } from '@lowtide/core/ledger/account.ts';
import { turnover } from '@lowtide/core/ledger/journal-entry.ts';
import { cents, ZERO } from '@lowtide/core/money/cents.ts';
import { generalJournal, type JournalLineTyped } from '@lowtide/core/posting/general-journal.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import type { Trx } from '../database/schema.ts';
import { read, write, type Acting, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { audit } from '../http/stamp-queries.ts';
import { asOf } from '../journal/as-of-queries.ts';
import { documentLines } from '../journal/line-queries.ts';
import { postDocument } from '../journal/post-document-queries.ts';
import { accounts, companyOf } from '../setup/company-queries.ts';
import { document, documents, nextNumber, settlementsOf } from './document-queries.ts';
import { reverseDocument } from './reverse-queries.ts';

export function documentRoutes(router: Router, context: Context): void {
  read(router, context, 'documents', async (db, { query }) => documents(db, asOf(query), query));
  read(router, context, 'document', async (db, { params }) => {
    const { answer, reversedById, reversesId } = await document(db, params.id);
    return {
      document: answer,
      lines: await documentLines(db, params.id),
      settlements: await settlementsOf(db, params.id),
      linked: { reversedById, reversesId },
    };
  });
  write(router, context, 'reverse', async (trx, { params, body }, acting) => {
    const { answer } = await document(trx, params.id);
    if (answer.kind === 'recognition') throw new Refusal([{ at: '', kind: 'reverse-run-there' }]);
    const problems: Problem[] = [];
    isFilled({ typed: body.reason, at: 'reason' }, 'the reason', problems);
    const postedOn = await openDay(trx, { typed: body.postedOn, at: 'postedOn', near: acting.today }, problems);
    if (!postedOn || problems.length > 0) throw new Refusal(problems);
    return reverseDocument(trx, { document: params.id, postedOn, reason: body.reason.trim() }, acting);
  });
  write(router, context, 'journal', async (trx, { body }, acting) => postJournal(trx, body, acting));
}

/** A day as typed, in a month that is open. Empty is the day it is near to. */
export async function openDay(
  trx: Trx,
  { typed, at, near }: { readonly typed: string; readonly at: string; readonly near: IsoDate },
  problems: Problem[],
): Promise<IsoDate | undefined> {
  const day = typed.trim() === '' ? near : readDay({ typed, at }, near, problems);
  if (day) problems.push(...monthProblems(day, (await companyOf(trx)).lockedThrough, at));
  return day;
}

async function postJournal(trx: Trx, body: Asked<'journal'>['body'], acting: Acting) {
  const problems: Problem[] = [];
  const chart = await accounts(trx);
  const postedOn = await openDay(trx, { typed: body.postedOn, at: 'postedOn', near: acting.today }, problems);
  const lines = body.lines.flatMap((line, place) => journalLine(line, `lines/${place}`, chart, problems) ?? []);
  if (!postedOn || problems.length > 0) throw new Refusal(problems);
  const entry = acceptedOr(generalJournal(postedOn, lines));
  const number = await nextNumber(trx, 'journal', 'JNL');
  const id = await postDocument(
    trx,
    {
      kind: 'journal',
      number,
      party: null,
      project: null,
      datedOn: postedOn,
      dueOn: null,
      gross: turnover(entry.lines),
      memo: body.text.trim(),
      body,
      reverses: null,
      entries: [entry],
    },
    acting,
  );
  await audit(trx, acting, { action: 'post journal', subject: number });
  return { id, number };
}

function journalLine(
  line: Asked<'journal'>['body']['lines'][number],
  at: string,
  chart: readonly Account[],
  problems: Problem[],
): JournalLineTyped | undefined {
  const cell = { typed: line.account, at: `${at}/account`, subject: 'account' as const };
  const account = isFilled(cell, 'the account', problems) ? lookUp(chart, cell, problems) : undefined;
  const side = (typed: string, name: string) =>
    typed.trim() === '' ? ZERO : readMoney({ typed, at: `${at}/${name}` }, problems);
  const debit = side(line.debit, 'debit');
  const credit = side(line.credit, 'credit');
  if (!account || debit === undefined || credit === undefined) return undefined;
  return { account, amount: cents(debit - credit), text: line.text.trim() };
}

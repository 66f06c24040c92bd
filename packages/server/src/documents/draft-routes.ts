import type { Router } from 'express';
import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { lastDay, type Month } from '@lowtide/core/calendar/month.ts';
import type { Posting } from '@lowtide/core/documents/posting.ts';
import { billsToApprove } from '@lowtide/core/documents/supplier-bill/approval.ts';
import { sheetKind } from '@lowtide/core/documents/sheets.ts';
import type { Db, Trx } from '../database/schema.ts';
import { read, write, type Acting, type Answer, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { Refusal } from '../http/refusal.ts';
import { audit } from '../audit/audit-queries.ts';
import { attachToPosted, dropFilesOfDraft } from '../attachments/attachment-queries.ts';
import { returnMessagesOf } from '../mailbox/message-queries.ts';
import { companyOf } from '../company/company-queries.ts';
import {
  deleteDraft,
  draft,
  drafts,
  insertDraft,
  refuseOtherVersion,
  updateDraft,
  type StoredDraft,
} from '../sheets/draft-queries.ts';
import { knownBills } from '../sheets/sheet-basis-queries.ts';
import { sheetOf, sheetSummary } from '../sheets/draft-summary-queries.ts';
import { postReading } from '../sheets/post-sheet-queries.ts';
import { previewOf } from '../sheets/preview-queries.ts';
import { approvalOf } from '../sheets/sheet-approval-queries.ts';
import { sheetRead } from '../sheets/sheet-queries.ts';

export function draftRoutes(router: Router, context: Context): void {
  read(router, context, 'drafts', async (db, { query }) => ({
    rows: await Promise.all((await drafts(db, query.kind)).map((stored) => sheetSummary(db, stored))),
  }));
  read(router, context, 'draft', async (db, { params, query }, { today }) => {
    const stored = await draft(db, params.id);
    return { ...(await answer(db, stored, { ...query, today })), sheet: sheetOf(stored) };
  });
  const again = async (
    trx: Trx,
    made: number,
    { body }: { readonly body: Omit<PreviewWanted, 'today'> },
    today: IsoDate,
  ) => answer(trx, await draft(trx, made), { ...body, today });
  const begin = async (trx: Trx, { body }: Asked<'newDraft'>, acting: Acting) =>
    answer(trx, await insertDraft(trx, body.sheet.kind, body.sheet, acting), { ...body, today: acting.today });
  write(router, context, 'newDraft', begin, { again });
  const change = async (trx: Trx, { params, body }: Asked<'changeDraft'>, acting: Acting) =>
    answer(trx, await updateDraft(trx, params.id, body, acting), { ...body, today: acting.today });
  write(router, context, 'changeDraft', change, { again });
  write(router, context, 'dropDraft', async (trx, { params }, acting) => {
    await dropFilesOfDraft(trx, params.id);
    await returnMessagesOf(trx, params.id);
    await deleteDraft(trx, params.id);
    await audit(trx, acting, { action: 'drop draft', subject: String(params.id), about: `draft ${params.id}` });
    return { done: true };
  });
  write(router, context, 'postDraft', async (trx, { params, body }, acting) => postDraft(trx, params.id, body, acting));
}

/** Posts the sheet as it was last kept: every document of it, or none with all the reasons. */
async function postDraft(
  trx: Trx,
  id: number,
  body: { readonly month: Month; readonly version: number; readonly acceptWarnings: boolean },
  acting: Acting,
): Promise<Answer<'postDraft'>> {
  const stored = await draft(trx, id);
  refuseOtherVersion(stored, body.version);
  const { reading } = await sheetRead(trx, { month: body.month, today: acting.today }, sheetOf(stored));
  const approvedBy = await approvedWhereNeeded(trx, stored, reading.postings);
  const documents = await postReading(trx, reading, { ...acting, acceptWarnings: body.acceptWarnings });
  await attachToPosted(
    trx,
    id,
    documents.map((posted) => posted.id),
  );
  await deleteDraft(trx, id);
  await audit(trx, acting, {
    action: `post ${stored.kind}`,
    subject: documents.length === 1 ? (documents[0]?.number ?? '') : `${documents.length} documents`,
    detail: approvedBy === undefined ? { documents } : { documents, approvedBy },
  });
  return { documents };
}

/** Who approved the sheet; bills above the company's limit are not posted before somebody else did. */
async function approvedWhereNeeded(
  trx: Trx,
  stored: StoredDraft,
  postings: readonly Posting[],
): Promise<string | undefined> {
  const { approveBillsAbove } = await companyOf(trx);
  const bills = billsToApprove(postings, approveBillsAbove);
  const approval = await approvalOf(trx, stored);
  if (approval?.stand === 'approved') return approval.by;
  if (bills.length === 0 || approveBillsAbove === null) return undefined;
  throw new Refusal([{ at: '', kind: 'bills-to-approve', bills, limit: approveBillsAbove }]);
}

interface PreviewWanted {
  readonly today: IsoDate;
  readonly month: Month;
  readonly preview: boolean | 'yes' | 'no';
}

/** A kept sheet with its preview; without one, its head and what only the books know of what it names. */
async function answer(
  db: Db,
  stored: StoredDraft,
  { month, preview, today }: PreviewWanted,
): Promise<Answer<'changeDraft'>> {
  const sheet = sheetOf(stored);
  if (preview === false || preview === 'no') {
    const days = { near: lastDay(month), order: (await companyOf(db)).dayOrder };
    const named = sheetKind(sheet.kind).scope(sheet, days);
    return {
      ...(await sheetSummary(db, stored)),
      sheet: null,
      preview: null,
      knownBills: [...(await knownBills(db, named))],
    };
  }
  const read = await sheetRead(db, { month, today }, sheet);
  const made = await previewOf(db, month, read);
  return { ...(await sheetSummary(db, stored)), sheet, preview: made, knownBills: [...read.known.knownBills] };
}

import type { Router } from 'express';
import type { Month } from '@lowtide/core/calendar/month.ts';
import { Sheet } from '@lowtide/core/wire/entry.ts';
import type { Db, Trx } from '../database/schema.ts';
import { read, write, type Acting, type Answer } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { Refusal } from '../http/refusal.ts';
import { audit } from '../http/stamp-queries.ts';
import { postDocument } from '../journal/post-document-queries.ts';
import { standingProjects } from '../projects/position-queries.ts';
import { companyOf } from '../setup/company-queries.ts';
import {
  deleteDraft,
  draft,
  drafts,
  insertDraft,
  refuseOtherVersion,
  updateDraft,
  type StoredDraft,
} from './draft-queries.ts';
import { preview } from './preview.ts';
import { readSheet, type ReadSheet, type TypedSheet } from './sheet-queries.ts';
import { insertWorkedHours } from './worked-hours-queries.ts';

export function draftRoutes(router: Router, context: Context): void {
  read(router, context, 'drafts', async (db, { query }) => ({
    rows: (await drafts(db, query.kind)).map(summary),
  }));
  read(router, context, 'draft', async (db, { params, query }) => answer(db, await draft(db, params.id), query.month));
  write(router, context, 'newDraft', async (trx, { body }, acting) =>
    answer(trx, await insertDraft(trx, body.sheet.kind, body.sheet, acting), body.month),
  );
  write(router, context, 'changeDraft', async (trx, { params, body }, acting) =>
    answer(trx, await updateDraft(trx, params.id, body, acting), body.month),
  );
  write(router, context, 'dropDraft', async (trx, { params }, acting) => {
    await deleteDraft(trx, params.id);
    await audit(trx, acting, { action: 'drop draft', subject: String(params.id) });
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
  const sheet = await readSheet(trx, body.month, sheetOf(stored));
  if (sheet.problems.length > 0) throw new Refusal(sheet.problems);
  if (sheet.warnings.length > 0 && !body.acceptWarnings) {
    throw new Refusal([{ at: '', kind: 'warnings-open', count: sheet.warnings.length }]);
  }
  const documents: Answer<'postDraft'>['documents'] = [];
  for (const posting of sheet.postings) {
    const document = await postDocument(trx, posting, acting);
    await insertWorkedHours(trx, document, posting.worked);
    documents.push({ id: document, number: posting.number });
  }
  await deleteDraft(trx, id);
  await audit(trx, acting, { action: `post ${stored.kind}`, subject: String(id), detail: { documents } });
  return { documents };
}

/** What is stored was parsed when it came in; a draft of an older form is refused here rather than half read. */
function sheetOf(stored: StoredDraft): TypedSheet {
  return Sheet.parse(stored.sheet);
}

async function answer(db: Db, stored: StoredDraft, month: Month): Promise<Answer<'draft'>> {
  const typed = sheetOf(stored);
  const sheet = await readSheet(db, month, typed);
  return { ...summary(stored), sheet: typed, preview: await previewOf(db, sheet, month) };
}

async function previewOf(db: Db, sheet: ReadSheet, month: Month) {
  const company = await companyOf(db);
  const named = [...new Set(sheet.costs.map(({ project }) => project.id))];
  const positions = [];
  for (const project of named) {
    const [standing] = await standingProjects(db, { through: month, known: null }, { only: project });
    if (standing) positions.push(standing.position);
  }
  return preview(sheet, positions, company.percentDecimals);
}

function summary(stored: StoredDraft): Answer<'drafts'>['rows'][number] {
  const sheet = sheetOf(stored);
  const filled = sheet.rows.filter((row) =>
    Object.values(row)
      .flat()
      .some((text) => String(text).trim() !== ''),
  );
  return {
    id: stored.id,
    kind: sheet.kind,
    title: sheet.kind === 'bills' ? `Bill batch ${stored.id}` : `Week of ${sheet.weekOn}`,
    version: stored.version,
    rows: filled.length,
    updatedAt: new Date(stored.updatedAt).toISOString(),
    updatedBy: stored.updatedBy,
  };
}

import { stringify } from 'csv-stringify/sync';
import type { Router } from 'express';
import { lastDay } from '@lowtide/core/calendar/month.ts';
import { creditRows } from '@lowtide/core/documents/supplier-bill/credit-rows.ts';
import { fileColumns, fileRows, sheetsOfFile } from '@lowtide/core/documents/sheet-file.ts';
import { sheetKind, sheetOfDocument, type Sheet } from '@lowtide/core/documents/sheets.ts';
import { inertText } from '@lowtide/core/files/csv-text.ts';
import { SheetFileParams, SheetFileQuery } from '@lowtide/core/wire/entry.ts';
import { FILES } from '@lowtide/core/wire/files.ts';
import type { Db } from '../database/schema.ts';
import { file, read, write } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { refuseWherePayIsHidden } from '../http/pay-hidden.ts';
import { rememberFile } from '../company/company-write-queries.ts';
import { csvTable } from '../http/csv-table.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { audit } from '../audit/audit-queries.ts';
import { companyOf } from '../company/company-queries.ts';
import { document } from './document-queries.ts';
import { insertDraft } from '../sheets/draft-queries.ts';
import { billFigures, postedSheets } from './sheet-file-queries.ts';

/** Sheets as CSV: what was posted goes out line by line, and what comes in waits as sheets until it is looked at and posted. */
export function sheetFileRoutes(router: Router, context: Context): void {
  file(router, context, FILES.sheets, {
    read: async (trx, req) => {
      const { kind } = SheetFileParams.parse({ kind: req.params['kind'] });
      if (kind === 'payroll') refuseWherePayIsHidden(trx);
      const sheets = await postedSheets(trx, kind, SheetFileQuery.parse(req.query));
      const names = fileColumns(kind).map(({ name }) => name);
      const lines = sheets.flatMap(fileRows).map((row) => names.map((name) => inertText(row[name] ?? '')));
      return { kind, csv: stringify([names, ...lines]) };
    },
    made: ({ kind, csv }) => ({ type: 'text/csv', name: `${kind}.csv`, body: csv }),
  });
  read(router, context, 'postedSheet', async (db, { params }) => ({ sheet: await sheetOfPosted(db, params.id) }));
  read(router, context, 'creditSheet', async (db, { params }, { today }) => {
    const sheet = await sheetOfPosted(db, params.id);
    if (sheet.kind !== 'bills') throw new Refusal([{ at: '', kind: 'not-there', subject: 'bill' }], 404);
    const rows = creditRows(sheet.rows, await billFigures(db, params.id), today);
    return { sheet: { ...sheet, rows: [...rows] } };
  });
  write(router, context, 'importSheets', async (trx, { params: { kind }, body }, acting) => {
    const { dayOrder } = await companyOf(trx);
    const columns = fileColumns(kind).map(({ name, holds }) => ({ name, isNeeded: holds === 'week' }));
    const lines = acceptedOr(await csvTable(body.csv, columns));
    const sheets = acceptedOr(sheetsOfFile(kind, lines, { near: lastDay(body.month), order: dayOrder }));
    await rememberFile(
      trx,
      { kind: `sheets of ${kind}`, name: body.name, content: body.csv, again: body.again },
      acting,
    );
    const made = [];
    for (const sheet of sheets) {
      const { id } = await insertDraft(trx, kind, sheet, acting);
      made.push({ id, title: sheetKind(kind).nameOf(sheet, id), rows: sheet.rows.length });
    }
    await audit(trx, acting, { action: `import ${kind}`, subject: body.name, detail: { sheets: made } });
    return { drafts: made };
  });
}

/** What was typed for a document that counts. */
async function sheetOfPosted(db: Db, id: number): Promise<Sheet> {
  const { answer } = await document(db, id);
  const kind = sheetOfDocument(answer.kind);
  const [sheet] = kind === undefined ? [] : await postedSheets(db, kind, { id });
  if (sheet === undefined) throw new Refusal([{ at: '', kind: 'not-there', subject: 'document' }], 404);
  return sheet;
}

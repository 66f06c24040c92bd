import type { Router } from 'express';
import { month, monthText } from '@lowtide/core/calendar/month.ts';
import { REPORT_NAMES, reportOf, type AnyReport, type ReportName } from '@lowtide/core/reports/reports.ts';
import { recognitionNote } from '@lowtide/core/reports/recognition-note.ts';
import { filterWords } from '@lowtide/core/reports/filter-words.ts';
import { readFilters, viewed } from '@lowtide/core/reports/table-view.ts';
import { RecognitionStateQuery } from '@lowtide/core/wire/recognition.ts';
import { FileView, reportFile } from '@lowtide/core/wire/files.ts';
import type { Table } from '@lowtide/core/reports/table.ts';
import type { Db } from '../database/schema.ts';
import { file, read, type Answer, type Asked } from '../http/api.ts';
import { PDF, WORKBOOK } from '../http/made-file.ts';
import type { Context, FileAsked } from '../http/context.ts';
import { projects } from '../company/project-queries.ts';
import { recognitionState } from '../recognition/recognition-state-queries.ts';
import { printedCompany } from '../company/letterhead-queries.ts';
import { costCurveOf } from './outlook.ts';
import { REPORT_ANSWERS } from './report-answers.ts';
import { partOf, refuseBackwards } from './report-part.ts';
import { acceptedOr } from '../http/refusal.ts';
import { csvOf, inFiles, onScreen } from '../print/table-files.ts';
import { asOf } from '../ledger/as-of-queries.ts';

/** Every report at its path, and as CSV, workbook and PDF, which say the same. */
export function reportRoutes(router: Router, context: Context): void {
  for (const name of REPORT_NAMES) answerReport(router, context, name);
  for (const name of REPORT_NAMES) fileRoutes(router, context, name);
  read(router, context, 'costCurve', async (db, { params, query }) => costCurveOf(db, params.id, asOf(query)));
}

function answerReport<R extends ReportName>(router: Router, context: Context, name: R): void {
  read(router, context, name, async (db, { query }) => {
    refuseBackwards(query);
    const answer: Answer<R> = await REPORT_ANSWERS[name](db, query, context.clock);
    return partOf(reportOf(name), answer, query);
  });
}

interface AskedTable {
  readonly table: Table;
  /** Which rows are in it and in which groups, in words; nothing where all are, one by one. */
  readonly view: readonly string[];
  /** Columns in their order; undefined where none were chosen. */
  readonly columns: readonly string[] | undefined;
}

/**
 * The table of a report as a request asks for it: its query parsed by the shape of the report, its rows filtered, in order and in
 * groups as on screen, whole whatever part is named.
 */
async function tableAsked(db: Db, context: Context, name: ReportName, typed: FileAsked['query']): Promise<AskedTable> {
  const report = reportOf(name);
  const { order, group, filter, columns, offset: _offset, limit: _limit, ...whole } = typed;
  const view = FileView.parse({ order, group, filter, columns });
  const asked = Object.fromEntries(Object.entries(whole).filter(([word]) => !report.drawnOnly?.includes(word)));
  const query = report.query.parse(asked) as Asked<ReportName>['query'];
  refuseBackwards(query);
  const answer = await (REPORT_ANSWERS[name] as (db: Db, query: unknown, clock: Context['clock']) => Promise<unknown>)(
    db,
    query,
    context.clock,
  );
  const chosen = Object.fromEntries(Object.entries(whole).map(([word, value]) => [word, String(value)]));
  const table = report.table(answer, chosen);
  if (report.isStatement) return { table, view: [], columns: view.columns };
  const filters = acceptedOr(readFilters(table.columns, view.filter));
  const by = table.columns.find(({ id }) => id === view.group)?.head;
  return {
    table: viewed(table, { filters, group: view.group ?? '', order: view.order ?? '' }),
    view: [
      ...(filters.length === 0
        ? []
        : [`only where ${filters.map((each) => filterWords(table.columns, each)).join(' and ')}`]),
      ...(by === undefined ? [] : [`by ${by.toLowerCase()}`]),
    ],
    columns: view.columns,
  };
}

/** Of which months and which project the figures are. */
async function headOf(db: Db, { from, through, project, basis }: FileAsked['query']): Promise<readonly string[]> {
  const last = monthText(month(String(through)));
  const first = from === undefined || from === through ? '' : `${monthText(month(String(from)))} through `;
  const [of] = project === undefined ? [] : await projects(db, Number(project));
  return [
    from === undefined ? `Through ${last}` : `${first}${last}`,
    ...(of === undefined ? [] : [`${of.code} ${of.name}`]),
    ...(basis === 'recognized' ? ['as if recognized now'] : []),
  ];
}

/** What the month is still to recognize and what cost is left out, as the sentence of the report says it on screen. */
async function noteOf(db: Db, { choices, leavesWipOut }: AnyReport, query: FileAsked['query']): Promise<string> {
  if (!('basis' in choices) || query['known'] !== undefined) return '';
  const asked = RecognitionStateQuery.parse({ through: query['through'], project: query['project'] });
  return recognitionNote(await recognitionState(db, asked), {
    through: asked.through,
    basis: String(query['basis'] ?? 'posted'),
    leavesWipOut: leavesWipOut === true,
  }).join(' ');
}

function fileRoutes(router: Router, context: Context, name: ReportName): void {
  const report = reportOf(name);
  const tableRead = async (trx: Db, req: FileAsked) => tableAsked(trx, context, name, req.query);
  file(router, context, reportFile(name, 'csv'), {
    read: tableRead,
    made: ({ table, columns }) => ({ type: 'text/csv', name: `${name}.csv`, body: csvOf(inFiles(table, columns)) }),
  });
  file(router, context, reportFile(name, 'xlsx'), {
    read: tableRead,
    made: async ({ table, columns }) => {
      const { workbookOf } = await import('../print/table-workbook.ts');
      return { type: WORKBOOK, name: `${name}.xlsx`, body: await workbookOf(report.title, inFiles(table, columns)) };
    },
  });
  file(router, context, reportFile(name, 'pdf'), {
    read: async (trx, req) => ({
      ...{ asked: await tableRead(trx, req), company: await printedCompany(trx) },
      head: await headOf(trx, req.query),
      note: await noteOf(trx, report, req.query),
    }),
    made: async ({ asked: { table, columns, view }, company, head, note }) => {
      const subtitle = [...head, ...view].join(', ');
      const { pdfOf } = await import('../print/table-pdf.ts');
      const body = await pdfOf({ company, title: report.title, subtitle, note }, onScreen(table, columns));
      return { type: PDF, name: `${name}.pdf`, isShown: true, body };
    },
  });
}

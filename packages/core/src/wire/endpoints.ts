import { z } from 'zod';
import { CreditNoteForm } from '../documents/credit-note/form.ts';
import { OffsetForm } from '../documents/offset/form.ts';
import { InvoiceForm } from '../documents/invoice/form.ts';
import { REPORTS, type ReportName } from '../reports/reports.ts';
import * as documents from './documents.ts';
import * as entry from './entry.ts';
import * as estimates from './estimates.ts';
import * as forecasts from './forecasts.ts';
import * as reading from './reading.ts';
import * as setup from './setup.ts';
import { AsOf, Done } from './values.ts';

/** One question or order of the HTTP API. Writes also take an `Idempotency-Key` header. */
export interface Endpoint {
  readonly method: 'get' | 'post' | 'put' | 'delete';
  /** Below `/api`, with `{name}` for parameters. */
  readonly path: string;
  readonly summary: string;
  readonly params?: z.ZodType;
  readonly query?: z.ZodType;
  readonly body?: z.ZodType;
  readonly response: z.ZodType;
}

/** A report is answered at its path. */
type ReportEndpoints = {
  readonly [R in ReportName]: {
    readonly method: 'get';
    readonly path: string;
    readonly summary: string;
    readonly query: (typeof REPORTS)[R]['query'];
    readonly response: (typeof REPORTS)[R]['answer'];
  };
};
const REPORT_ENDPOINTS = Object.fromEntries(
  Object.entries(REPORTS).map(([name, { path, summary, query, answer }]) => [
    name,
    { method: 'get', path, summary, query, response: answer },
  ]),
) as ReportEndpoints;

/** Every endpoint; server routes, web requests and the OpenAPI document are made from this list. */
export const ENDPOINTS = {
  ...REPORT_ENDPOINTS,
  frame: { method: 'get', path: '/frame', summary: 'Company, months, tie-outs, what waits', query: reading.FrameQuery, response: reading.Frame },
  reference: { method: 'get', path: '/reference', summary: 'What the pickers offer', response: reading.Reference },
  project: { method: 'get', path: '/projects/{id}', summary: 'One project', params: reading.ProjectParams, query: AsOf, response: reading.ProjectDetail },
  trace: { method: 'get', path: '/trace', summary: 'Where a figure comes from', query: reading.TraceQuery, response: reading.Trace },
  figures: { method: 'get', path: '/figures', summary: 'Values of figures by key', query: reading.FiguresQuery, response: reading.Figures },
  ledger: { method: 'get', path: '/ledger', summary: 'Posted lines, newest first', query: reading.LedgerQuery, response: reading.Ledger },
  search: { method: 'get', path: '/search', summary: 'Find projects, parties and documents', query: reading.SearchQuery, response: reading.SearchHits },

  drafts: { method: 'get', path: '/drafts', summary: 'Sheets being worked on', query: entry.DraftsQuery, response: z.object({ rows: z.array(entry.DraftSummary) }) },
  draft: { method: 'get', path: '/drafts/{id}', summary: 'One sheet with what it would post', params: documents.DocumentParams, query: entry.DraftQuery, response: entry.Draft },
  newDraft: { method: 'post', path: '/drafts', summary: 'Begin a sheet', body: entry.NewDraft, response: entry.Draft },
  changeDraft: { method: 'put', path: '/drafts/{id}', summary: 'Keep a sheet as typed', params: documents.DocumentParams, body: entry.DraftChange, response: entry.DraftKept },
  dropDraft: { method: 'delete', path: '/drafts/{id}', summary: 'Throw a sheet away', params: documents.DocumentParams, response: Done },
  postDraft: { method: 'post', path: '/drafts/{id}/posting', summary: 'Post a sheet, whole or not at all', params: documents.DocumentParams, body: entry.DraftPosting, response: entry.DraftPosted },
  budgetStands: { method: 'get', path: '/budget-stands', summary: 'Budget lines with what is left', query: entry.BudgetStandsQuery, response: entry.BudgetStands },
  lastBill: { method: 'get', path: '/last-bill', summary: "A supplier's last bill as rows", query: entry.LastBillQuery, response: entry.LastBill },

  documents: { method: 'get', path: '/documents', summary: 'Posted documents, newest first', query: documents.DocumentsQuery, response: documents.Documents },
  document: { method: 'get', path: '/documents/{id}', summary: 'One document with its lines', params: documents.DocumentParams, response: documents.DocumentDetail },
  reverse: { method: 'post', path: '/documents/{id}/reversal', summary: 'Reverse a document', params: documents.DocumentParams, body: documents.Reversal, response: documents.Posted },
  recognition: { method: 'get', path: '/recognition', summary: 'A recognition run before it is posted', query: documents.RecognitionQuery, response: documents.RecognitionPreview },
  recognitionState: { method: 'get', path: '/recognition-state', summary: 'Whether a month is recognized, and what came since', query: documents.RecognitionStateQuery, response: documents.RecognitionState },
  recognize: { method: 'post', path: '/recognition', summary: 'Post the run', body: documents.RecognitionPosting, response: documents.Posted },
  unrecognize: { method: 'post', path: '/recognition/reversal', summary: 'Reverse the latest run', body: documents.RecognitionReversal, response: documents.Posted },
  previewInvoice: { method: 'post', path: '/invoice-previews', summary: 'What an invoice would bill', body: InvoiceForm, response: documents.InvoicePreview },
  invoice: { method: 'post', path: '/invoices', summary: 'Post a progress invoice', body: InvoiceForm, response: documents.Posted },
  receipt: { method: 'post', path: '/receipts', summary: 'Record what a client paid', body: documents.SettlementForm, response: documents.Posted },
  payment: { method: 'post', path: '/payments', summary: 'Record what a supplier was paid', body: documents.SettlementForm, response: documents.Posted },
  creditNote: { method: 'post', path: '/credit-notes', summary: 'Credit an invoice, or a part of it', body: CreditNoteForm, response: documents.Posted },
  offset: { method: 'post', path: '/offsets', summary: 'Apply a credit to what is open with the same party', body: OffsetForm, response: documents.Posted },
  journal: { method: 'post', path: '/journals', summary: 'Post a journal', body: documents.JournalForm, response: documents.Posted },
  lockMonths: { method: 'put', path: '/month-lock', summary: 'Lock months through one, or open them again', body: documents.MonthLock, response: Done },

  estimates: { method: 'get', path: '/projects/{id}/estimates', summary: 'Estimates and change orders of a project', params: reading.ProjectParams, response: estimates.ProjectEstimates },
  estimate: { method: 'get', path: '/estimates/{id}', summary: 'One estimate or change order', params: estimates.EstimateParams, response: estimates.Estimate },
  newEstimate: { method: 'post', path: '/projects/{id}/estimates', summary: 'Begin an estimate or a change order', params: reading.ProjectParams, body: estimates.NewEstimate, response: estimates.EstimateHead },
  changeEstimate: { method: 'put', path: '/estimates/{id}', summary: 'Keep a sheet as typed', params: estimates.EstimateParams, body: estimates.EstimateChange, response: estimates.EstimateHead },
  dropEstimate: { method: 'delete', path: '/estimates/{id}', summary: 'Throw an open one away', params: estimates.EstimateParams, response: Done },
  approve: { method: 'post', path: '/estimates/{id}/approval', summary: 'Make budget, contract and plan of it', params: estimates.EstimateParams, body: estimates.ApprovalForm, response: estimates.Approved },
  withdraw: { method: 'post', path: '/estimates/{id}/withdrawal', summary: 'Take an approval back', params: estimates.EstimateParams, body: estimates.DecisionForm, response: estimates.EstimateHead },
  reject: { method: 'post', path: '/estimates/{id}/rejection', summary: 'Reject a pending change order', params: estimates.EstimateParams, body: estimates.DecisionForm, response: estimates.EstimateHead },
  compareEstimates: { method: 'get', path: '/estimates/{id}/comparison', summary: 'Two versions side by side', params: estimates.EstimateParams, query: estimates.ComparisonQuery, response: estimates.Comparison },
  readSheetFile: { method: 'post', path: '/estimates/{id}/sheet-files', summary: 'Read a CSV file or a workbook as a sheet, keeping nothing', params: estimates.EstimateParams, body: estimates.SheetFile, response: estimates.ReadSheet },
  forecast: { method: 'get', path: '/projects/{id}/forecast', summary: 'The forecast sheet of a project', params: reading.ProjectParams, query: AsOf, response: forecasts.ForecastSheet },
  saveForecast: { method: 'post', path: '/projects/{id}/forecasts', summary: 'Keep a forecast of a month', params: reading.ProjectParams, body: forecasts.NewForecast, response: Done },
  costCurve: { method: 'get', path: '/projects/{id}/cost-curve', summary: 'Budget by month against actual and forecast', params: reading.ProjectParams, query: AsOf, response: forecasts.CostCurve },
  views: { method: 'get', path: '/views/{page}', summary: 'Views kept of a page', params: forecasts.ViewParams, response: forecasts.SavedViews },
  keepView: { method: 'post', path: '/views/{page}', summary: 'Keep a view under a name', params: forecasts.ViewParams, body: forecasts.ViewForm, response: Done },
  dropView: { method: 'delete', path: '/views/{page}/{id}', summary: 'Drop a kept view', params: forecasts.OneViewParams, response: Done },

  setUp: { method: 'post', path: '/company', summary: 'Set up the company with a starter chart', body: setup.CompanyForm, response: Done },
  changeCompany: { method: 'put', path: '/company', summary: 'Change the company', body: setup.CompanyForm.omit({ firstMonth: true }), response: Done },
  records: { method: 'get', path: '/records/{kind}', summary: 'All records of a kind', params: setup.RecordParams, response: setup.Records },
  addRecord: { method: 'post', path: '/records/{kind}', summary: 'Add a record', params: setup.RecordParams, body: setup.RecordForm, response: setup.StoredRecord },
  changeRecord: { method: 'put', path: '/records/{kind}/{id}', summary: 'Change a record', params: setup.OneRecordParams, body: setup.RecordChange, response: setup.StoredRecord },
  importRecords: { method: 'post', path: '/imports/{kind}', summary: 'Take in a CSV file, whole or not at all', params: setup.RecordParams, body: setup.ImportForm, response: setup.Imported },
} as const satisfies Record<string, Endpoint>;

export type EndpointName = keyof typeof ENDPOINTS;

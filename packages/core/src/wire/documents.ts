import type { Endpoints } from './endpoint.ts';
import { z } from 'zod';
import { DOCUMENT_KIND_NAMES } from '../documents/kinds.ts';
import { CreditNoteForm } from '../documents/credit-note/form.ts';
import { InvoiceForm } from '../documents/invoice/form.ts';
import { RefundForm } from '../documents/client-refund/form.ts';
import { WriteOffForm } from '../documents/write-off/form.ts';
import { OffsetForm } from '../documents/offset/form.ts';
import { JournalRow } from '../documents/journal/form.ts';
import { ById, AsOf, Cents, Day, Id, Month, Offset, Remark, Typed, Done } from '../shapes/values.ts';
import { LedgerLine } from '../reports/lists/shape.ts';

export const DocumentRow = z.object({
  id: Id,
  kind: z.enum(DOCUMENT_KIND_NAMES),
  number: z.string(),
  party: z.string().nullable(),
  project: z.string().nullable(),
  datedOn: Day,
  /** The first day it posts; later than its own where that lay in a locked month. */
  postedOn: Day,
  dueOn: Day.nullable(),
  grossCents: Cents,
  /** Not settled yet; zero for what needs no settling. */
  openCents: Cents,
  recordedAt: z.string(),
  recordedBy: z.string(),
  reversedBy: z.string().nullable(),
  reverses: z.string().nullable(),
  memo: z.string(),
});

/** What documents are put in order by; with a minus from large to small. */
const DOCUMENT_ORDERS = ['number', 'kind', 'party', 'dated', 'due', 'gross', 'open'] as const;
const DocumentOrder = z
  .enum([...DOCUMENT_ORDERS, ...DOCUMENT_ORDERS.map((order) => `-${order}` as const)])
  .default('-dated');
export type DocumentOrder = z.output<typeof DocumentOrder>;

export const DocumentsQuery = AsOf.extend({
  kind: z.enum(DOCUMENT_KIND_NAMES).optional(),
  /** Of all kinds that are open on an account until they are settled. */
  openOn: z.enum(['receivable', 'payable', 'supplier-deposits']).optional(),
  text: z.string().max(100).optional(),
  open: z.literal('yes').optional(),
  order: DocumentOrder,
  /** How many to pass over: the pages before. */
  offset: Offset,
});
/** A page of documents; `count` is of all that match. */
export const Documents = z.object({ rows: z.array(DocumentRow), more: z.boolean(), count: z.int() });

export const DocumentDetail = z.object({
  document: DocumentRow,
  lines: z.array(LedgerLine),
  /** The other document of each: `by` it this one is settled, or it is one `of` those that this one settles. */
  settlements: z.array(
    z.object({ documentId: Id, number: z.string(), datedOn: Day, amountCents: Cents, way: z.enum(['by', 'of']) }),
  ),
  /** When it was last sent to its client; null where it never was. */
  sentAt: z.string().nullable(),
  linked: z.object({ reversedById: Id.nullable(), reversesId: Id.nullable() }),
  /** Lines of it that were coded otherwise since: by which document, and where to. */
  recoded: z.array(z.object({ lineId: Id, documentId: Id, number: z.string(), to: z.string() })),
});

export const Reversal = z.strictObject({ postedOn: Typed, reason: Typed });
export const Posted = z.object({ id: Id, number: z.string() });

export const InvoicePreview = z.object({
  problems: z.array(Remark),
  workCents: Cents,
  taxCents: Cents,
  /** What the client holds back of it. */
  withheldCents: Cents,
  dueCents: Cents,
  contractCents: Cents,
  billedBeforeCents: Cents,
  leftAfterCents: Cents,
  earnedCents: Cents,
});
/** Money that settles a document, as typed. */
export const SettlementForm = z.strictObject({
  documentId: Id,
  paidOn: Typed,
  amount: Typed,
  /** True to post on the first open day what is dated in a locked month. */
  acceptWarnings: z.boolean().default(false),
});

/** Money that settles several documents at once. */
export const TogetherForm = z.strictObject({
  documentIds: z.array(Id).min(1).max(500),
  paidOn: Typed,
  /** Empty: all that is open of each. Else of one party, to what is due first. */
  amount: Typed,
  acceptWarnings: z.boolean().default(false),
});
export const PostedTogether = z.object({ documents: z.array(Posted) });

/** A journal posted at once: its lines as on the sheet. */
export const JournalForm = z.strictObject({
  postedOn: Typed,
  text: Typed,
  lines: z.array(JournalRow).max(500),
  /** True to post on the first open day what is dated in a locked month. */
  acceptWarnings: z.boolean().default(false),
});

export const MonthLock = z.strictObject({ through: Month.nullable(), reason: Typed });

// One a line.
// prettier-ignore
export const DOCUMENT_ENDPOINTS = {
  documents: { method: 'get', path: '/documents', may: 'read-books', summary: 'Posted documents, newest first', query: DocumentsQuery, response: Documents, reads: ['ledger', 'records'] },
  document: { method: 'get', path: '/documents/{id}', may: 'read-projects', about: { document: 'params.id' }, summary: 'One document with its lines', params: ById, response: DocumentDetail, reads: ['ledger', 'records'] },
  reverse: { method: 'post', path: '/documents/{id}/reversal', may: 'keep-books', summary: 'Reverse a document', params: ById, body: Reversal, response: Posted, makesStale: ['ledger'] },
  previewInvoice: { method: 'post', path: '/invoice-previews', may: 'keep-books', summary: 'What an invoice would bill', body: InvoiceForm, response: InvoicePreview, reads: ['ledger', 'plans', 'records', 'months'] },
  invoice: { method: 'post', path: '/invoices', may: 'keep-books', summary: 'Post a progress invoice', body: InvoiceForm, response: Posted, makesStale: ['ledger'] },
  receipt: { method: 'post', path: '/receipts', may: 'keep-books', summary: 'Record what a client paid', body: SettlementForm, response: Posted, makesStale: ['ledger'] },
  receiptTogether: { method: 'post', path: '/receipts/together', may: 'keep-books', summary: 'Record what a client paid of several invoices', body: TogetherForm, response: PostedTogether, makesStale: ['ledger'] },
  paymentTogether: { method: 'post', path: '/payments/together', may: 'keep-books', summary: 'Record that several bills were paid', body: TogetherForm, response: PostedTogether, makesStale: ['ledger'] },
  payment: { method: 'post', path: '/payments', may: 'keep-books', summary: 'Record what a supplier was paid', body: SettlementForm, response: Posted, makesStale: ['ledger'] },
  creditNote: { method: 'post', path: '/credit-notes', may: 'keep-books', summary: 'Credit an invoice, or a part of it', body: CreditNoteForm, response: Posted, makesStale: ['ledger'] },
  writeOff: { method: 'post', path: '/write-offs', may: 'keep-books', summary: 'Write off what a client will not pay of an invoice', body: WriteOffForm, response: Posted, makesStale: ['ledger'] },
  refund: { method: 'post', path: '/client-refunds', may: 'keep-books', summary: 'Pay back a credit or a deposit to a client', body: RefundForm, response: Posted, makesStale: ['ledger'] },
  offset: { method: 'post', path: '/offsets', may: 'keep-books', summary: 'Apply a credit to what is open with the same party', body: OffsetForm, response: Posted, makesStale: ['ledger'] },
  journal: { method: 'post', path: '/journals', may: 'keep-books', summary: 'Post a journal', body: JournalForm, response: Posted, makesStale: ['ledger'] },
  lockMonths: { method: 'put', path: '/month-lock', may: 'keep-books', summary: 'Lock months through one, or open them again', body: MonthLock, response: Done, makesStale: ['months'] },
} as const satisfies Endpoints;

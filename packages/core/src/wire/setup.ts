import type { Endpoints } from './endpoint.ts';
import { z } from 'zod';
import { MOST_SUM } from '../money/cents.ts';
import { LABOR_COSTS, OVER_BUDGET } from '../records/company-policy.ts';
import { DAY_ORDERS } from '../calendar/typed-date.ts';
import { RECORD_KIND_NAMES } from '../records/record-kinds.ts';
import { Again, Day, Id, IdText, Month, Typed, Done } from '../shapes/values.ts';

const MostMillionths = z.int().min(0, 'Give 0 or more.').max(10_000_000, 'Give at most 1,000 %.').nullable();
/** Above one somebody must say so, above the other never. */
const Tolerance = z
  .strictObject({ warnMillionths: MostMillionths, refuseMillionths: MostMillionths })
  .default({ warnMillionths: 0, refuseMillionths: null });

export const CompanyForm = z.strictObject({
  name: Typed,
  currency: z.string().regex(/^[A-Z]{3}$/, 'Give a currency as three letters, such as USD.'),
  fiscalYearStartMonth: z.int().min(1).max(12),
  /** Decimals of a percent that percent complete is kept to; null keeps all. */
  percentDecimals: z.int().min(0).max(4).nullable(),
  /** A forecast more than so many months old is marked in a recognition run; null for never. */
  forecastMonths: z.int().min(0).max(24).nullable().default(1),
  /** How days written in figures, such as 1/3, are read. */
  dayOrder: z.enum(DAY_ORDERS).default('month first'),
  /** Whether hours that people enter themselves need the approval of whoever leads the project. */
  approveHours: z.boolean().default(false),
  /** Whether goods are cost of their project when they are received, before they are billed. */
  accruesOnReceipt: z.boolean().default(false),
  /** How much more than ordered may be received or billed, and how much dearer, in millionths; null for no limit. */
  quantityTolerance: Tolerance,
  priceTolerance: Tolerance,
  overBudget: z.enum(OVER_BUDGET).default('warn'),
  /** Bills above it are approved by somebody else than who typed them, before they are posted; null for none. */
  approveBillsAboveCents: z.int().min(0, 'Give 0 or more.').max(MOST_SUM).nullable().default(null),
  laborCost: z.enum(LABOR_COSTS).default('trued up'),
  /** What a receipt may be short of the invoices it pays and is written off; 0 for nothing. */
  receiptDifferenceCents: z.int().min(0, 'Give 0 or more.').max(100_000, 'Give at most 1,000.00.').default(0),
  /** First month of the books; only when they are set up. */
  firstMonth: Month,
  /** Whether the books begin with a cost code for each cost type; only when they are set up. */
  starterCostCodes: z.boolean().default(false),
});

/** Characters of a picture as a data URL: some 300 KB. */
const MOST_OF_A_PICTURE = 400_000;

/** What the company's letters carry. */
export const Letterhead = z.strictObject({
  /** Lines, as they stand on an envelope. */
  address: z.string().max(400, 'Shorten it to 400 characters.'),
  /** Lines at the foot of an invoice: where it is to be paid to. */
  bankDetails: z.string().max(400, 'Shorten it to 400 characters.'),
  /** A PNG or JPEG as a data URL. */
  logo: z
    .string()
    .max(MOST_OF_A_PICTURE, 'Take a picture of at most 300 KB.')
    .regex(/^data:image\/(png|jpeg);base64,[A-Za-z0-9+/]+=*$/, 'Take a PNG or JPEG picture.')
    .nullable(),
  paper: z.enum(['letter', 'a4']),
  /** Two letters; for invoices sent as UBL. */
  country: z.string().regex(/^([A-Z]{2})?$/, 'Give a country as two letters, such as US.'),
  taxNumber: z.string().max(40, 'Shorten it to 40 characters.'),
});
/** The same as it is changed; what is left out of who is taxed where stays as it was. */
export const LetterheadChange = Letterhead.partial({ country: true, taxNumber: true });

export const RecordParams = z.strictObject({ kind: z.enum(RECORD_KIND_NAMES as [string, ...string[]]) });
export const OneRecordParams = RecordParams.extend({ id: IdText });

/** Field values as typed, by field name; `core/records/record-kinds.ts` has the fields. */
export const RecordFields = z.record(z.string().max(40), Typed);
/** True to take what deserves a second look, such as an estimate below what was spent already. */
const AcceptWarnings = z.boolean().default(false);
export const RecordForm = z.strictObject({ fields: RecordFields, acceptWarnings: AcceptWarnings });
export const RecordChange = z.strictObject({ version: z.int(), fields: RecordFields, acceptWarnings: AcceptWarnings });
export const RecordRow = z.object({ id: Id, version: z.int(), fields: RecordFields });
export const Records = z.object({ rows: z.array(RecordRow) });
/** A record as it was stored; what is dated in a locked month counts from the first open day. */
export const StoredRecord = RecordRow.extend({ countsFrom: Day.nullable() });

export const ImportForm = z.strictObject({ name: z.string().max(200), csv: z.string().max(4_000_000), again: Again });
export const Imported = z.object({ added: z.int(), changed: z.int() });

// One a line.
// prettier-ignore
export const SETUP_ENDPOINTS = {
  setUp: { method: 'post', path: '/company', may: 'run-company', summary: 'Set up the company with a starter chart', body: CompanyForm, response: Done, makesStale: ['ledger', 'records', 'months'] },
  changeCompany: { method: 'put', path: '/company', may: 'run-company', summary: 'Change the company', body: CompanyForm.omit({ firstMonth: true, starterCostCodes: true }), response: Done, makesStale: ['records'] },
  letterhead: { method: 'get', path: '/company/letterhead', may: 'read-books', summary: "What the company's letters carry", response: Letterhead, reads: ['records'] },
  changeLetterhead: { method: 'put', path: '/company/letterhead', may: 'run-company', summary: "Change what the company's letters carry", body: LetterheadChange, response: Done, makesStale: ['records'] },
  records: { method: 'get', path: '/records/{kind}', may: 'read-books', summary: 'All records of a kind', params: RecordParams, response: Records, reads: ['records', 'plans'] },
  addRecord: { method: 'post', path: '/records/{kind}', may: 'keep-books', summary: 'Add a record', params: RecordParams, body: RecordForm, response: StoredRecord, makesStale: ['records', 'plans', 'ledger'] },
  changeRecord: { method: 'put', path: '/records/{kind}/{id}', may: 'keep-books', summary: 'Change a record', params: OneRecordParams, body: RecordChange, response: StoredRecord, makesStale: ['records', 'plans', 'ledger'] },
  importRecords: { method: 'post', path: '/imports/{kind}', may: 'keep-books', summary: 'Import a CSV file, whole or not at all', params: RecordParams, body: ImportForm, response: Imported, makesStale: ['records', 'plans'] },
} as const satisfies Endpoints;

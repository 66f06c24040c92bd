import type { Endpoints } from './endpoint.ts';
import { z } from 'zod';
import { LABOR_COSTS, OVER_BUDGET } from '../records/company-policy.ts';
import { WAITING_KINDS } from '../people/waiting.ts';
import { OrderPolicyShape } from './sheet-basis.ts';
import { DAY_ORDERS } from '../calendar/typed-date.ts';
import { SHEET_KINDS } from '../documents/sheets.ts';
import { BudgetRow, BudgetTotals, LedgerLine } from '../reports/lists/shape.ts';
import { Position } from '../reports/projects/shape.ts';
import { ById, AsOf, Cents, Day, Id, IdText, Instant, Money, Month, Ratio } from '../shapes/values.ts';

/** The month looked at; left out, the current one. */
export const FrameQuery = AsOf.partial();

export const Frame = z.object({
  company: z
    .object({
      name: z.string(),
      currency: z.string(),
      fiscalYearStartMonth: z.int(),
      percentDecimals: z.int().nullable(),
      forecastMonths: z.int().nullable(),
      dayOrder: z.enum(DAY_ORDERS),
      approveHours: z.boolean(),
      orderPolicy: OrderPolicyShape,
      overBudget: z.enum(OVER_BUDGET),
      /** Bills above it are approved by somebody else than who typed them; null for none. */
      approveBillsAboveCents: Cents.nullable(),
      laborCost: z.enum(LABOR_COSTS),
      receiptDifferenceCents: Cents,
      lockedThrough: Month.nullable(),
    })
    .nullable(),
  through: Month,
  today: Day,
  user: z.string(),
  currentMonth: Month,
  recognizedThrough: Month.nullable(),
  ribbon: z.array(z.object({ month: Month, earnedCents: Cents, billedCents: Cents, locked: z.boolean() })),
  /** Cost lines that should name a project and a code. */
  strays: z.object({ count: z.int(), total: Cents }),
  ties: z.array(z.object({ name: z.string(), one: z.string(), other: z.string(), oneCents: Cents, otherCents: Cents })),
  /** Sheets waiting, by kind. */
  drafts: z.partialRecord(z.enum(SHEET_KINDS), z.int()),
});

const Coded = z.object({ id: Id, code: z.string(), name: z.string() });

/** What the pickers offer. */
export const Reference = z.object({
  suppliers: z.array(Coded),
  clients: z.array(Coded),
  employees: z.array(Coded),
  equipment: z.array(Coded),
  activities: z.array(Coded),
  projects: z.array(
    Coded.extend({
      kind: z.string(),
      status: z.string(),
      takesCost: z.boolean(),
      taxCode: z.string().nullable(),
      phases: z.array(Coded),
    }),
  ),
  costCodes: z.array(Coded.extend({ costType: z.string().nullable() })),
  accounts: z.array(Coded.extend({ postable: z.boolean() })),
  /** The bank, cards, cash: accounts that money is paid from. */
  paidFrom: z.array(Coded),
  taxCodes: z.array(Coded),
});

export const ProjectDetail = z.object({
  position: Position,
  method: z.string(),
  costTreatment: z.string(),
  startOn: Day,
  actualEndOn: Day.nullable(),
  siteAddress: z.string(),
  notes: z.string(),
  version: z.int(),
  costToComplete: Money,
  backlog: Money,
  profitAtCompletion: Money,
  profitToDate: Money,
  held: Money,
  override: z.object({ amountCents: Cents, month: Month, reason: z.string() }).nullable(),
  /** Month of the forecast that counts; null without one. */
  forecastMonth: Month.nullable(),
  budget: z.array(BudgetRow),
  budgetTotals: BudgetTotals,
  months: z.array(z.object({ month: Month, costCents: Cents, earnedCents: Cents, billedCents: Cents })),
  contractChanges: z.array(z.object({ effectiveOn: Day, amountCents: Cents, reason: z.string(), by: z.string() })),
});

export const FigureValue = z.object({
  figure: z.string(),
  title: z.string(),
  about: z.string(),
  kind: z.enum(['money', 'ratio', 'none']),
  amountCents: Cents.nullable(),
  ratio: Ratio.nullable(),
});

/** Of a query: which posted lines, in which order. */
export const LINES = {
  order: z.enum(['-day', 'day', '-amount', 'amount']).default('-day'),
  /** In a number, an account, a code, a party or a text. */
  text: z.string().max(100).default(''),
  /** Hidden: lines of one document that only move a coding's cost from one account to another, such as at recognition. */
  moves: z.enum(['shown', 'hidden']).default('shown'),
};

export const TraceQuery = z.strictObject({
  figure: z.string().max(200),
  known: Instant.optional(),
  /** Goes on after this line. */
  after: IdText.optional(),
  ...LINES,
});

/** Where a figure comes from: a formula with inputs, or the posted lines that add up to it. */
export const Trace = FigureValue.extend({
  formula: z.string(),
  inputs: z.array(
    z.object({
      label: z.string(),
      kind: z.enum(['money', 'ratio', 'none']),
      amountCents: Cents.nullable(),
      ratio: Ratio.nullable(),
      figure: z.string().nullable(),
    }),
  ),
  lines: z.array(LedgerLine),
  lineCount: z.int(),
  more: z.boolean(),
});

export const FiguresQuery = z.strictObject({ keys: z.string().max(4_000), known: Instant.optional() });
export const Figures = z.object({ figures: z.array(FigureValue) });

export const LedgerQuery = AsOf.extend({ project: IdText, after: IdText.optional(), ...LINES });
export const Ledger = z.object({ lines: z.array(LedgerLine), more: z.boolean() });

export const SearchQuery = z.strictObject({ text: z.string().max(100) });
export const SearchHits = z.object({
  hits: z.array(
    z.object({ kind: z.string(), id: Id, code: z.string(), name: z.string(), amountCents: Cents.nullable() }),
  ),
});

/** What waits for whoever asks, of what they may see; kinds of which nothing waits are left out. */
export const WaitingRows = z.object({
  rows: z.array(z.object({ what: z.enum(WAITING_KINDS), count: z.int(), amountCents: Cents.nullable() })),
});

// One a line.
// prettier-ignore
export const READING_ENDPOINTS = {
  frame: { method: 'get', path: '/frame', may: 'own-account', summary: 'Company, months, tie-outs, what waits', query: FrameQuery, response: Frame, reads: ['ledger', 'records', 'months', 'drafts'] },
  waiting: { method: 'get', path: '/waiting', may: 'own-account', summary: 'What waits for whoever asks, with its number and amount', response: WaitingRows, reads: ['messages', 'timesheets', 'recurring', 'drafts', 'ledger', 'plans', 'estimates', 'records'] },
  reference: { method: 'get', path: '/reference', may: 'read-projects', summary: 'What the pickers offer', response: Reference, reads: ['records'] },
  project: { method: 'get', path: '/projects/{id}', may: 'read-projects', about: { project: 'params.id' }, summary: 'One project', params: ById, query: AsOf, response: ProjectDetail, reads: ['ledger', 'plans', 'records', 'estimates'] },
  trace: { method: 'get', path: '/trace', may: 'read-projects', about: { figures: 'query.figure' }, summary: 'Where a figure comes from', query: TraceQuery, response: Trace, reads: ['ledger', 'plans', 'records'], isLong: true },
  figures: { method: 'get', path: '/figures', may: 'read-projects', about: { figures: 'query.keys' }, summary: 'Values of figures by key', query: FiguresQuery, response: Figures, reads: ['ledger', 'plans', 'records'] },
  ledger: { method: 'get', path: '/ledger', may: 'read-projects', about: { project: 'query.project' }, summary: 'Posted lines, newest first', query: LedgerQuery, response: Ledger, reads: ['ledger', 'records'] },
  search: { method: 'get', path: '/search', may: 'read-projects', summary: 'Find projects, parties and documents', query: SearchQuery, response: SearchHits, reads: ['ledger', 'records'] },
} as const satisfies Endpoints;

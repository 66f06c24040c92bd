import { z } from 'zod';
import { RETENTION_REDUCTIONS, RETENTION_SCOPES } from '../billing/retention-terms.ts';
import { APPLICATIONS_POST } from '../billing/schedule.ts';
import { WORK_KINDS } from '../billing/unbilled-work.ts';
import { documentId, employeeId, partyId, taxCodeId } from '../ledger/ids.ts';
import { Sheet } from '../documents/sheets.ts';
import { ById, Cents, Day, Done, Id, IdText, Month, ProjectNumber, Quantity, Ratio, Typed } from '../shapes/values.ts';
import type { Endpoints } from './endpoint.ts';

const NUMBER = { override: { type: 'integer', minimum: 1 } } as const;
const DocumentNumber = Id.transform(documentId).meta(NUMBER);
const Billed = z.object({ work: Cents, stored: Cents, withheld: Cents, released: Cents });

/** All that billing a project needs to know of it. */
export const ProjectBilling = z.object({
  project: ProjectNumber,
  client: Id.transform(partyId).meta(NUMBER).nullable(),
  termsDays: z.int(),
  taxCode: Id.transform(taxCodeId).meta(NUMBER).nullable(),
  isPriced: z.boolean(),
  contract: z.array(z.object({ agreedOn: Day, amount: Cents })).readonly(),
  schedule: z
    .array(
      z.object({
        ...{ number: z.int(), id: Id.nullable(), name: z.string(), origin: z.string(), value: Cents },
        ...{ agreedOn: Day.nullable(), billed: Billed, complete: Ratio.nullable() },
      }),
    )
    .readonly(),
  unscheduled: Billed,
  terms: z.object({
    steps: z.array(z.object({ from: z.int(), withheld: z.int() })).readonly(),
    ...{ stored: z.int().nullable(), by: z.enum(RETENTION_SCOPES), reduces: z.enum(RETENTION_REDUCTIONS) },
    ...{ dueDays: z.int().nullable(), withFinal: z.int().nullable() },
  }),
  posts: z.enum(APPLICATIONS_POST),
  held: z.array(z.object({ invoice: DocumentNumber, line: Id.nullable(), held: Cents })).readonly(),
  applications: z
    .array(
      z.object({
        ...{ id: DocumentNumber, number: z.string(), ordinal: z.int(), version: z.int(), through: Day },
        lines: z
          .array(z.object({ line: Id.nullable(), work: Cents, stored: Cents, mayExceed: z.boolean() }))
          .readonly(),
      }),
    )
    .readonly(),
  applied: z.int(),
  deposits: z
    .array(
      z.object({
        id: DocumentNumber,
        number: z.string(),
        net: Cents,
        gross: Cents,
        usedNet: Cents,
        usedGross: Cents,
        left: Cents,
      }),
    )
    .readonly(),
});

/** Projects that a sheet bills, by number; and those of applications, by the numbers typed. */
export const BillingsThereQuery = z.strictObject({
  projects: z.array(Id).max(2_000),
  applications: z.array(Typed).max(2_000),
  /** Clients whose open invoices it is read against, by number. */
  clients: z.array(Id).max(2_000).default([]),
  /** Projects whose unbilled work it bills, by number. */
  workedFor: z.array(Id).max(2_000).default([]),
});
export const UnbilledWork = z.object({
  ...{ id: Id, project: ProjectNumber, kind: z.enum(WORK_KINDS), doneOn: Day },
  employee: Id.transform(employeeId).meta(NUMBER).nullable(),
  ...{ name: z.string(), code: z.string(), quantity: Quantity, worth: Cents, left: Cents, isPriced: z.boolean() },
});
export const OpenReceivable = z.object({
  ...{ id: DocumentNumber, number: z.string(), client: Id.transform(partyId).meta(NUMBER), datedOn: Day, dueOn: Day },
  ...{ open: Cents, gross: Cents, tax: Cents },
  parts: z.array(z.object({ project: ProjectNumber.nullable(), amount: Cents })).readonly(),
});
export const BillingsThere = z.object({
  billings: z.array(ProjectBilling).readonly(),
  receivables: z.array(OpenReceivable).readonly(),
  unbilledWork: z.array(UnbilledWork).readonly(),
});

export const UnbilledWorkQuery = z.strictObject({ project: IdText });
/** Work of a project that is not billed yet, oldest first. */
export const UnbilledWorkAnswer = z.object({
  rows: z.array(UnbilledWork),
  leftCents: Cents,
  /** Hours for which no bill rate holds. */
  unpriced: z.int(),
});
/** Whether clients are billed for some work, decided after it was posted. */
export const MarkWork = z.strictObject({
  work: z.array(Id).min(1).max(2_000),
  isBillable: z.boolean(),
  reason: Typed,
});

export const ProjectBillingQuery = z.strictObject({ through: Month, project: IdText });
const ScheduledRow = z.object({
  ...{ number: z.int(), name: z.string(), origin: z.string(), valueCents: Cents },
  ...{ workCents: Cents, storedCents: Cents, billedCents: Cents, leftCents: Cents, heldCents: Cents },
  /** What its cost says of it, at most all of it; null where it has no budget lines. */
  complete: Ratio.nullable(),
});
/** Where the billing of a project stands: its schedule line by line, what is held back, what waits for an answer. */
export const ProjectBillingAnswer = z.object({
  ...{ contractCents: Cents, billedCents: Cents, leftCents: Cents, heldCents: Cents, openCents: Cents },
  /** Paid ahead by the client and not used yet. */
  depositLeftCents: Cents,
  /** Hours and costs of time and materials that are not billed yet. */
  unbilledWorkCents: Cents,
  /** Retention as it is typed; empty where nothing is held back. */
  retention: z.string(),
  /** Held back from subcontractors of the project. */
  heldFromSuppliersCents: Cents,
  lastPayment: z.object({ paidOn: Day, amountCents: Cents }).nullable(),
  lines: z.array(ScheduledRow),
  applications: z.array(
    z.object({
      ...{ documentId: Id, number: z.string(), ordinal: z.int(), version: z.int(), through: Day, askedCents: Cents },
      state: z.enum(['submitted', 'certified', 'corrected', 'taken back']),
      certifiedCents: Cents.nullable(),
      invoice: z.object({ documentId: Id, number: z.string() }).nullable(),
    }),
  ),
  invoices: z.array(
    z.object({
      ...{ documentId: Id, number: z.string(), datedOn: Day, dueOn: Day.nullable() },
      ...{ workCents: Cents, withheldCents: Cents, taxCents: Cents, dueCents: Cents, openCents: Cents },
      state: z.enum(['open', 'part paid', 'overdue', 'paid', 'taken back']),
    }),
  ),
});
const Point = z.object({ on: Day, netCents: Cents });
/** Who finances whom: to date by month, with the months that are expected. */
export const ProjectMoney = z.object({
  months: z.array(
    z.object({
      ...{
        month: Month,
        billed: Cents,
        received: Cents,
        paid: Cents,
        cost: Cents,
        net: Cents,
        isExpected: z.boolean(),
      },
    }),
  ),
  /** The most the company lent its client, and the deposit that would have avoided it. */
  lowest: Point.nullable(),
  depositCents: Cents,
  /** The same with what is expected. */
  lowestExpected: Point.nullable(),
  /** Days from due day to receipt, as this client pays. */
  delayDays: z.int(),
});
const Summary = z.object({
  ...{ original: Cents, changes: Cents, contract: Cents, toDate: Cents, withheld: Cents, earnedLessRetention: Cents },
  ...{ earlier: Cents, dueNow: Cents, tax: Cents, toPay: Cents, toFinish: Cents },
});
const Continued = z.object({
  ...{ number: z.int(), name: z.string(), origin: z.string(), value: Cents, workBefore: Cents, storedBefore: Cents },
  ...{ work: Cents, stored: Cents, withheldBefore: Cents, withheld: Cents },
});
/** What an application asks for, or an invoice bills of a schedule, line by line; and the versions of an application. */
export const BilledLines = z.object({
  summary: Summary,
  lines: z.array(Continued),
  versions: z.array(
    z.object({
      ...{ documentId: Id, number: z.string(), version: z.int(), state: z.string() },
      /** What it asks for otherwise than the version before it. */
      differences: z.array(z.object({ name: z.string(), beforeCents: Cents, nowCents: Cents })),
    }),
  ),
});
export const ApplicationSheetQuery = z.strictObject({ project: IdText, through: Month });
const BegunSheet = z.object({ sheet: Sheet });

// One a line.
// prettier-ignore
export const BILLING_ENDPOINTS = {
  projectMoney: { method: 'get', path: '/project-money', may: 'read-projects', about: { project: 'query.project' }, summary: 'What was billed, received, paid and cost for a project, month by month, and what is expected', query: ProjectBillingQuery, response: ProjectMoney, reads: ['ledger', 'plans', 'records', 'estimates'] },
  unbilledWork: { method: 'get', path: '/unbilled-work', may: 'read-projects', about: { project: 'query.project' }, summary: 'Work of a project that is not billed yet', query: UnbilledWorkQuery, response: UnbilledWorkAnswer, reads: ['ledger', 'records'] },
  markWork: { method: 'post', path: '/unbilled-work/marks', may: 'keep-books', summary: 'Say whether clients are billed for some work', body: MarkWork, response: Done, makesStale: ['ledger'] },
  billingsThere: { method: 'post', path: '/billings-there', may: 'keep-books', summary: 'What a sheet that bills is read against', body: BillingsThereQuery, response: BillingsThere, reads: ['ledger', 'plans', 'records', 'estimates'] },
  projectBilling: { method: 'get', path: '/project-billing', may: 'read-projects', about: { project: 'query.project' }, summary: 'Where the billing of a project stands', query: ProjectBillingQuery, response: ProjectBillingAnswer, reads: ['ledger', 'plans', 'records', 'estimates'] },
  billedLines: { method: 'get', path: '/documents/{id}/billed-lines', may: 'read-projects', about: { document: 'params.id' }, summary: 'What an application or invoice bills of its schedule, line by line', params: ById, response: BilledLines, reads: ['ledger'] },
  applicationSheet: { method: 'get', path: '/application-sheet', may: 'keep-books', summary: 'An application of a project with a row for every line of its schedule', query: ApplicationSheetQuery, response: BegunSheet, reads: ['ledger', 'plans', 'records', 'estimates'] },
  certificateSheet: { method: 'get', path: '/documents/{id}/certificate-sheet', may: 'keep-books', summary: 'A certificate of an application, as asked', params: ById, response: BegunSheet, reads: ['ledger', 'plans', 'records', 'estimates'] },
  correctedApplication: { method: 'get', path: '/documents/{id}/corrected-application', may: 'keep-books', summary: 'An application as it was asked, to be corrected', params: ById, response: BegunSheet, reads: ['ledger'] },
} as const satisfies Endpoints;

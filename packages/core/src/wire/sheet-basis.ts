import type { Endpoints } from './endpoint.ts';
import { z } from 'zod';
import { OVER_BUDGET } from '../records/company-policy.ts';
import { DAY_ORDERS } from '../calendar/typed-date.ts';
import { PAY_KINDS } from '../rates/pay.ts';
import { ACCOUNT_TYPES, ROLES, type Role } from '../ledger/account.ts';
import { COST_TYPES } from '../ledger/cost-type.ts';
import { accountId, activityId, documentId, equipmentId, partyId, taxCodeId } from '../ledger/ids.ts';
import { TAX_ON_RETENTION } from '../ledger/tax-code.ts';
import { COST_TREATMENTS, METHODS, PROJECT_KINDS, PROJECT_STATUSES } from '../ledger/project.ts';
import { EQUIPMENT_UNITS } from '../records/equipment.ts';
import { HourRates } from './rates.ts';
import { Position } from './position.ts';
import {
  Cents,
  CostCodeNumber,
  Day,
  EmployeeNumber,
  Id,
  Month,
  PhaseNumber,
  ProjectNumber,
  Quantity,
  Rate,
} from '../shapes/values.ts';

const NUMBER = { override: { type: 'integer', minimum: 1 } } as const;
const DocumentNumber = Id.transform(documentId).meta(NUMBER);
const AccountNumber = Id.transform(accountId).meta(NUMBER);
const PartyNumber = Id.transform(partyId).meta(NUMBER);
const TaxCodeNumber = Id.transform(taxCodeId).meta(NUMBER);
const EquipmentNumber = Id.transform(equipmentId).meta(NUMBER);
const ActivityNumber = Id.transform(activityId).meta(NUMBER);
const ROLE_NAMES = Object.keys(ROLES) as Role[];
const NAMED = { code: z.string(), name: z.string() };

/** What an hour costs or is billed at, from a day on, for whom and what it names. */
export const CostRule = z.object({
  id: Id,
  ...{ project: Id.optional(), client: Id.optional(), employee: Id.optional() },
  ...{ role: z.string().optional(), activity: z.string().optional() },
  effectiveOn: Day,
  rates: HourRates,
});

const ToleranceShape = z.object({ warnMillionths: z.int().nullable(), refuseMillionths: z.int().nullable() });
/** What the company holds bills against orders to. */
export const OrderPolicyShape = z.object({
  accruesOnReceipt: z.boolean(),
  quantity: ToleranceShape,
  price: ToleranceShape,
});

/** What any sheet is read against: whoever types works its preview out from it, by the code that posts. */
export const SheetBasis = z.object({
  currency: z.string(),
  lockedThrough: Month.nullable(),
  percentDecimals: z.int().nullable(),
  dayOrder: z.enum(DAY_ORDERS),
  /** The days that may be typed. */
  span: z.object({ first: Day, today: Day, last: Day }),
  /** The first day of the fiscal year that the books begin in. */
  yearBegins: Day,
  accounts: z.array(
    z.object({ id: AccountNumber, ...NAMED, type: z.enum(ACCOUNT_TYPES), role: z.enum(ROLE_NAMES).nullable() }),
  ),
  suppliers: z.array(z.object({ id: PartyNumber, ...NAMED, termsDays: z.int(), bills: z.int(), largestBill: Cents })),
  clients: z.array(z.object({ id: PartyNumber, ...NAMED, termsDays: z.int() })),
  employees: z.array(z.object({ id: EmployeeNumber, ...NAMED, jobRole: z.string(), usualHours: Quantity })),
  equipment: z.array(
    z.object({
      ...{ id: EquipmentNumber, ...NAMED, unit: z.enum(EQUIPMENT_UNITS) },
      rates: z.array(z.object({ effectiveOn: Day, rate: Rate })),
    }),
  ),
  activities: z.array(z.object({ id: ActivityNumber, ...NAMED })),
  costRules: z.array(CostRule),
  payrolls: z.array(
    z.object({
      id: DocumentNumber,
      number: z.string(),
      supplementTo: DocumentNumber.nullable(),
      from: Day,
      through: Day,
    }),
  ),
  projects: z.array(
    z.object({
      ...{ id: ProjectNumber, ...NAMED, kind: z.enum(PROJECT_KINDS), client: PartyNumber.nullable() },
      ...{ status: z.enum(PROJECT_STATUSES), method: z.enum(METHODS), costTreatment: z.enum(COST_TREATMENTS) },
      ...{ startOn: Day, actualEndOn: Day.nullable(), taxCode: TaxCodeNumber.nullable() },
      phases: z.array(z.object({ id: PhaseNumber, ...NAMED, parent: PhaseNumber.nullable() })),
    }),
  ),
  costCodes: z.array(z.object({ id: CostCodeNumber, ...NAMED, costType: z.enum(COST_TYPES).nullable() })),
  sites: z.array(z.object({ id: ProjectNumber, address: z.string() })),
  orderPolicy: OrderPolicyShape,
  overBudget: z.enum(OVER_BUDGET),
  receiptDifference: Cents,
  taxCodes: z.array(
    z.object({
      id: TaxCodeNumber,
      ...NAMED,
      rateMillionths: z.int(),
      recoverableMillionths: z.int(),
      onRetention: z.enum(TAX_ON_RETENTION),
    }),
  ),
});

/** Through the month the sheet is worked on in; the projects it names. */
export const ProjectStandsQuery = z.strictObject({ through: Month, projects: z.array(Id).max(2_000) });
export const ProjectStands = z.object({
  /** By coding, as sheets call one. */
  stands: z.array(
    z.object({
      coding: z.string(),
      budget: Cents,
      actual: Cents,
      committed: Cents,
      forecast: z.object({ estimate: Cents, approvedSince: Cents }).nullable(),
      ended: z.boolean(),
      ...{ isBudgeted: z.boolean(), isZeroMargin: z.boolean() },
    }),
  ),
  positions: z.array(Position),
});

/** Any day of the week that is looked at is its Monday. */
/** Of which days posted hours are asked. */
export const HoursThereQuery = z.strictObject({ from: Day, through: Day });
/** Hours posted for some days, that a sheet adds to, takes back, or is compared with. */
export const HoursThere = z.object({
  rows: z.array(
    z.object({
      ...{ employee: EmployeeNumber, workedOn: Day, coding: z.string().nullable(), pay: z.enum(PAY_KINDS) },
      activity: ActivityNumber.nullable(),
      ...{ hours: Quantity, cost: Cents, overhead: Cents, rule: z.int(), rate: Rate },
    }),
  ),
  /** Own equipment charged for them. */
  uses: z.array(
    z.object({
      ...{ equipment: EquipmentNumber, usedOn: Day, coding: z.string() },
      ...{ quantity: Quantity, cost: Cents, rate: Rate },
    }),
  ),
  /** Payrolls that have one of those days, with whom they and their supplements paid. */
  paid: z.array(
    z.object({
      ...{ id: DocumentNumber, number: z.string(), from: Day, through: Day },
      ...{ employees: z.array(EmployeeNumber), isInOneSum: z.boolean() },
    }),
  ),
});

// One a line.
// prettier-ignore
export const SHEET_BASIS_ENDPOINTS = {
  sheetBasis: { method: 'get', path: '/sheet-basis', may: 'keep-books', summary: 'What any sheet is read against', response: SheetBasis, reads: ['ledger', 'records', 'months'] },
  projectStands: { method: 'post', path: '/project-stands', may: 'keep-books', summary: 'Where the projects that a sheet names stand', body: ProjectStandsQuery, response: ProjectStands, reads: ['ledger', 'plans', 'records'] },
  hoursThere: { method: 'get', path: '/hours-there', may: 'keep-books', summary: 'Hours posted for a week', query: HoursThereQuery, response: HoursThere, reads: ['ledger'] },
} as const satisfies Endpoints;

import type { OpenReceivable } from '../billing/open-receivable.ts';
import type { UnbilledWork } from '../billing/unbilled-work.ts';
import type { ProjectBilling } from '../billing/schedule.ts';
import type { IsoDate } from '../calendar/iso-date.ts';
import type { DayOrder } from '../calendar/typed-date.ts';
import type { Month } from '../calendar/month.ts';
import type { Account } from '../ledger/account.ts';
import type { CostType } from '../ledger/cost-type.ts';
import type { ActivityId, CostCodeId, DocumentId, EmployeeId, EquipmentId, PartyId, ProjectId } from '../ledger/ids.ts';
import type { Project } from '../ledger/project.ts';
import type { Roles } from '../ledger/roles.ts';
import type { TaxCode } from '../ledger/tax-code.ts';
import type { Named } from '../lookup/lookup.ts';
import type { Cents } from '../money/cents.ts';
import type { PayKind } from '../rates/pay.ts';
import type { Quantity, Rate } from '../money/quantity.ts';
import type { Order } from '../orders/order.ts';
import type { OrderPolicy } from '../orders/tolerance.ts';
import type { BooksSpan } from '../months/books-span.ts';
import type { LockedThrough } from '../months/open-day.ts';
import type { LineStand } from '../progress/estimate-at-completion.ts';
import type { EffectiveRate } from '../rates/rate-on.ts';
import type { OverBudgetPolicy } from '../records/company-policy.ts';
import type { EquipmentUnit } from '../records/equipment.ts';
import type { RateBook, RateRule } from '../rates/applying-rule.ts';

export interface Party extends Named {
  readonly id: PartyId;
}

export interface Client extends Party {
  /** Days until an invoice is due that does not say when. */
  readonly termsDays: number;
}

export interface Supplier extends Party {
  /** Days until a bill is due that does not say when. */
  readonly termsDays: number;
  /** Largest bill so far and how many there were, counted no further than makes it "usual". */
  readonly bills: number;
  readonly largestBill: Cents;
}

export interface CostCode extends Named {
  readonly id: CostCodeId;
  /** What this kind of work usually is; null for a heading. */
  readonly costType: CostType | null;
}

export interface Employee extends Named {
  readonly id: EmployeeId;
  /** What they work as; empty where nobody said. */
  readonly jobRole: string;
  /** Hours of a usual week. */
  readonly usualHours: Quantity;
}

/** Own equipment, charged to projects at a rate. */
export interface Equipment extends Named {
  readonly id: EquipmentId;
  readonly unit: EquipmentUnit;
  readonly rates: readonly EffectiveRate[];
}

export interface Activity extends Named {
  readonly id: ActivityId;
}

/** A coding that has a budget line, cost or a forecast. */
export interface CodingStand extends LineStand {
  readonly isBudgeted: boolean;
  /** Its cost shows no progress, and earns itself. */
  readonly isZeroMargin: boolean;
}

/** Hours of somebody on a day that are posted already. */
export interface HoursThere {
  readonly employee: EmployeeId;
  readonly workedOn: IsoDate;
  /** `codingKey` of their coding; null for hours without a project. */
  readonly coding: string | null;
  readonly pay: PayKind;
  readonly activity: ActivityId | null;
  readonly hours: Quantity;
  /** What they cost, and of it the overhead, as posted; the latest rule and rate among them. */
  readonly cost: Cents;
  readonly overhead: Cents;
  readonly rule: number;
  readonly rate: Rate;
}

/** Own equipment that is charged to a project for a day already. */
export interface UseThere {
  readonly equipment: EquipmentId;
  readonly usedOn: IsoDate;
  /** `codingKey` of its coding. */
  readonly coding: string;
  readonly quantity: Quantity;
  readonly cost: Cents;
  readonly rate: Rate;
}

/** A payroll that counts, with its period. */
export interface PostedPayroll {
  readonly id: DocumentId;
  readonly number: string;
  /** The payroll whose days it adds to; null for one that has days of its own. */
  readonly supplementTo: DocumentId | null;
  readonly from: IsoDate;
  readonly through: IsoDate;
}

/** Whom a payroll with days of its own and its supplements paid. */
export interface PaidThere {
  readonly id: DocumentId;
  readonly number: string;
  readonly from: IsoDate;
  readonly through: IsoDate;
  readonly employees: readonly EmployeeId[];
  /** Everybody was paid in one sum. */
  readonly isInOneSum: boolean;
}

/** What any sheet is read against, whatever it names. */
export interface SheetBasis {
  readonly lockedThrough: LockedThrough;
  readonly currency: string;
  /** How days written in figures are read. */
  readonly dayOrder: DayOrder;
  /** The days that may be typed. */
  readonly span: BooksSpan;
  /** The first day of the fiscal year that the books begin in. */
  readonly yearBegins: IsoDate;
  readonly accounts: readonly Account[];
  readonly suppliers: readonly Supplier[];
  readonly clients: readonly Client[];
  readonly employees: readonly Employee[];
  readonly equipment: readonly Equipment[];
  readonly activities: readonly Activity[];
  /** What hours cost, whomever and whatever for. */
  readonly costRules: readonly RateRule[];
  /** Payrolls there are already. */
  readonly payrolls: readonly PostedPayroll[];
  readonly projects: readonly Project[];
  readonly costCodes: readonly CostCode[];
  readonly taxCodes: readonly TaxCode[];
  /** Where projects are, of those that say it. */
  readonly sites: readonly { readonly id: ProjectId; readonly address: string }[];
  readonly orderPolicy: OrderPolicy;
  readonly overBudget: OverBudgetPolicy;
  /** A receipt may be so much short of the invoices it pays: that is written off. */
  readonly receiptDifference: Cents;
}

/** What is withheld of a supplier's bills under no subcontract. */
export interface RetainedApart {
  readonly supplier: PartyId;
  readonly retained: Cents;
}

/** What reading a typed sheet needs to know of the books. */
export interface Catalog extends SheetBasis {
  readonly workingMonth: Month;
  readonly roles: Roles;
  readonly costRates: RateBook;
  /** Whom and what a week of hours may be of: people first. */
  readonly resources: readonly (Employee | Equipment)[];
  /** By `codingKey`; of the projects the sheet names. */
  readonly stands: ReadonlyMap<string, CodingStand>;
  /** Keys of bills that count: `billKey` of the numbers the sheet names, `billDayKey` of its days. */
  readonly knownBills: ReadonlySet<string>;
  /** Of the suppliers the sheet names, those with anything open; and those it names itself. */
  readonly orders: readonly Order[];
  /** What is withheld of those suppliers under no subcontract. */
  readonly retainedApart: readonly RetainedApart[];
  /** Of the projects it bills. */
  readonly billings: readonly ProjectBilling[];
  /** Unbilled work of the projects it bills by time and materials. */
  readonly unbilledWork: readonly UnbilledWork[];
  /** Open invoices of the clients it names. */
  readonly receivables: readonly OpenReceivable[];
  /** Of the days of the sheet. */
  readonly hoursThere: readonly HoursThere[];
  readonly usesThere: readonly UseThere[];
  /** Payrolls that have one of those days. */
  readonly paidThere: readonly PaidThere[];
}

import type { OpenReceivable } from '../billing/open-receivable.ts';
import type { UnbilledWork } from '../billing/unbilled-work.ts';
import type { ProjectBilling } from '../billing/schedule.ts';
import type { Month } from '../calendar/month.ts';
import type { Order } from '../orders/order.ts';
import { rateBook } from '../rates/applying-rule.ts';
import { rolesOf } from '../ledger/roles.ts';
import type { Catalog, CodingStand, HoursThere, PaidThere, RetainedApart, SheetBasis, UseThere } from './catalog.ts';

/** What of the books a sheet names, beside what any sheet is read against. */
export interface SheetNames {
  readonly workingMonth: Month;
  readonly stands: readonly (CodingStand & { readonly coding: string })[];
  readonly knownBills: readonly string[];
  readonly orders: readonly Order[];
  readonly retainedApart: readonly RetainedApart[];
  readonly billings: readonly ProjectBilling[];
  readonly receivables: readonly OpenReceivable[];
  readonly unbilledWork: readonly UnbilledWork[];
  readonly hoursThere: readonly HoursThere[];
  readonly usesThere: readonly UseThere[];
  readonly paidThere: readonly PaidThere[];
}

/** The catalog of a sheet, the same wherever its parts come from. */
export function catalogOf(basis: SheetBasis, { stands, knownBills, ...names }: SheetNames): Catalog {
  return {
    ...basis,
    ...names,
    roles: rolesOf(basis.accounts),
    costRates: rateBook(basis.costRules),
    resources: [...basis.employees, ...basis.equipment],
    stands: new Map(stands.map(({ coding, ...stand }) => [coding, stand])),
    knownBills: new Set(knownBills),
  };
}

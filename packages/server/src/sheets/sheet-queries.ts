import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { lastDay, type Month } from '@lowtide/core/calendar/month.ts';
import type { Catalog } from '@lowtide/core/documents/catalog.ts';
import { catalogOf } from '@lowtide/core/documents/catalog-of.ts';
import { numbersNamed } from '@lowtide/core/documents/billed-project.ts';
import { projectsNamed } from '@lowtide/core/documents/coding.ts';
import type { SheetReading } from '@lowtide/core/documents/sheet-reading.ts';
import { readSheet } from '@lowtide/core/documents/read-sheet.ts';
import { sheetKind, type Sheet } from '@lowtide/core/documents/sheets.ts';
import { ordersNamed, suppliersNamed } from '@lowtide/core/orders/line-in.ts';
import type { Db } from '../database/schema.ts';
import { unbilledWork } from '../billable-work/unbilled-work-queries.ts';
import { openReceivables } from '../schedules/receivable-queries.ts';
import { projectBillings, projectsOfApplications } from '../schedules/project-billing-queries.ts';
import { projects } from '../company/project-queries.ts';
import { paidThere } from '../labor/payroll-queries.ts';
import { ordersThere } from '../orders/order-queries.ts';
import { retainedApart } from '../orders/retention-queries.ts';
import { usesThere } from '../labor/equipment-use-queries.ts';
import { codingStands, hoursThere, knownBills, sheetBasis } from './sheet-basis-queries.ts';

/** A sheet as core reads it, with what it was read against. */
export interface ReadSheet {
  readonly known: Catalog;
  readonly reading: SheetReading;
}

/** The month a sheet is worked on in, and the day it is. */
export interface WorkedOn {
  readonly month: Month;
  readonly today: IsoDate;
}

/** Reads what the sheet needs of the books and has core decide. */
export async function sheetRead(db: Db, { month, today }: WorkedOn, sheet: Sheet): Promise<ReadSheet> {
  const kind = sheetKind(sheet.kind);
  const all = await projects(db);
  const basis = await sheetBasis(db, all, today);
  const scope = kind.scope(sheet, { near: lastDay(month), order: basis.dayOrder });
  const { worked, suppliers, orders } = scope;
  const named = suppliersNamed(suppliers, basis.suppliers);
  const there = await ordersThere(db, { suppliers: named, numbers: orders });
  const namedProjects = projectsNamed(sheet.rows, all, ordersNamed(there, orders));
  const billed = [...numbersNamed(scope.billed, all), ...(await projectsOfApplications(db, scope.applications))];
  const known = catalogOf(basis, {
    workingMonth: month,
    stands: await codingStands(
      db,
      month,
      namedProjects.map(({ id }) => id),
    ),
    knownBills: await knownBills(db, scope),
    orders: there,
    retainedApart: await retainedApart(db, named),
    billings: await projectBillings(db, billed),
    receivables: await openReceivables(db, numbersNamed(scope.clients, basis.clients)),
    unbilledWork: await unbilledWork(db, numbersNamed(scope.workedFor, all)),
    hoursThere: worked === null ? [] : await hoursThere(db, worked),
    usesThere: worked === null ? [] : await usesThere(db, worked),
    paidThere: worked === null ? [] : await paidThere(db, worked),
  });
  return { known, reading: readSheet(sheet, known) };
}

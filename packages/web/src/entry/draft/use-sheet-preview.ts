import { useEffect, useRef } from 'react';
import { lastDay, type Month } from '@lowtide/core/calendar/month.ts';
import { numbersNamed } from '@lowtide/core/documents/billed-project.ts';
import { projectsNamed } from '@lowtide/core/documents/coding.ts';
import type { SheetPreview } from '@lowtide/core/documents/preview.ts';
import { sheetKind, type Sheet } from '@lowtide/core/documents/sheets.ts';
import { ordersNamed, suppliersNamed } from '@lowtide/core/orders/line-in.ts';
import { useKnown } from '../../api/books-api.ts';
import { sheetReader, type ReadAgainst, type SheetReader } from '../../workers/sheet-reader.ts';

/** Works out what a sheet would post and do; null where what it is read against cannot be had. */
export type PreviewOf = (sheet: Sheet, knownBills: readonly string[]) => Promise<SheetPreview | null>;

const NO_STANDS: ReadAgainst['stands'] = { stands: [], positions: [] };
const NO_ORDERS: ReadAgainst['orders'] = { orders: [], retainedApart: [] };
const NO_BILLINGS: ReadAgainst['billed'] = { billings: [], receivables: [], unbilledWork: [] };
const NOTHING_THERE = { rows: [], uses: [], paid: [] };

/**
 * Previews by the code that posts. The books are asked only when a project or a week is named for the first time, or after
 * something was posted; what is typed meanwhile asks nothing.
 */
export function useSheetPreview(month: Month): PreviewOf {
  const basisOf = useKnown('sheetBasis');
  const standsOf = useKnown('projectStands');
  const hoursOf = useKnown('hoursThere');
  const ordersOf = useKnown('ordersThere');
  const billingsOf = useKnown('billingsThere');
  const known = useRef<{ hours: object; there: ReadAgainst['there'] }>({
    hours: NOTHING_THERE,
    there: { hoursThere: [], usesThere: [], paidThere: [] },
  });
  const reader = useRef<SheetReader | null>(null);
  useEffect(() => () => reader.current?.stop(), []);
  return async (sheet, knownBills) => {
    const basis = await basisOf({});
    if (basis === null) return null;
    const days = { near: lastDay(month), order: basis.dayOrder };
    const scope = sheetKind(sheet.kind).scope(sheet, days);
    const { worked, suppliers, orders: numbers } = scope;
    const asked = {
      suppliers: suppliersNamed(suppliers, basis.suppliers).toSorted((one, other) => one - other),
      numbers: [...new Set(numbers.map((number) => number.trim()).filter((number) => number !== ''))].toSorted(),
    };
    const asksNothing = asked.suppliers.length + asked.numbers.length === 0;
    const there = asksNothing ? NO_ORDERS : await ordersOf({ body: asked });
    if (there === null) return null;
    const named = projectsNamed(sheet.rows, basis.projects, ordersNamed(there.orders, numbers)).map(({ id }) =>
      Number(id),
    );
    const projects = named.toSorted((one, other) => one - other);
    const stands = projects.length === 0 ? NO_STANDS : await standsOf({ body: { through: month, projects } });
    const hours = worked === null ? NOTHING_THERE : await hoursOf({ query: worked });
    const billing = {
      projects: numbersNamed(scope.billed, basis.projects)
        .map(Number)
        .toSorted((one, other) => one - other),
      applications: scope.applications.map((number) => number.trim()).filter((number) => number !== ''),
      clients: numbersNamed(scope.clients, basis.clients)
        .map(Number)
        .toSorted((one, other) => one - other),
      workedFor: numbersNamed(scope.workedFor, basis.projects).map(Number),
    };
    const isBilling = billing.projects.length + billing.applications.length + billing.clients.length > 0;
    const billed = isBilling ? await billingsOf({ body: billing }) : NO_BILLINGS;
    if (stands === null || hours === null || billed === null) return null;
    if (hours !== known.current.hours) {
      known.current = { hours, there: { hoursThere: hours.rows, usesThere: hours.uses, paidThere: hours.paid } };
    }
    reader.current ??= sheetReader();
    const against = { month, basis, stands, orders: there, billed, there: known.current.there, knownBills };
    // Typing and keeping go on without a preview; posting checks everything again.
    return reader.current.preview(sheet, against).catch(() => null);
  };
}

import { isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { month } from '@lowtide/core/calendar/month.ts';
import { catalogOf } from '@lowtide/core/documents/catalog-of.ts';
import { numbersNamed } from '@lowtide/core/documents/billed-project.ts';
import { projectsNamed } from '@lowtide/core/documents/coding.ts';
import { sheetPreview } from '@lowtide/core/documents/preview.ts';
import { Sheet, sheetKind } from '@lowtide/core/documents/sheets.ts';
import { ordersNamed, suppliersNamed } from '@lowtide/core/orders/line-in.ts';
import { BillingsThere } from '@lowtide/core/wire/billing.ts';
import { OrdersThere } from '@lowtide/core/wire/orders.ts';
import { HoursThere, ProjectStands, SheetBasis } from '@lowtide/core/wire/sheet-basis.ts';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { anyHistory } from '../happening.test.support.ts';
import { LivedHistory } from '../history.test.support.ts';
import {
  smallCompany,
  billSheet,
  BLANK_BILL,
  GOOD_BILL,
  hoursSheet,
  workedDay,
  type TestApp,
} from '../small-company.test.support.ts';

const company = smallCompany();

const JOURNAL_ROW = {
  ...{ account: '', project: '', code: '', costType: '', party: '', employee: '' },
  ...{ debit: '', credit: '', text: '' },
};
const SHEETS: readonly unknown[] = [
  billSheet(
    GOOD_BILL,
    { ...GOOD_BILL, number: 'N-9', code: '31-100', net: '45,000' },
    {
      ...BLANK_BILL,
      supplier: 'FUEL',
      number: 'F-1',
      datedOn: '2027-01-20',
      project: 'DUNE',
      code: '31-250',
      net: '9',
    },
    { ...GOOD_BILL, number: '', project: 'nowhere' },
  ),
  hoursSheet(
    '2027-01-04',
    workedDay('E1', 'GATE', '31-100', '8'),
    workedDay('E2', 'BOAT', '31-100', '20'),
    workedDay('E9', 'GATE', '31-100', '8'),
  ),
  {
    ...{ kind: 'journal', datedOn: '2027-01-20', text: 'Moved' },
    rows: [
      { ...JOURNAL_ROW, account: '6100', debit: '120' },
      { ...JOURNAL_ROW, account: '1010', credit: '120' },
    ],
  },
];

/** What the browser works out: the parts of the catalog as they came over HTTP, joined and read by core. */
async function browserPreview(app: TestApp, typed: unknown, knownBills: readonly string[]) {
  const sheet = Sheet.parse(typed);
  const basis = SheetBasis.parse(await app.ask('/sheet-basis'));
  const days = { near: isoDate('2027-01-31'), order: basis.dayOrder };
  const scope = sheetKind(sheet.kind).scope(sheet, days);
  const { worked, suppliers, orders: numbers } = scope;
  const named = suppliersNamed(suppliers, basis.suppliers);
  const { orders, retainedApart } = OrdersThere.parse(
    await app.order('POST', '/orders-there', { suppliers: named, numbers }),
  );
  const projects = projectsNamed(sheet.rows, basis.projects, ordersNamed(orders, numbers)).map(({ id }) => id);
  const asked = { through: '2027-01', projects };
  const { stands, positions } = ProjectStands.parse(await app.order('POST', '/project-stands', asked));
  const hours =
    worked === null
      ? null
      : HoursThere.parse(await app.ask(`/hours-there?from=${worked.from}&through=${worked.through}`));
  const billed = {
    projects: numbersNamed(scope.billed, basis.projects),
    applications: scope.applications,
    clients: numbersNamed(scope.clients, basis.clients),
  };
  const { billings, receivables, unbilledWork } = BillingsThere.parse(
    await app.order('POST', '/billings-there', billed),
  );
  const names = {
    workingMonth: month('2027-01'),
    stands,
    knownBills,
    orders,
    retainedApart,
    billings,
    receivables,
    unbilledWork,
    hoursThere: hours?.rows ?? [],
    usesThere: hours?.uses ?? [],
    paidThere: hours?.paid ?? [],
  };
  const catalog = catalogOf(basis, names);
  return sheetPreview(sheetKind(sheet.kind).read(sheet, catalog), catalog, { positions, kept: basis.percentDecimals });
}

interface Kept {
  readonly id: number;
  readonly version: number;
  readonly preview: unknown;
  readonly knownBills: readonly string[];
}

test('whatever came before: what the browser previews is what the server previews', async () => {
  await fc.assert(
    fc.asyncProperty(anyHistory, async (history) => {
      const app = await company.open();
      try {
        const books = new LivedHistory(app);
        for (const happening of history) await books.live(happening);
        for (const sheet of SHEETS) {
          const kept = await app.order<Kept>('POST', '/drafts', { month: '2027-01', sheet });
          expect(await browserPreview(app, sheet, kept.knownBills)).toEqual(kept.preview);
        }
      } finally {
        await app.close();
      }
    }),
    { numRuns: Number(process.env['HISTORIES'] ?? 6) },
  );
});

test('a sheet that is kept without a preview tells only its head and the bills there are already', async () => {
  const app = await company.open();
  const first = await app.order<Kept>('POST', '/drafts', { month: '2027-01', sheet: billSheet(GOOD_BILL) });
  const posting = { month: '2027-01', version: first.version, acceptWarnings: true };
  await app.order('POST', `/drafts/${first.id}/posting`, posting);
  const again = { month: '2027-01', sheet: billSheet(GOOD_BILL), preview: false };
  const kept = await app.order<Kept>('POST', '/drafts', again);
  expect(kept).toMatchObject({
    sheet: null,
    preview: null,
    knownBills: [expect.stringContaining('/n-1'), expect.stringContaining(':800000')],
  });
  await app.close();
});

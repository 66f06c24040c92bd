import { billing, scheduled } from '../billing/billing.test.sample.ts';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { costCodeId, documentId, employeeId, orderLineId, partyId, phaseId } from '../ledger/ids.ts';
import { cents, sum } from '../money/cents.ts';
import { quantity, rate } from '../money/quantity.ts';
import type { Order } from '../orders/order.ts';
import { concern, wording } from '../problems/wording.ts';
import type { Catalog } from './catalog.ts';
import { GATE, SAMPLE } from './sample-catalog.test.sample.ts';
import { boundedPreview, readSheet } from './read-sheet.ts';
import type { SheetCells } from './sheet-cells.ts';
import { fileColumns, sheetsOfFile } from './sheet-file.ts';
import { SHEET_KINDS, sheetKind, type SheetKind } from './sheets.ts';

declare const process: { readonly env: Readonly<Record<string, string | undefined>> };

/** A long campaign tries more. */
const MUTANTS = Number(process.env['MUTANTS'] ?? 300);

const NOTHING = { quantity: quantity(0), net: cents(0) };
const STONE = { project: GATE.id, phase: phaseId(7), costCode: costCodeId(11), costType: 'material' as const };
const ORDER: Order = {
  ...{ id: documentId(70), number: 'PO-0001', kind: 'order', supplier: partyId(1), version: 1 },
  ...{ retentionMillionths: 0, deliverTo: '', isClosed: false, retained: cents(0) },
  lines: [
    {
      ...{ id: orderLineId(1), orderId: documentId(70), order: 'PO-0001', place: 1, supplier: partyId(1) },
      ...{ target: { kind: 'project', coding: STONE }, price: rate(800_000), unit: 't', text: 'Armor stone' },
      ...{ taxCode: null, wantedOn: null, retentionMillionths: 0 },
      ordered: { quantity: quantity(1_000_000), net: cents(800_000), cost: cents(800_000) },
      ...{ received: NOTHING, billed: { ...NOTHING, cost: cents(0) }, agreed: [], accruals: [], isClosed: false },
    },
  ],
};
const ASKED = { line: 10, work: cents(10_000), stored: cents(0), mayExceed: false };
const BILLING = billing([scheduled(1, 1_000, { withheld: 100 }), scheduled(2, 500)], {
  applications: [
    {
      ...{ id: documentId(80), number: 'APP-0001', ordinal: 1, version: 1, through: isoDate('2027-03-31') },
      lines: [ASKED],
    },
  ],
});
const OPEN = {
  ...{ id: documentId(90), number: 'INV-0001', client: partyId(50), open: cents(10_000) },
  ...{ gross: cents(10_000), tax: cents(588) },
  ...{ datedOn: isoDate('2027-03-01'), dueOn: isoDate('2027-03-31'), parts: [] },
};
const WORK = {
  ...{ id: 7, project: GATE.id, kind: 'hours' as const, doneOn: isoDate('2027-03-02'), employee: employeeId(1) },
  ...{ name: 'A. Brisk', code: '31-100', quantity: quantity(80_000), worth: cents(64_000), left: cents(64_000) },
  isPriced: true,
};
const CATALOG: Catalog = {
  ...SAMPLE,
  orders: [ORDER],
  billings: [BILLING],
  receivables: [OPEN],
  unbilledWork: [WORK],
  lockedThrough: null,
};

/** A line of a file that is taken as it is. */
const GOOD: { readonly [K in SheetKind]: SheetCells } = {
  bills: {
    supplier: 'STONE',
    number: 'N-1',
    datedOn: '2027-03-30',
    order: 'PO-0001/1',
    quantity: '40',
    net: '3,200.00',
  },
  orders: {
    ...{ supplier: 'STONE', datedOn: '2027-03-30', project: 'GATE', code: 'A/31-250', text: 'Stone' },
    ...{ quantity: '100', unit: 't', price: '80' },
  },
  subcontracts: {
    supplier: 'STONE',
    datedOn: '2027-03-30',
    project: 'GATE',
    code: 'A/31-250',
    net: '500',
    retention: '10',
  },
  goods: { datedOn: '2027-03-30', note: 'DN-1', line: 'PO-0001/1', quantity: '40' },
  hours: { weekOn: '2027-03-29', employee: 'E1', project: 'GATE', code: '31-100', mon: '8' },
  payroll: { from: '2027-03-01', through: '2027-03-14', paidOn: '2027-03-19', employee: 'E1', grossRegular: '2,400' },
  journal: { datedOn: '2027-03-30', account: '6100', debit: '5' },
  opening: { what: 'bill', credit: '5', party: 'STONE', number: 'N-2' },
  invoices: { datedOn: '2027-03-30', project: 'GATE', share: '30%' },
  applications: {
    datedOn: '2027-03-30',
    project: 'GATE',
    replaces: 'APP-0001',
    line: '1',
    percent: '40',
    stored: '100',
  },
  receipts: { client: 'COUNTY', paidOn: '2027-03-30', amount: '50', document: 'INV-0001' },
  'retention-invoices': { datedOn: '2027-03-30', project: 'GATE', amount: '10' },
  'deposit-invoices': { datedOn: '2027-03-30', project: 'GATE', amount: '10%' },
  'work-invoices': { datedOn: '2027-03-30', project: 'GATE', work: '7', bill: '600', reason: 'As agreed' },
  'plain-invoices': { datedOn: '2027-03-30', client: 'COUNTY', text: 'Report', amount: '50', account: '6100' },
  certificates: { application: 'APP-0001', line: '1', certified: '50', reason: 'Half' },
};

/** What files are damaged by: signs, letters, other separators, other codes, numbers too large, nothing. */
const damage = fc.oneof(
  fc.string({ maxLength: 12 }),
  fc.constantFrom('', '-', '1.234,56', '9'.repeat(30), '=1/0', '1e9', '-0', 'EUR 5', '€5', '2027-02-30', '3/30', '+10'),
  fc.constantFrom('STONE', 'PO-0001/1', 'PO-0001/9', 'PO-9', 'GATE', 'A/31-250', '31-000', '6100', '-40', '0.00001'),
  fc.constantFrom('\u0000', '\u202e5', '='.repeat(150), '((((((1', 'amount', 'cost', 'retention', 'earned'),
  fc.double().map(String),
);
const anyLine = (kind: SheetKind): fc.Arbitrary<SheetCells> =>
  fc
    .record(
      Object.fromEntries(fileColumns(kind).map(({ name }) => [name, fc.option(damage, { freq: 7, nil: undefined })])),
    )
    .map((change) => ({
      ...GOOD[kind],
      ...Object.fromEntries(
        Object.entries(change).flatMap(([name, typed]) => (typed === undefined ? [] : [[name, typed]])),
      ),
    }));

test.each(SHEET_KINDS)('a file of %s as it should be is taken, but for what must balance', (kind) => {
  const read = sheetsOfFile(kind, [GOOD[kind]], { near: isoDate('2027-03-31'), order: 'month first' });
  const problems = read.ok
    ? read.value.flatMap((sheet) => sheetKind(kind).read(sheet, CATALOG).problems)
    : read.problems;
  const balances = ['unbalanced-journal', 'unbalanced-opening'];
  expect(problems.filter((problem) => !balances.includes(problem.kind))).toEqual([]);
});

test.each(SHEET_KINDS)('a damaged file of %s is refused with reasons, or posts what balances', (kind) => {
  fc.assert(
    fc.property(fc.array(anyLine(kind), { minLength: 1, maxLength: 4 }), (lines) => {
      const sheets = sheetsOfFile(kind, lines, { near: isoDate('2027-03-31'), order: 'month first' });
      if (!sheets.ok) {
        for (const problem of sheets.problems) expect(wording(problem)).toMatch(/\S/);
        return;
      }
      for (const sheet of sheets.value) {
        const { postings, problems, warnings } = sheetKind(kind).read(sheet, CATALOG);
        for (const problem of problems) expect(wording(problem)).toMatch(/\S/);
        for (const warning of warnings) expect(concern(warning)).toMatch(/\S/);
        const entries = postings.flatMap((posting) => posting.entries);
        expect(sum([cents(0), ...entries.flatMap((entry) => entry.lines).map(({ amount }) => amount)])).toBe(0);
        // What has nothing wrong posts something.
        if (problems.length === 0) expect(postings.length).toBeGreaterThan(0);
      }
    }),
    { numRuns: MUTANTS },
  );
});

/** The largest rows that a sheet takes, each of somebody else where nobody may stand twice. */
const LARGEST: { readonly [K in SheetKind]?: SheetCells } = {
  bills: { net: '900,000,000,000', quantity: '100,000,000' },
  orders: { quantity: '', price: '', net: '900,000,000,000' },
  subcontracts: { net: '900,000,000,000' },
  payroll: { grossRegular: '900,000,000,000', employerTaxes: '900,000,000,000', benefits: '900,000,000,000' },
  journal: { debit: '900,000,000,000' },
  opening: { what: '6100', credit: '900,000,000,000', party: '', number: '' },
};
const MANY = 120;
const CROWD = Array.from({ length: MANY }, (_, place) => ({
  ...SAMPLE.employees[0]!,
  ...{ id: employeeId(1_000 + place), code: `C${place}`, name: `Person ${place}` },
}));

test.each(Object.keys(LARGEST) as SheetKind[])('%s of more than can be added up say so, and are shown', (kind) => {
  const catalog = { ...CATALOG, employees: [...CATALOG.employees, ...CROWD] };
  const lines = Array.from({ length: MANY }, (_, place) => ({
    ...{ ...GOOD[kind], ...LARGEST[kind] },
    ...(kind === 'payroll' ? { employee: `C${place}` } : {}),
    ...(kind === 'bills' ? { number: `N-${place}` } : {}),
  }));
  const sheets = sheetsOfFile(kind, lines, { near: isoDate('2027-03-31'), order: 'month first' });
  expect(sheets.ok).toBe(true);
  for (const sheet of sheets.ok ? sheets.value : []) {
    const reading = readSheet(sheet, catalog);
    expect(reading.problems.map((problem) => problem.kind)).toContain('sum-too-large');
    expect(boundedPreview(reading, catalog, { positions: [], kept: null }).problems.length).toBeGreaterThan(0);
  }
});

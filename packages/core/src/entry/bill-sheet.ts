import type { IsoDate } from '../calendar/iso-date.ts';
import { lastDay, monthOf } from '../calendar/month.ts';
import { difference, sum, type Cents } from '../money/cents.ts';
import { quantity } from '../money/quantity.ts';
import { billGross, type Bill, type BillLine } from '../posting/supplier-bill.ts';
import { isKeptByDocuments } from '../posting/general-journal.ts';
import type { Problem, Warning } from '../problems/problem.ts';
import { budgetWarnings } from './budget-warnings.ts';
import { lookUp, monthProblems, type Catalog, type Supplier } from './catalog.ts';
import { isFilled, readDay, readMoney } from './cells.ts';
import { readCoding } from './coding.ts';

/** One row of the batch sheet, as typed. A row without supplier, number, days and total goes on with the bill above it. */
export interface BillRow {
  readonly supplier: string;
  readonly number: string;
  readonly datedOn: string;
  readonly dueOn: string;
  /** Control total of the bill, tax included. */
  readonly total: string;
  readonly project: string;
  /** Cost code or `phase/cost code`; without a project, an account. */
  readonly code: string;
  readonly costType: string;
  readonly net: string;
  readonly tax: string;
  readonly text: string;
}

export const BILL_COLUMNS = [
  'supplier',
  'number',
  'datedOn',
  'dueOn',
  'total',
  'project',
  'code',
  'costType',
  'net',
  'tax',
  'text',
] as const satisfies readonly (keyof BillRow)[];

export interface BillSheet {
  /** Control total of the batch, tax included; empty for none. */
  readonly controlTotal: string;
  readonly rows: readonly BillRow[];
}

export interface ReadBill {
  readonly bill: Bill;
  readonly gross: Cents;
  readonly firstRow: number;
}

/** What a sheet says: the bills that can be read, what is wrong, and what deserves a second look. Post only without problems. */
export interface BillBatch {
  readonly bills: readonly ReadBill[];
  readonly entered: Cents;
  /** Control total − entered; null without a control total. */
  readonly missing: Cents | null;
  readonly problems: readonly Problem[];
  readonly warnings: readonly Warning[];
}

interface RowPlace {
  readonly row: BillRow;
  readonly place: number;
}

export function readBillSheet(sheet: BillSheet, catalog: Catalog): BillBatch {
  const problems: Problem[] = [];
  const warnings: Warning[] = [];
  const groups = billGroups(sheet.rows);
  if (groups.length === 0) problems.push({ at: 'rows', kind: 'nothing-entered' });
  const bills = groups.flatMap((group) => {
    const before = problems.length;
    const read = readBill(group, catalog, problems);
    return read && problems.length === before ? [read] : [];
  });
  problems.push(...duplicates(bills, catalog));
  for (const read of bills) warnings.push(...billWarnings(read, catalog));
  warnings.push(...budgetWarnings(costsOf(bills), catalog));
  const entered = sum(bills.map(({ gross }) => gross));
  const missing = missingTotal(sheet.controlTotal, entered, problems);
  return { bills, entered, missing, problems, warnings };
}

/** Consecutive rows of one bill. Rows with nothing in them are passed over. */
function billGroups(rows: readonly BillRow[]): readonly (readonly RowPlace[])[] {
  const groups: RowPlace[][] = [];
  rows.forEach((row, place) => {
    if (BILL_COLUMNS.every((column) => row[column].trim() === '')) return;
    const head = groups.at(-1)?.[0]?.row;
    const sameBill =
      head !== undefined &&
      (row.supplier.trim() === '' || row.supplier.trim() === head.supplier.trim()) &&
      (row.number.trim() === '' || row.number.trim() === head.number.trim());
    if (sameBill) groups.at(-1)?.push({ row, place });
    else groups.push([{ row, place }]);
  });
  return groups;
}

function readBill(group: readonly RowPlace[], catalog: Catalog, problems: Problem[]): ReadBill | undefined {
  const head = group[0];
  if (!head) return undefined;
  const { row, place } = head;
  const supplier = readSupplier(row, place, catalog, problems);
  const at = (column: keyof BillRow): string => `rows/${place}/${column}`;
  isFilled({ typed: row.number, at: at('number') }, 'the bill number', problems);
  if (row.number.length > 40) problems.push({ at: at('number'), kind: 'too-long', field: 'the bill number', most: 40 });
  const days = readDays(row, place, catalog, problems);
  const lines = group.flatMap((each) => readLine(each, catalog, problems) ?? []);
  const control = row.total.trim() === '' ? undefined : readMoney({ typed: row.total, at: at('total') }, problems);
  if (!supplier || !days || lines.length < group.length) return undefined;
  const bill: Bill = { supplier: supplier.id, number: row.number.trim(), ...days, lines };
  const gross = billGross(bill);
  if (control !== undefined && control !== gross) {
    problems.push({ at: at('total'), kind: 'control-total-off', control, entered: gross });
  }
  return { bill, gross, firstRow: place };
}

function readSupplier(row: BillRow, place: number, catalog: Catalog, problems: Problem[]): Supplier | undefined {
  const cell = { typed: row.supplier, at: `rows/${place}/supplier` };
  if (!isFilled(cell, 'the supplier', problems)) return undefined;
  return lookUp(catalog.suppliers, { ...cell, subject: 'supplier' }, problems);
}

function readDays(
  row: BillRow,
  place: number,
  catalog: Catalog,
  problems: Problem[],
): { readonly datedOn: IsoDate; readonly dueOn: IsoDate } | undefined {
  const datedCell = { typed: row.datedOn, at: `rows/${place}/datedOn` };
  if (!isFilled(datedCell, 'the date', problems)) return undefined;
  const datedOn = readDay(datedCell, lastDay(catalog.workingMonth), problems);
  if (!datedOn) return undefined;
  problems.push(...monthProblems(datedOn, catalog.lockedThrough, datedCell.at));
  const dueCell = { typed: row.dueOn, at: `rows/${place}/dueOn` };
  const dueOn = row.dueOn.trim() === '' ? datedOn : readDay(dueCell, datedOn, problems);
  if (dueOn && dueOn < datedOn) {
    problems.push({ at: dueCell.at, kind: 'days-out-of-order', earlier: 'the bill date', later: 'the due date' });
  }
  return dueOn && { datedOn, dueOn };
}

function readLine({ row, place }: RowPlace, catalog: Catalog, problems: Problem[]): BillLine | undefined {
  const at = `rows/${place}`;
  const target =
    row.project.trim() === '' ? readAccount(row, at, catalog, problems) : readProject(row, at, catalog, problems);
  const netCell = { typed: row.net, at: `${at}/net` };
  const net = isFilled(netCell, 'the net amount', problems) ? readMoney(netCell, problems) : undefined;
  const taxCell = { typed: row.tax, at: `${at}/tax`, subject: 'tax code' as const };
  const taxCode = row.tax.trim() === '' ? null : lookUp(catalog.taxCodes, taxCell, problems);
  if (row.text.length > 200) problems.push({ at: `${at}/text`, kind: 'too-long', field: 'the text', most: 200 });
  if (target === undefined || net === undefined || taxCode === undefined) return undefined;
  return { target, net, quantity: quantity(0), taxCode, text: row.text.trim() };
}

function readProject(row: BillRow, at: string, catalog: Catalog, problems: Problem[]): BillLine['target'] | undefined {
  const read = readCoding(row, at, catalog, problems);
  return read && { kind: 'project', project: read.project, coding: read.coding };
}

function readAccount(row: BillRow, at: string, catalog: Catalog, problems: Problem[]): BillLine['target'] | undefined {
  const cell = { typed: row.code, at: `${at}/code` };
  if (!isFilled(cell, 'the project, or the account,', problems)) return undefined;
  const account = lookUp(catalog.accounts, { ...cell, subject: 'account' }, problems);
  if (account && isKeptByDocuments(account)) {
    problems.push({ at: cell.at, kind: 'control-account', account: account.code });
    return undefined;
  }
  return account && { kind: 'account', account: account.id };
}

function duplicates(bills: readonly ReadBill[], catalog: Catalog): readonly Problem[] {
  const seen = new Set(catalog.billNumbers);
  return bills.flatMap(({ bill, firstRow }) => {
    const key = billKey(bill);
    const known = seen.has(key);
    seen.add(key);
    const supplier = catalog.suppliers.find(({ id }) => id === bill.supplier)?.name ?? '';
    return known
      ? [{ at: `rows/${firstRow}/number`, kind: 'duplicate-bill' as const, supplier, number: bill.number }]
      : [];
  });
}

/** What makes a bill the same bill: its supplier and number. */
export function billKey({ supplier, number }: Pick<Bill, 'supplier' | 'number'>): string {
  return `${supplier}/${number.toLowerCase()}`;
}

const USUAL_AFTER_BILLS = 3;
const UNUSUAL_FACTOR = 3;

function billWarnings({ bill, gross, firstRow }: ReadBill, catalog: Catalog): readonly Warning[] {
  const found: Warning[] = [];
  const supplier = catalog.suppliers.find(({ id }) => id === bill.supplier);
  if (supplier && supplier.bills >= USUAL_AFTER_BILLS && gross > UNUSUAL_FACTOR * supplier.largestBill) {
    const { name, largestBill: largest } = supplier;
    found.push({ at: `rows/${firstRow}/net`, kind: 'unusual-amount', supplier: name, largest, amount: gross });
  }
  const month = monthOf(bill.datedOn);
  if (month !== catalog.workingMonth) found.push({ at: `rows/${firstRow}/datedOn`, kind: 'other-month', month });
  return found;
}

function costsOf(bills: readonly ReadBill[]) {
  return bills.flatMap(({ bill, firstRow }) =>
    bill.lines.flatMap(({ target, net }, line) =>
      target.kind === 'project' ? [{ ...target, cost: net, at: `rows/${firstRow + line}/code` }] : [],
    ),
  );
}

function missingTotal(typed: string, entered: Cents, problems: Problem[]): Cents | null {
  if (typed.trim() === '') return null;
  const control = readMoney({ typed, at: 'controlTotal' }, problems);
  if (control === undefined) return null;
  if (control !== entered) problems.push({ at: 'controlTotal', kind: 'control-total-off', control, entered });
  return difference(control, entered);
}

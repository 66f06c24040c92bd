import type { IsoDate } from '../../calendar/iso-date.ts';
import { sum, ZERO, type Cents } from '../../money/cents.ts';
import { quantity } from '../../money/quantity.ts';
import { following, problemsOf, type Decision } from '../../problems/decision.ts';
import type { Problem } from '../../problems/problem.ts';
import type { BilledProject } from '../billed-project.ts';
import type { Catalog } from '../catalog.ts';
import { dayWarnings } from '../day-warnings.ts';
import type { Posting } from '../posting.ts';
import type { Follow, SheetReading } from '../sheet-reading.ts';
import { filledRows, sheetDay } from '../typed-sheet.ts';

interface DatedRows<Row> {
  readonly datedOn: string;
  readonly rows: readonly Row[];
}

/** What a row is read on, and against. */
export interface RowOn {
  readonly place: number;
  readonly day: IsoDate;
  readonly catalog: Catalog;
}

/** How the rows of a sheet become invoices. */
interface InvoiceRows<Row, Read> {
  readonly read: (row: Row, on: RowOn) => Decision<Read>;
  readonly posting: (read: Read, datedOn: IsoDate) => Posting;
  readonly amountOf: (read: Read) => Cents;
  readonly follows: (row: Row, place: number, read: Decision<Read> | undefined) => readonly Follow[];
  /** What is wrong with rows beside each other. */
  readonly together?: (read: readonly Read[]) => readonly Problem[];
}

/** A sheet on which every row is an invoice of its own, all of one day; with what each row was read as. */
export function readInvoiceRows<Row extends Readonly<Record<string, string>>, Read>(
  sheet: DatedRows<Row>,
  catalog: Catalog,
  of: InvoiceRows<Row, Read>,
): { readonly reading: SheetReading; readonly read: readonly Read[] } {
  const filled = filledRows(sheet.rows);
  const datedOn = sheetDay(sheet.datedOn, 'the date', catalog);
  const rows = filled.map(({ row, place }) => following(datedOn, (day) => of.read(row, { place, day, catalog })));
  const read = rows.flatMap((row) => (row.ok ? [row.value] : []));
  const reading = {
    postings: datedOn.ok ? read.map((each) => of.posting(each, datedOn.value)) : [],
    costs: [],
    entered: sum([ZERO, ...read.map(of.amountOf)]),
    missing: null,
    hours: quantity(0),
    follows: filled.flatMap(({ row, place }, index) => of.follows(row, place, rows[index])),
    problems: [
      ...(filled.length === 0 ? [{ at: 'rows', kind: 'nothing-entered' } as const] : []),
      ...problemsOf(datedOn),
      ...(datedOn.ok ? rows.flatMap(problemsOf) : []),
      ...(of.together?.(read) ?? []),
    ],
    warnings: datedOn.ok ? dayWarnings(datedOn.value, 'datedOn', catalog) : [],
  };
  return { reading, read };
}

interface OfProject {
  readonly place: number;
  readonly billed: BilledProject;
}

/** Of one project there is one row in a sheet: the second would not know of the first. */
export function projectTwice(read: readonly OfProject[]): readonly Problem[] {
  return read.flatMap(({ place, billed }, index): readonly Problem[] =>
    read.slice(0, index).some((other) => other.billed.billing.project === billed.billing.project)
      ? [{ at: `rows/${place}/project`, kind: 'line-twice' }]
      : [],
  );
}

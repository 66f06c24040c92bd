import type { z } from 'zod';
import { mondayOf } from '@lowtide/core/calendar/iso-date.ts';
import type { Month } from '@lowtide/core/calendar/month.ts';
import { readBillSheet, type BillBatch } from '@lowtide/core/entry/bill-sheet.ts';
import type { CodedCost } from '@lowtide/core/entry/budget-warnings.ts';
import type { Catalog } from '@lowtide/core/entry/catalog.ts';
import { projectsNamed } from '@lowtide/core/entry/coding.ts';
import { readHoursSheet, type HoursWeek } from '@lowtide/core/entry/hours-sheet.ts';
import type { JournalEntry } from '@lowtide/core/ledger/journal-entry.ts';
import { sum, type Cents } from '@lowtide/core/money/cents.ts';
import { extension } from '@lowtide/core/money/quantity.ts';
import { hoursWorked, type WorkedHours } from '@lowtide/core/posting/hours-worked.ts';
import { supplierBill } from '@lowtide/core/posting/supplier-bill.ts';
import type { Problem, Warning } from '@lowtide/core/problems/problem.ts';
import type { Sheet } from '@lowtide/core/wire/entry.ts';
import type { Db } from '../database/schema.ts';
import type { Posting } from '../journal/post-document-queries.ts';
import { projects } from '../projects/project-queries.ts';
import { catalog } from './catalog-queries.ts';

export type TypedSheet = z.output<typeof Sheet>;

/** A document a sheet would post; hours also keep their rates. */
export type SheetPosting = Posting & { readonly worked: readonly WorkedHours[] };

/** A sheet, read: what it posts, what it costs where, what is wrong. */
export interface ReadSheet {
  readonly catalog: Catalog;
  readonly postings: readonly SheetPosting[];
  readonly costs: readonly CodedCost[];
  readonly entered: Cents;
  readonly missing: Cents | null;
  readonly hours: HoursWeek['hours'];
  readonly problems: readonly Problem[];
  readonly warnings: readonly Warning[];
}

/** Reads what the sheet needs of the books and has core decide. */
export async function readSheet(db: Db, month: Month, sheet: TypedSheet): Promise<ReadSheet> {
  const all = await projects(db);
  const billNumbers = sheet.kind === 'bills' ? sheet.rows.map(({ number }) => number.trim()).filter(Boolean) : [];
  const known = await catalog(db, month, { all, named: projectsNamed(sheet.rows, all), billNumbers });
  return sheet.kind === 'bills' ? billsRead(sheet, known) : hoursRead(sheet, known);
}

function billsRead(sheet: Extract<TypedSheet, { kind: 'bills' }>, known: Catalog): ReadSheet {
  const batch = readBillSheet(sheet, known);
  return {
    catalog: known,
    postings: billPostings(sheet, batch, known),
    costs: batch.bills.flatMap(({ bill }) => costsOfEntry(supplierBill(known.roles, bill), known)),
    entered: batch.entered,
    missing: batch.missing,
    hours: 0 as HoursWeek['hours'],
    problems: batch.problems,
    warnings: batch.warnings,
  };
}

function billPostings(
  sheet: Extract<TypedSheet, { kind: 'bills' }>,
  batch: BillBatch,
  known: Catalog,
): readonly SheetPosting[] {
  return batch.bills.map(({ bill, gross, firstRow }) => ({
    kind: 'bill',
    number: bill.number,
    party: bill.supplier,
    project: null,
    datedOn: bill.datedOn,
    dueOn: bill.dueOn,
    gross,
    memo: bill.lines[0]?.text ?? '',
    body: { rows: sheet.rows.slice(firstRow, firstRow + bill.lines.length) },
    reverses: null,
    entries: [supplierBill(known.roles, bill)],
    worked: [],
  }));
}

function hoursRead(sheet: Extract<TypedSheet, { kind: 'hours' }>, known: Catalog): ReadSheet {
  const weekOn = mondayOf(sheet.weekOn);
  const week = readHoursSheet({ ...sheet, weekOn }, known);
  const entries = hoursWorked(known.roles, week.worked);
  const gross = sum(week.worked.map(({ hours, rate }) => extension(hours, rate)));
  const posting: SheetPosting = {
    kind: 'hours',
    number: `Week of ${weekOn}`,
    party: null,
    project: null,
    datedOn: weekOn,
    dueOn: null,
    gross,
    memo: `${new Set(week.worked.map(({ employee }) => employee)).size} people`,
    body: sheet,
    reverses: null,
    entries,
    worked: week.worked,
  };
  return {
    catalog: known,
    postings: entries.length > 0 ? [posting] : [],
    costs: entries.flatMap((entry) => costsOfEntry(entry, known)),
    entered: gross,
    missing: null,
    hours: week.hours,
    problems: week.problems,
    warnings: week.warnings,
  };
}

/** The cost lines of an entry with their projects, so that effects count what is posted, tax included. */
function costsOfEntry(entry: JournalEntry, known: Catalog): readonly CodedCost[] {
  return entry.lines.flatMap(({ project, phase, costCode, costType, amount }) => {
    const of = known.projects.find(({ id }) => id === project);
    if (!of || costCode === null || costType === null) return [];
    return [{ project: of, coding: { project: of.id, phase, costCode, costType }, cost: amount, at: '' }];
  });
}

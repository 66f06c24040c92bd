import { billedSoFar, heldOf, scheduleOn, type ProjectBilling } from '../../billing/schedule.ts';
import { releasedValues } from '../../billing/released-values.ts';
import type { IsoDate } from '../../calendar/iso-date.ts';
import { lastDay } from '../../calendar/month.ts';
import { ifFilled, moneyIn, required, textIn, type Cell } from '../../cells/cell.ts';
import { taxOnRelease } from '../../ledger/tax-code.ts';
import { lookedUp } from '../../lookup/lookup.ts';
import { cents, ZERO, type Cents } from '../../money/cents.ts';
import { dollars } from '../../money/dollars.ts';
import { openDayFrom } from '../../months/open-day.ts';
import { accepted, following, gathered, mapped, refused, type Decision } from '../../problems/decision.ts';
import { taxCodeOf, type BilledProject } from '../billed-project.ts';
import type { Catalog } from '../catalog.ts';
import { dueIn } from '../invoice/due.ts';
import { projectTwice, readInvoiceRows, type RowOn } from '../invoice/invoice-rows.ts';
import type { Posting } from '../posting.ts';
import type { Follow, SheetReading } from '../sheet-reading.ts';
import type { RetentionRow, RetentionSheet } from './form.ts';
import { retentionBilled } from './post.ts';
import { followsOf } from '../typed-sheet.ts';

interface ReadRelease {
  readonly place: number;
  readonly billed: BilledProject;
  readonly amount: Cents;
  readonly tax: Cents;
  readonly dueOn: IsoDate;
  readonly text: string;
}

/** What clients release of what they hold back: one invoice a row. */
export function readRetentionSheet(sheet: RetentionSheet, catalog: Catalog): SheetReading {
  return readInvoiceRows(sheet, catalog, {
    read: releaseIn,
    posting: (read, datedOn) => posting(read, { datedOn, sheet }, catalog),
    amountOf: ({ amount }) => amount,
    follows: (row, place, read) => followsIn(row, read, { place, catalog }),
    together: projectTwice,
  }).reading;
}

/** What the client of a project holds back now. */
export function heldBack(billing: ProjectBilling, day: IsoDate): Cents {
  return heldOf(billedSoFar(scheduleOn(billing, day)));
}

function releaseIn(row: RetentionRow, { place, day, catalog }: RowOn): Decision<ReadRelease> {
  const cell = (column: keyof RetentionRow): Cell => ({ typed: row[column], at: `rows/${place}/${column}` });
  const billed = heldProject(cell('project'), catalog);
  const billing = billed.ok ? billed.value.billing : null;
  const held = billing === null ? ZERO : heldBack(billing, day);
  const taxCode = taxCodeOf(cell('taxCode'), billing, catalog);
  const read = gathered({
    ...{ billed, taxCode, text: textIn(cell('text'), 'the text', 400) },
    dueOn: dueIn(cell('dueOn'), { near: day, order: catalog.dayOrder }, billing?.termsDays ?? 0),
    amount: following(billed, () =>
      following(ifFilled(cell('amount'), held, moneyIn), (amount) => partOf(amount, held, cell('amount').at)),
    ),
  });
  return mapped(read, ({ taxCode: code, ...rest }) => ({ ...rest, place, tax: taxOnRelease(code, rest.amount) }));
}

/** A closed project is settled too: what is still held back of it is released. */
function heldProject(cell: Cell, { projects, billings }: Catalog): Decision<BilledProject> {
  return following(
    required(cell, 'the project', (typed) => lookedUp(projects, typed, 'project')),
    (project) => {
      const billing = billings.find((each) => each.project === project.id);
      return billing === undefined || billing.client === null
        ? refused({ at: cell.at, kind: 'client-needed', project: project.code })
        : accepted({ billing, client: billing.client });
    },
  );
}

function partOf(amount: Cents, held: Cents, at: string): Decision<Cents> {
  if (amount <= 0) return refused({ at, kind: 'number-not-positive', field: 'what is released' });
  return amount > held ? refused({ at, kind: 'over-held', held, asked: amount }) : accepted(amount);
}

function posting(
  { billed: { billing, client }, amount, tax, dueOn, text, place }: ReadRelease,
  { datedOn, sheet }: { readonly datedOn: IsoDate; readonly sheet: RetentionSheet },
  { roles, lockedThrough }: Catalog,
): Posting {
  const { project } = billing;
  const entry = retentionBilled(roles, { client, project, postedOn: openDayFrom(datedOn, lockedThrough), amount, tax });
  return {
    ...{ kind: 'client-retention', number: null, party: client, project, datedOn, dueOn },
    ...{ gross: cents(amount + tax), memo: text, entries: [entry] },
    body: { form: { ...sheet, rows: [sheet.rows[place]] }, figures: { released: amount, tax } },
    effects: [{ kind: 'billed-values', project, values: releasedValues(billing.held, amount) }],
  };
}

function followsIn(
  row: RetentionRow,
  read: Decision<ReadRelease> | undefined,
  { place, catalog }: { readonly place: number; readonly catalog: Catalog },
): readonly Follow[] {
  const billed = heldProject({ typed: row.project, at: '' }, catalog);
  if (!billed.ok) return [];
  const held = dollars(heldBack(billed.value.billing, lastDay(catalog.workingMonth)));
  return followsOf(place, {
    held,
    amount: row.amount.trim() === '' ? held : undefined,
    due: read?.ok === true ? dollars(cents(read.value.amount + read.value.tax)) : undefined,
  });
}

import { depositIn, depositLeftText, type DepositMove } from '../../billing/deposits.ts';
import { scheduleOn } from '../../billing/schedule.ts';
import { dayText, type IsoDate } from '../../calendar/iso-date.ts';
import { ifFilled, isEmpty, withinBooks, type Cell } from '../../cells/cell.ts';
import type { PartyId } from '../../ledger/ids.ts';
import type { Project } from '../../ledger/project.ts';
import { lookedUp } from '../../lookup/lookup.ts';
import { allocation } from '../../money/allocation.ts';
import { cents, sum, ZERO, type Cents } from '../../money/cents.ts';
import { dollars } from '../../money/dollars.ts';
import { quantity } from '../../money/quantity.ts';
import { openDayFrom } from '../../months/open-day.ts';
import {
  accepted,
  following,
  gathered,
  listed,
  mapped,
  problemsOf,
  refused,
  unless,
  type Decision,
} from '../../problems/decision.ts';
import type { Problem } from '../../problems/problem.ts';
import { billedProject, type BilledProject } from '../billed-project.ts';
import type { Catalog } from '../catalog.ts';
import { dayWarnings } from '../day-warnings.ts';
import {
  invoiceFigures,
  invoicedLines,
  invoicePosting,
  lessDeposits,
  NO_INVOICE_FIGURES,
  type InvoiceBody,
  type InvoicedLine,
  type InvoiceFigures,
  type TaxOfCode,
  type TextLine,
} from '../invoice/billed-invoice.ts';
import { shareOverSchedule } from '../invoice/share-over-schedule.ts';
import { dueIn } from '../invoice/due.ts';
import type { Posting } from '../posting.ts';
import type { Follow, SheetReading } from '../sheet-reading.ts';
import { filledRows, followsOf, sheetDay, type PlacedRow } from '../typed-sheet.ts';
import type { PlainRow, PlainSheet } from './form.ts';
import { discounted, discountIn, lineIn, taxesOf, taxTotal, type DiscountedLine, type PlainLine } from './lines.ts';
import { soldWithoutProject } from './post.ts';

type Placed = PlacedRow<PlainRow>;

/** Whom an invoice is to, and the project it is of. */
interface BilledTo {
  readonly client: PartyId;
  readonly termsDays: number;
  readonly billed: BilledProject | null;
  readonly project: Project | null;
}

interface ReadPlain {
  readonly to: BilledTo;
  readonly lines: readonly DiscountedLine[];
  readonly discount: Cents;
  readonly taxes: readonly TaxOfCode[];
  readonly figures: InvoiceFigures;
  /** Of its project. */
  readonly scheduled: readonly InvoicedLine[];
  readonly drawn: readonly DepositMove[];
  readonly dueOn: IsoDate;
  readonly places: readonly number[];
}

/** Invoices in words: lines with quantity and price or an amount, discount, tax, of a project or of none. */
export function readPlainSheet(sheet: PlainSheet, catalog: Catalog): SheetReading {
  const filled = filledRows(sheet.rows);
  const datedOn = sheetDay(sheet.datedOn, 'the date', catalog);
  const groups = grouped(filled);
  const invoices = groups.map((rows) => following(datedOn, (day) => invoiceIn(rows, day, catalog)));
  const read = invoices.flatMap((invoice) => (invoice.ok ? [invoice.value] : []));
  return {
    postings: datedOn.ok ? read.map((each) => posting(each, { datedOn: datedOn.value, sheet }, catalog)) : [],
    costs: [],
    entered: sum([ZERO, ...read.map(({ figures }) => figures.work)]),
    missing: null,
    hours: quantity(0),
    follows: groups.flatMap((rows, index) => followsIn(rows, invoices[index], catalog)),
    problems: [
      ...(filled.length === 0 ? [{ at: 'rows', kind: 'nothing-entered' } as const] : []),
      ...problemsOf(datedOn),
      ...(datedOn.ok ? invoices.flatMap(problemsOf) : []),
      ...twice(read),
    ],
    warnings: datedOn.ok ? dayWarnings(datedOn.value, 'datedOn', catalog) : [],
    bills: read.flatMap(({ to: { billed }, figures }) =>
      billed === null ? [] : [{ project: billed.billing.project, ...figures }],
    ),
  };
}

/** The rows of each invoice: a client or a project begins the next one. */
function grouped(rows: readonly Placed[]): readonly (readonly Placed[])[] {
  const groups: Placed[][] = [];
  for (const row of rows) {
    const last = groups.at(-1);
    const begins = row.row.client.trim() !== '' || row.row.project.trim() !== '';
    if (last === undefined || begins) groups.push([row]);
    else last.push(row);
  }
  return groups;
}

function invoiceIn(rows: readonly Placed[], day: IsoDate, catalog: Catalog): Decision<ReadPlain> {
  const [head] = rows;
  if (head === undefined) return refused({ at: 'rows', kind: 'nothing-entered' });
  const cell = (column: keyof PlainRow): Cell => ({ typed: head.row[column], at: `rows/${head.place}/${column}` });
  const to = following(billedTo(cell('client'), cell('project'), catalog), (of) =>
    of.billed !== null && hasSchedule(of.billed, day)
      ? refused({ at: cell('project').at, kind: 'billed-by-schedule', project: of.project?.code ?? '' })
      : accepted(of),
  );
  const of = to.ok ? to.value : { billed: null, project: null };
  const lines = listed(rows.map((row) => lineIn(row, { ...of, catalog })));
  const read = gathered({
    ...{ to, lines, heads: unless(rows.slice(1).flatMap(headTwice), null) },
    dueOn: dueIn(cell('dueOn'), { near: day, order: catalog.dayOrder }, to.ok ? to.value.termsDays : 0),
    discount: lines.ok ? discountIn(cell('discount'), totalOf(lines.value)) : accepted(ZERO),
  });
  return following(read, (parts) => {
    const places = rows.map(({ place }) => place);
    const at = `rows/${head.place}/amount`;
    return following(worked({ ...parts, day, at }), (figured) =>
      mapped(
        depositIn(cell('deposit'), {
          deposits: parts.to.billed?.billing.deposits ?? [],
          due: figured.figures.due,
        }),
        (drawn) => ({ ...parts, ...figured, drawn, places, figures: lessDeposits(figured.figures, drawn) }),
      ),
    );
  });
}

function totalOf(lines: readonly PlainLine[]): Cents {
  return sum([ZERO, ...lines.map(({ amount }) => amount)]);
}

/** The project says whose client it is; without a project the client is typed. */
function billedTo(client: Cell, project: Cell, catalog: Catalog): Decision<BilledTo> {
  const named = ifFilled(client, null, (typed) => lookedUp(catalog.clients, typed, 'client'));
  if (isEmpty(project)) {
    return following(named, (found) =>
      found === null
        ? refused({ at: client.at, kind: 'missing', field: 'the client' })
        : accepted({ client: found.id, termsDays: found.termsDays, billed: null, project: null }),
    );
  }
  return following(gathered({ named, billed: billedProject(project, catalog) }), ({ named: found, billed }) => {
    const of = catalog.projects.find(({ id }) => id === billed.billing.project) ?? null;
    return found !== null && found.id !== billed.client
      ? refused({ at: project.at, kind: 'other-client', project: of?.code ?? '' })
      : accepted({ client: billed.client, termsDays: billed.billing.termsDays, billed, project: of });
  });
}

/** What a schedule of values divides is billed by it: words of its own would bill none of its lines. */
function hasSchedule({ billing }: BilledProject, day: IsoDate): boolean {
  return scheduleOn(billing, day).some(({ id }) => id !== null);
}

/** A date, a discount or a deposit below the first row would be of another invoice. */
function headTwice({ row, place }: Placed): readonly Problem[] {
  return (['discount', 'deposit', 'dueOn'] as const).flatMap((column): readonly Problem[] =>
    row[column].trim() === '' ? [] : [{ at: `rows/${place}/client`, kind: 'missing', field: 'the client' }],
  );
}

interface ToWork {
  readonly to: BilledTo;
  readonly lines: readonly PlainLine[];
  readonly discount: Cents;
  readonly day: IsoDate;
  readonly at: string;
}

/** Lines less their share of the discount, tax rounded once for each code, and what of it is held back. */
function worked({ to, lines: typed, discount, day, at }: ToWork) {
  const lines = discounted(typed, discount);
  const work = sum([ZERO, ...lines.map(({ net }) => net)]);
  const scheduled = to.billed === null ? accepted([]) : scheduledIn(to.billed, { work, day, at });
  return following(work > 0 ? scheduled : refused({ at, kind: 'number-not-positive', field: 'the invoice' }), (of) => {
    const withheld = sum([ZERO, ...of.map((line) => line.withheld)]);
    const taxes = taxesOf(withoutWithheld(lines, withheld));
    const tax = taxTotal(taxes);
    const ofProject =
      to.billed === null
        ? NO_INVOICE_FIGURES
        : invoiceFigures(
            { billing: to.billed.billing, schedule: scheduleOn(to.billed.billing, day), now: [], taxCode: null },
            of,
            { datedOn: day, earned: ZERO },
          );
    const figures = { ...ofProject, work, tax, withheld, due: cents(work + tax - withheld) };
    return mapped(withinBooks({ typed: '', at }, work + tax), () => ({ lines, taxes, figures, scheduled: of }));
  });
}

/** Of a project with a price no more than is left of it; what is held back by its terms. */
function scheduledIn(
  billed: BilledProject,
  { work, day, at }: { readonly work: Cents; readonly day: IsoDate; readonly at: string },
): Decision<readonly InvoicedLine[]> {
  const { billing } = billed;
  const split = shareOverSchedule(billed, day, { kind: 'amount', amount: work });
  return split.ok
    ? accepted(invoicedLines({ billing, schedule: scheduleOn(billing, day), now: split.value, taxCode: null }))
    : refused(...split.problems.map((problem): Problem => ({ ...problem, at })));
}

/** What is taxed with the invoice: of codes that tax what is held back when it is released, without their share of it. */
function withoutWithheld(lines: readonly DiscountedLine[], withheld: Cents): readonly DiscountedLine[] {
  if (withheld === 0) return lines;
  const shares = allocation(
    withheld,
    lines.map(({ net }) => net),
  );
  return lines.map((line, index) => {
    const share = shares[index] ?? ZERO;
    return line.taxCode?.onRetention === 'when released' ? { ...line, net: cents(line.net - share) } : line;
  });
}

/** Of one project there is one invoice in a sheet: the second would not know of the first. */
function twice(read: readonly ReadPlain[]): readonly Problem[] {
  return read.flatMap(({ to, places: [place = 0] }, index): readonly Problem[] =>
    to.project !== null && read.slice(0, index).some((other) => other.to.project === to.project)
      ? [{ at: `rows/${place}/project`, kind: 'line-twice' }]
      : [],
  );
}

function posting(
  read: ReadPlain,
  { datedOn, sheet }: { readonly datedOn: IsoDate; readonly sheet: PlainSheet },
  { roles, lockedThrough }: Catalog,
): Posting {
  const { to, lines, discount, taxes, figures, scheduled, drawn, dueOn } = read;
  const postedOn = openDayFrom(datedOn, lockedThrough);
  const form: PlainSheet = { ...sheet, rows: read.places.flatMap((place) => sheet.rows[place] ?? []) };
  const text = lines[0]?.text ?? '';
  const texts = lines.map(textLine);
  if (to.billed !== null) {
    return invoicePosting(roles, {
      ...{ ...to.billed, schedule: scheduleOn(to.billed.billing, datedOn), datedOn, postedOn, dueOn, text },
      ...{ lines: scheduled, figures, taxCode: null, drawn, texts, discount, taxes, form },
      phases: lines.map(({ phase, net }) => ({ phase, amount: net })),
    });
  }
  const body: InvoiceBody = { form, figures, texts, discount, taxes, isOfNoProject: true };
  return {
    ...{ kind: 'invoice', number: null, party: to.client, project: null, datedOn, dueOn, memo: text, body },
    gross: cents(figures.work + figures.tax),
    entries: [soldWithoutProject(roles, { client: to.client, postedOn, lines, tax: figures.tax })],
    effects: [],
  };
}

function textLine({ text, quantity: units, price, amount, net, taxCode, account }: DiscountedLine): TextLine {
  return { text, quantity: units, price, amount, net, taxCode: taxCode?.code ?? null, account };
}

function followsIn(
  rows: readonly Placed[],
  invoice: Decision<ReadPlain> | undefined,
  catalog: Catalog,
): readonly Follow[] {
  const read = invoice?.ok === true ? invoice.value : undefined;
  const deposits = read?.to.billed?.billing.deposits ?? [];
  const client = catalog.clients.find(({ id }) => id === read?.to.client)?.code;
  return rows.flatMap(({ row, place }, index) => {
    const line = read?.lines[index];
    const isHead = index === 0;
    return followsOf(place, {
      client: isHead && row.client.trim() === '' ? client : undefined,
      amount: row.amount.trim() === '' && line !== undefined ? dollars(line.amount) : undefined,
      taxCode: row.taxCode.trim() === '' ? line?.taxCode?.code : undefined,
      account: row.account.trim() === '' ? catalog.accounts.find(({ id }) => id === line?.account)?.code : undefined,
      deposit: isHead && row.deposit.trim() === '' ? depositLeftText(deposits) : undefined,
      dueOn: isHead && row.dueOn.trim() === '' && read !== undefined ? dayText(read.dueOn) : undefined,
    });
  });
}

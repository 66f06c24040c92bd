import { depositIn, type DepositMove } from '../../billing/deposits.ts';
import {
  leftOf,
  scheduleOn,
  type AskedLine,
  type OpenApplication,
  type ProjectBilling,
  type ScheduledLine,
} from '../../billing/schedule.ts';
import type { BilledNow } from '../../billing/withheld.ts';
import type { IsoDate } from '../../calendar/iso-date.ts';
import { dayIn, ifFilled, isEmpty, moneyIn, required, textIn, type Cell } from '../../cells/cell.ts';
import type { PartyId } from '../../ledger/ids.ts';
import type { TaxCode } from '../../ledger/tax-code.ts';
import { cents, ZERO, type Cents } from '../../money/cents.ts';
import { dollars } from '../../money/dollars.ts';
import { quantity } from '../../money/quantity.ts';
import { dayInBooks } from '../../months/books-span.ts';
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
import { scheduledLineIn } from '../application/asked.ts';
import { taxCodeOf } from '../billed-project.ts';
import type { Catalog } from '../catalog.ts';
import { dayWarnings } from '../day-warnings.ts';
import { invoiceFigures, invoicedLines, invoicePosting, lessDeposits } from '../invoice/billed-invoice.ts';
import { dueIn } from '../invoice/due.ts';
import type { Follow, SheetReading } from '../sheet-reading.ts';
import type { CertificateRow, CertificateSheet } from './form.ts';
import { filledRows } from '../typed-sheet.ts';

interface Applied {
  readonly billing: ProjectBilling;
  readonly client: PartyId;
  readonly application: OpenApplication;
}

/** What a row certifies of its line; a line without a row is certified as asked. */
interface Certified extends BilledNow {
  readonly place: number | null;
  readonly reason: string;
}

interface ReadCertificate {
  readonly applied: Applied;
  readonly days: { readonly datedOn: IsoDate; readonly dueOn: IsoDate };
  readonly schedule: readonly ScheduledLine[];
  readonly certified: readonly Certified[];
  readonly taxCode: TaxCode | null;
  readonly text: string;
}

/** What the client certifies of an application: the invoice is of that, the rest stays to be asked for. */
export function readCertificateSheet(sheet: CertificateSheet, catalog: Catalog): SheetReading {
  const filled = filledRows(sheet.rows);
  const applied = required({ typed: sheet.application, at: 'application' }, 'the application', (cell) =>
    applicationIn(cell, catalog),
  );
  const days = following(applied, (of) => daysOf(sheet, of, catalog));
  const schedule = applied.ok && days.ok ? scheduleOn(applied.value.billing, days.value.datedOn) : [];
  const rows = following(gathered({ applied, days }), ({ applied: of }) =>
    listed(filled.map(({ row, place }) => certifiedIn(row, place, { schedule, asked: of.application.lines }))),
  );
  const read = following(
    gathered({
      ...{ applied, days, rows },
      taxCode: taxCodeOf({ typed: sheet.taxCode, at: 'taxCode' }, applied.ok ? applied.value.billing : null, catalog),
      text: textIn({ typed: sheet.text, at: 'text' }, 'the text', 400),
    }),
    ({ rows: typed, ...rest }): Decision<ReadCertificate> => {
      const certified = allCertified(typed, rest.applied.application.lines, schedule);
      return unless([...twice(typed), ...aboveValue(certified, rest.applied.application.lines)], {
        ...{ ...rest, schedule, certified },
      });
    },
  );
  const drawnOf = following(read, (of) => withDeposit(of, sheet));
  const worked = drawnOf.ok ? drawnOf.value : read.ok ? workedOut(read.value) : null;
  const isNothing = worked !== null && worked.lines.length === 0;
  return {
    postings:
      read.ok && drawnOf.ok && worked !== null && !isNothing
        ? [posting(read.value, { ...worked, sheet }, catalog)]
        : [],
    costs: [],
    entered: worked?.figures.work ?? ZERO,
    missing: null,
    hours: quantity(0),
    follows: applied.ok ? followsIn(filled, schedule, applied.value.application.lines) : [],
    problems: [...problemsOf(drawnOf), ...(isNothing ? [{ at: 'rows', kind: 'nothing-certified' } as const] : [])],
    warnings: days.ok ? dayWarnings(days.value.datedOn, 'datedOn', catalog) : [],
    ...(worked === null || !read.ok
      ? {}
      : { bills: [{ project: read.value.applied.billing.project, ...worked.figures }] }),
  };
}

function applicationIn({ typed, at }: Cell, { billings }: Pick<Catalog, 'billings'>): Decision<Applied> {
  const number = typed.trim().toLowerCase();
  for (const billing of billings) {
    const application = billing.applications.find((each) => each.number.toLowerCase() === number);
    if (application !== undefined && billing.client !== null)
      return accepted({ billing, client: billing.client, application });
  }
  return refused({ at, kind: 'unknown-code', subject: 'application', typed: typed.trim() });
}

function daysOf(
  sheet: CertificateSheet,
  { application, billing }: Applied,
  catalog: Catalog,
): Decision<ReadCertificate['days']> {
  const { dayOrder: order, span } = catalog;
  const dated = following(
    ifFilled({ typed: sheet.datedOn, at: 'datedOn' }, application.through, (cell) =>
      dayIn(cell, application.through, order),
    ),
    (day) => dayInBooks(day, span, 'datedOn'),
  );
  return following(dated, (datedOn) =>
    gathered({
      datedOn: accepted(datedOn),
      dueOn: dueIn({ typed: sheet.dueOn, at: 'dueOn' }, { near: datedOn, order }, billing.termsDays),
    }),
  );
}

function certifiedIn(
  row: CertificateRow,
  place: number,
  { schedule, asked }: { readonly schedule: readonly ScheduledLine[]; readonly asked: readonly AskedLine[] },
): Decision<Certified> {
  const cell = (column: keyof CertificateRow): Cell => ({ typed: row[column], at: `rows/${place}/${column}` });
  const line = required(cell('line'), 'the line', (typed) => scheduledLineIn(typed, schedule));
  return following(line, (of) => {
    const was = asked.find((each) => each.line === of.id);
    if (was === undefined) return refused({ at: cell('line').at, kind: 'line-not-asked', line: of.name });
    const read = gathered({
      work: partOf(cell('certified'), of, was.work),
      stored: partOf(cell('stored'), of, was.stored),
      reason: textIn(cell('reason'), 'the reason', 400),
    });
    return following(read, ({ work, stored, reason }) =>
      reason === '' && (work !== was.work || stored !== was.stored)
        ? refused({ at: cell('reason').at, kind: 'missing', field: 'why it is less' })
        : accepted({ line: of, work, stored, reason, place }),
    );
  });
}

/** So much of what was asked, and no more; of what an application gives back, nothing less. */
function partOf(cell: Cell, line: ScheduledLine, asked: Cents): Decision<Cents> {
  return following(ifFilled(cell, asked, moneyIn), (certified) =>
    certified > asked
      ? refused({ at: cell.at, kind: 'certified-above-asked', line: line.name, asked, certified })
      : accepted(certified),
  );
}

function twice(rows: readonly Certified[]): readonly Problem[] {
  return rows.flatMap(({ line, place }, index): readonly Problem[] =>
    rows.slice(0, index).some((other) => other.line.number === line.number)
      ? [{ at: `rows/${place ?? 0}/line`, kind: 'line-twice' }]
      : [],
  );
}

/** Every line that was asked for: as its row says, else all of it. */
function allCertified(
  rows: readonly Certified[],
  asked: readonly AskedLine[],
  schedule: readonly ScheduledLine[],
): readonly Certified[] {
  return schedule.flatMap((line): readonly Certified[] => {
    const typed = rows.find((row) => row.line.number === line.number);
    if (typed !== undefined) return [typed];
    const was = asked.find((each) => each.line === line.id);
    return was === undefined ? [] : [{ line, work: was.work, stored: was.stored, place: null, reason: '' }];
  });
}

/** What was billed since it was asked for may leave less of a line than was asked. */
function aboveValue(certified: readonly Certified[], asked: readonly AskedLine[]): readonly Problem[] {
  return certified.flatMap(({ line, work, stored, place }): readonly Problem[] => {
    const now = cents(work + stored);
    const mayExceed = asked.find((each) => each.line === line.id)?.mayExceed ?? false;
    if (mayExceed || now <= 0 || now <= leftOf(line)) return [];
    const at = place === null ? 'rows' : `rows/${place}/certified`;
    return [{ at, kind: 'over-line', line: line.name, left: cents(Math.max(0, leftOf(line))), asked: now }];
  });
}

function workedOut({ applied: { billing }, schedule, certified, taxCode, days }: ReadCertificate) {
  const now = certified.filter(({ work, stored }) => work !== 0 || stored !== 0);
  const lines = invoicedLines({ billing, schedule, now, taxCode });
  const figures = invoiceFigures({ billing, schedule, now, taxCode }, lines, { datedOn: days.datedOn, earned: ZERO });
  return { lines, figures, drawn: [] as readonly DepositMove[] };
}

/** What it comes to with what a deposit pays of it. */
function withDeposit(read: ReadCertificate, { deposit }: CertificateSheet): Decision<ReturnType<typeof workedOut>> {
  const worked = workedOut(read);
  const { deposits } = read.applied.billing;
  return mapped(depositIn({ typed: deposit, at: 'deposit' }, { deposits, due: worked.figures.due }), (drawn) => ({
    ...{ ...worked, drawn, figures: lessDeposits(worked.figures, drawn) },
  }));
}

function posting(
  { applied: { billing, client, application }, schedule, days, taxCode, text }: ReadCertificate,
  { lines, figures, drawn, sheet }: ReturnType<typeof workedOut> & { readonly sheet: CertificateSheet },
  { roles, lockedThrough }: Catalog,
) {
  const postedOn = openDayFrom(days.datedOn, lockedThrough);
  const invoice = { billing, schedule, client, ...days, postedOn, text, lines, figures, drawn, taxCode, form: sheet };
  return invoicePosting(roles, invoice, [{ kind: 'certificate', application: application.id }]);
}

/** What was asked, beside what is certified of it. */
function followsIn(
  filled: readonly { readonly row: CertificateRow; readonly place: number }[],
  schedule: readonly ScheduledLine[],
  asked: readonly AskedLine[],
): readonly Follow[] {
  return filled.flatMap(({ row, place }) => {
    if (isEmpty({ typed: row.line, at: '' })) return [];
    const line = scheduledLineIn({ typed: row.line, at: '' }, schedule);
    const was = line.ok ? asked.find((each) => each.line === line.value.id) : undefined;
    if (!line.ok || was === undefined) return [];
    const said = {
      ...{ name: line.value.name, asked: dollars(was.work), askedStored: dollars(was.stored) },
      ...(row.certified.trim() === '' ? { certified: dollars(was.work) } : {}),
      ...(row.stored.trim() === '' && was.stored !== 0 ? { stored: dollars(was.stored) } : {}),
    };
    return Object.entries(said).map(([column, text]): Follow => ({ at: `rows/${place}/${column}`, text }));
  });
}

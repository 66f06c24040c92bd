import {
  leftOf,
  scheduleOn,
  type OpenApplication,
  type ProjectBilling,
  type ScheduledLine,
} from '../../billing/schedule.ts';
import { takenBack } from '../../billing/share-of-contract.ts';
import type { IsoDate } from '../../calendar/iso-date.ts';
import { isEmpty, textIn } from '../../cells/cell.ts';
import type { PartyId } from '../../ledger/ids.ts';
import type { TaxCode } from '../../ledger/tax-code.ts';
import { opposite, sum, ZERO } from '../../money/cents.ts';
import { dollars } from '../../money/dollars.ts';
import { quantity } from '../../money/quantity.ts';
import { openDayFrom } from '../../months/open-day.ts';
import {
  accepted,
  following,
  gathered,
  listed,
  problemsOf,
  refused,
  unless,
  type Decision,
} from '../../problems/decision.ts';
import type { Problem, Warning } from '../../problems/problem.ts';
import { billedProject, taxCodeOf } from '../billed-project.ts';
import type { Catalog } from '../catalog.ts';
import { dayWarnings } from '../day-warnings.ts';
import type { Effect } from '../effect.ts';
import {
  invoiceFigures,
  invoicedLines,
  invoicePosting,
  wholeSchedule,
  type InvoiceBody,
  type InvoiceFigures,
  type InvoicedLine,
} from '../invoice/billed-invoice.ts';
import { dueOf } from '../invoice/due.ts';
import type { Posting } from '../posting.ts';
import type { Follow, SheetReading } from '../sheet-reading.ts';
import { askedIn, scheduledLineIn, type AskedNow } from './asked.ts';
import type { ApplicationRow, ApplicationSheet } from './form.ts';
import { filledRows, sheetDay } from '../typed-sheet.ts';

interface ReadApplication {
  readonly billing: ProjectBilling;
  readonly client: PartyId;
  readonly datedOn: IsoDate;
  readonly schedule: readonly ScheduledLine[];
  readonly replaces: OpenApplication | null;
  readonly asked: readonly AskedNow[];
  readonly taxCode: TaxCode | null;
  readonly text: string;
}

/** An application for payment: what is asked for line by line, and what it comes to. */
export function readApplicationSheet(sheet: ApplicationSheet, catalog: Catalog): SheetReading {
  const filled = filledRows(sheet.rows);
  const datedOn = sheetDay(sheet.datedOn, 'the last day of the period', catalog);
  const billed = billedProject({ typed: sheet.project, at: 'project' }, catalog);
  const schedule = billed.ok && datedOn.ok ? scheduleOn(billed.value.billing, datedOn.value) : [];
  const rows = listed(filled.map(({ row, place }) => askedIn(row, place, schedule)));
  const read = following(
    gathered({
      ...{ datedOn, billed, rows: billed.ok && datedOn.ok ? rows : accepted([]) },
      replaces: following(billed, ({ billing }) => replacedIn(sheet, billing)),
      taxCode: taxCodeOf({ typed: sheet.taxCode, at: 'taxCode' }, billed.ok ? billed.value.billing : null, catalog),
      text: textIn({ typed: sheet.text, at: 'text' }, 'the text', 400),
    }),
    ({ billed: of, rows: asked, ...rest }): Decision<ReadApplication> =>
      unless(twice(asked), { ...of, ...rest, schedule, asked: withCutLines(asked, schedule) }),
  );
  const worked = read.ok ? workedOut(read.value) : null;
  const posts = read.ok && worked !== null && worked.lines.length > 0;
  return {
    postings: posts ? applicationPostings(read.value, { ...worked, sheet }, catalog) : [],
    costs: [],
    entered: worked?.figures.work ?? ZERO,
    missing: null,
    hours: quantity(0),
    follows: followsIn(sheet, filled, schedule, read.ok ? read.value.asked : []),
    problems: [
      ...problemsOf(read),
      ...(read.ok && worked?.lines.length === 0 ? [{ at: 'rows', kind: 'nothing-entered' } as const] : []),
    ],
    warnings: [
      ...(datedOn.ok ? dayWarnings(datedOn.value, 'datedOn', catalog) : []),
      ...(read.ok ? cutWarnings(read.value.asked) : []),
    ],
    ...(worked === null || !read.ok ? {} : { bills: [{ project: read.value.billing.project, ...worked.figures }] }),
  };
}

/** What it comes to, lines of nothing left out. */
function workedOut({ billing, schedule, asked, taxCode, datedOn }: ReadApplication) {
  const now = asked.filter(({ work, stored }) => work !== 0 || stored !== 0);
  const lines = invoicedLines({ billing, schedule, now, taxCode });
  return { lines, figures: invoiceFigures({ billing, schedule, now, taxCode }, lines, { datedOn, earned: ZERO }) };
}

/** One application at a time waits: another one corrects it, or is asked for once the client has answered. */
function replacedIn(
  { replaces }: ApplicationSheet,
  { applications }: ProjectBilling,
): Decision<OpenApplication | null> {
  const cell = { typed: replaces, at: 'replaces' };
  const [waiting] = applications;
  if (isEmpty(cell)) {
    return waiting === undefined
      ? accepted(null)
      : refused({ at: 'replaces', kind: 'application-waiting', number: waiting.number });
  }
  const named = applications.find(({ number }) => number.toLowerCase() === replaces.trim().toLowerCase());
  return named === undefined
    ? refused({ at: 'replaces', kind: 'unknown-code', subject: 'application', typed: replaces.trim() })
    : accepted(named);
}

function twice(asked: readonly AskedNow[]): readonly Problem[] {
  const seen = new Set<number>();
  return asked.flatMap(({ line, place }): readonly Problem[] => {
    if (seen.has(line.number)) return [{ at: `rows/${place ?? 0}/line`, kind: 'line-twice' }];
    seen.add(line.number);
    return [];
  });
}

/** Lines that were cut below what was billed of them, and that nobody named, give that back. */
function withCutLines(asked: readonly AskedNow[], schedule: readonly ScheduledLine[]): readonly AskedNow[] {
  const named = new Map(asked.map((each) => [each.line.number, each]));
  return schedule.flatMap((line): readonly AskedNow[] => {
    const typed = named.get(line.number);
    if (typed !== undefined) return [typed];
    return leftOf(line) < 0 && line.id !== null
      ? [{ ...takenBack(line), mayExceed: false, text: '', place: null }]
      : [];
  });
}

function cutWarnings(asked: readonly AskedNow[]): readonly Warning[] {
  return asked.flatMap(({ line, work, stored, place }): readonly Warning[] =>
    leftOf(line) < 0 && work + stored < 0
      ? [
          {
            at: place === null ? 'rows' : `rows/${place}/line`,
            kind: 'line-cut',
            line: line.name,
            back: opposite(sum([work, stored])),
          },
        ]
      : [],
  );
}

interface WorkedOut {
  readonly lines: readonly InvoicedLine[];
  readonly figures: InvoiceFigures;
  readonly sheet: ApplicationSheet;
}

/** What an application keeps of itself. */
export interface ApplicationBody extends InvoiceBody {
  readonly form: ApplicationSheet;
  readonly ordinal: number;
  readonly version: number;
  /** Every line of the schedule, asked for or not. */
  readonly lines: readonly InvoicedLine[];
}

function applicationPostings(read: ReadApplication, worked: WorkedOut, catalog: Catalog): readonly Posting[] {
  const { billing, client, datedOn, replaces, asked, text, schedule } = read;
  const { lines, figures, sheet } = worked;
  const ordinal = replaces?.ordinal ?? billing.applied + 1;
  const version = (replaces?.version ?? 0) + 1;
  const postedOn = openDayFrom(datedOn, catalog.lockedThrough);
  const application: Posting = {
    ...{ kind: 'application', number: null, party: client, project: billing.project, datedOn, dueOn: null },
    ...{ countsOn: postedOn, gross: figures.due, memo: text },
    body: {
      ...{ form: sheet, figures, ordinal, version, tax: read.taxCode },
      lines: wholeSchedule(schedule, lines),
    },
    entries: [],
    effects: [
      {
        kind: 'application',
        ...{ project: billing.project, ordinal, version, through: datedOn, replaces: replaces?.id ?? null },
        lines: asked.map(({ line, work, stored, mayExceed }) => ({ line: line.id, work, stored, mayExceed })),
      },
    ],
  };
  if (billing.posts === 'when certified') return [application];
  const certified: Effect = { kind: 'certificate', application: 'the one before' };
  const invoice = {
    ...{ billing, schedule, client, datedOn, postedOn, dueOn: dueOf(datedOn, billing), text, lines, figures },
    ...{ taxCode: read.taxCode, form: sheet },
  };
  return [application, invoicePosting(catalog.roles, invoice, [certified])];
}

/** What stands in cells that nobody typed: the line as it is in the schedule, what was billed of it, what it comes to. */
function followsIn(
  sheet: ApplicationSheet,
  filled: readonly { readonly row: ApplicationRow; readonly place: number }[],
  schedule: readonly ScheduledLine[],
  asked: readonly AskedNow[],
): readonly Follow[] {
  return filled.flatMap(({ row, place }) => {
    const line = isEmpty({ typed: row.line, at: '' }) ? null : scheduledLineIn({ typed: row.line, at: '' }, schedule);
    if (line === null || !line.ok) return [];
    const { value, billed, name } = line.value;
    const now = asked.find((each) => each.place === place);
    const toDate = sum([billed.work, billed.stored, now?.work ?? ZERO, now?.stored ?? ZERO]);
    const said = {
      ...{ name, value: dollars(value), before: dollars(sum([billed.work, billed.stored])) },
      ...{ toDate: dollars(toDate), left: dollars(sum([value, opposite(toDate)])) },
      ...(isEmpty({ typed: row.stored, at: '' }) && billed.stored !== 0 ? { stored: dollars(billed.stored) } : {}),
    };
    return Object.entries(said).map(([column, text]): Follow => ({ at: `rows/${place}/${column}`, text }));
  });
}

import { depositIn, type DepositMove } from '../../billing/deposits.ts';
import { contractOn, scheduleOn } from '../../billing/schedule.ts';
import type { UnbilledWork } from '../../billing/unbilled-work.ts';
import { dayText, type IsoDate } from '../../calendar/iso-date.ts';
import { ifFilled, isEmpty, moneyIn, required, textIn, type Cell } from '../../cells/cell.ts';
import type { TaxCode } from '../../ledger/tax-code.ts';
import { difference, sum, ZERO, type Cents } from '../../money/cents.ts';
import { dollars, tenThousandths } from '../../money/dollars.ts';
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
import type { Problem, Warning } from '../../problems/problem.ts';
import { billedProject, taxCodeOf, type BilledProject } from '../billed-project.ts';
import type { Catalog } from '../catalog.ts';
import { dayWarnings } from '../day-warnings.ts';
import {
  invoiceFigures,
  invoicedLines,
  invoicePosting,
  lessDeposits,
  type InvoicedLine,
  type InvoiceFigures,
} from '../invoice/billed-invoice.ts';
import { dueIn } from '../invoice/due.ts';
import { shareOverSchedule } from '../invoice/share-over-schedule.ts';
import type { Posting } from '../posting.ts';
import type { Follow, SheetReading } from '../sheet-reading.ts';
import { filledRows, followsOf, sheetDay, type PlacedRow } from '../typed-sheet.ts';
import type { WorkRow, WorkSheet } from './form.ts';
import { workLines, type WorkNow } from './text-lines.ts';

interface Placed extends WorkNow {
  readonly place: number;
}

interface ReadWork {
  readonly billed: BilledProject;
  readonly datedOn: IsoDate;
  readonly dueOn: IsoDate;
  readonly taxCode: TaxCode | null;
  readonly text: string;
  readonly now: readonly Placed[];
  readonly lines: readonly InvoicedLine[];
  readonly drawn: readonly DepositMove[];
  readonly figures: InvoiceFigures;
}

/** Time and materials of a project: the work that is chosen, each piece as it is worth or otherwise with its reason. */
export function readWorkSheet(sheet: WorkSheet, catalog: Catalog): SheetReading {
  const filled = filledRows(sheet.rows);
  const datedOn = sheetDay(sheet.datedOn, 'the date', catalog);
  const billed = billedProject({ typed: sheet.project, at: 'project' }, catalog);
  const work = billed.ok ? catalog.unbilledWork.filter(({ project }) => project === billed.value.billing.project) : [];
  const rows = listed(filled.map((row) => workIn(row, work)));
  const read = following(gathered({ billed, datedOn, rows: billed.ok ? rows : accepted([]) }), (parts) =>
    following(unless(twice(parts.rows), parts.rows), (now) => invoiceIn(sheet, { ...parts, now }, catalog)),
  );
  return {
    postings: read.ok ? [posting(read.value, sheet, catalog)] : [],
    costs: [],
    entered: rows.ok ? sum([ZERO, ...rows.value.map((row) => row.billed)]) : ZERO,
    missing: null,
    hours: quantity(0),
    follows: followsIn(filled, work),
    problems: [...(filled.length === 0 ? [{ at: 'rows', kind: 'nothing-entered' } as const] : []), ...problemsOf(read)],
    warnings: [
      ...(datedOn.ok ? dayWarnings(datedOn.value, 'datedOn', catalog) : []),
      ...(read.ok ? limitWarnings(read.value) : []),
    ],
    ...(read.ok ? { bills: [{ project: read.value.billed.billing.project, ...read.value.figures }] } : {}),
  };
}

function workIn({ row, place }: PlacedRow<WorkRow>, work: readonly UnbilledWork[]): Decision<Placed> {
  const cell = (column: keyof WorkRow): Cell => ({ typed: row[column], at: `rows/${place}/${column}` });
  const named = required(cell('work'), 'the work', ({ typed, at }) => {
    const found = work.find(({ id }) => String(id) === typed.trim());
    return found === undefined ? refused({ at, kind: 'work-not-unbilled', typed: typed.trim() }) : accepted(found);
  });
  return following(named, (of): Decision<Placed> => {
    if (!of.isPriced && isEmpty(cell('bill')))
      return refused({ at: cell('bill').at, kind: 'no-bill-rate', work: of.name });
    return following(
      gathered({ bill: ifFilled(cell('bill'), of.left, moneyIn), reason: textIn(cell('reason'), 'the reason', 200) }),
      ({ bill, reason }) => {
        const rest = difference(of.left, bill);
        if (rest !== 0 && reason === '') return refused({ at: cell('reason').at, kind: 'why-otherwise', rest });
        const isLater = /^later$/i.test(reason);
        return accepted({
          of,
          place,
          billed: bill,
          writtenDown: isLater ? ZERO : rest,
          reason: rest === 0 ? '' : reason,
        });
      },
    );
  });
}

function twice(now: readonly Placed[]): readonly Problem[] {
  const seen = new Set<number>();
  return now.flatMap(({ of, place }): readonly Problem[] => {
    if (seen.has(of.id)) return [{ at: `rows/${place}/work`, kind: 'line-twice' }];
    seen.add(of.id);
    return [];
  });
}

interface WorkParts {
  readonly billed: BilledProject;
  readonly datedOn: IsoDate;
  readonly now: readonly Placed[];
}

/** The invoice of the work: no more than its limit, held back by its terms, paid by a deposit as far as is said. */
function invoiceIn(sheet: WorkSheet, { billed, datedOn, now }: WorkParts, catalog: Catalog): Decision<ReadWork> {
  const { billing } = billed;
  const schedule = scheduleOn(billing, datedOn);
  const work = sum([ZERO, ...now.map((each) => each.billed)]);
  const split =
    now.length > 0 && work !== 0
      ? shareOverSchedule(billed, datedOn, { kind: 'amount', amount: work })
      : refused({ at: 'rows', kind: 'number-not-positive', field: 'the work billed' });
  const parts = gathered({
    taxCode: taxCodeOf({ typed: sheet.taxCode, at: 'taxCode' }, billing, catalog),
    text: textIn({ typed: sheet.text, at: 'text' }, 'the text', 400),
    dueOn: dueIn({ typed: sheet.dueOn, at: 'dueOn' }, { near: datedOn, order: catalog.dayOrder }, billing.termsDays),
    split: split.ok ? split : refused(...split.problems.map((problem): Problem => ({ ...problem, at: 'rows' }))),
  });
  return following(parts, ({ split: of, ...rest }) => {
    const toBill = { billing, schedule, now: of, taxCode: rest.taxCode };
    const lines = invoicedLines(toBill);
    const figures = invoiceFigures(toBill, lines, { datedOn, earned: ZERO });
    const deposit = depositIn(
      { typed: sheet.deposit, at: 'deposit' },
      { deposits: billing.deposits, due: figures.due },
    );
    return mapped(deposit, (drawn) => ({
      ...{ billed, datedOn, now, ...rest, lines, drawn, figures: lessDeposits(figures, drawn) },
    }));
  });
}

/** Less than a tenth of the limit is left after it. */
function limitWarnings({ billed: { billing }, datedOn, figures }: ReadWork): readonly Warning[] {
  const limit = contractOn(billing, datedOn);
  const isNear = billing.isPriced && limit > 0 && figures.leftAfter * 10 < limit;
  return isNear ? [{ at: 'rows', kind: 'limit-near', limit, left: figures.leftAfter }] : [];
}

function posting(read: ReadWork, sheet: WorkSheet, { roles, lockedThrough }: Catalog): Posting {
  const { billed, datedOn, dueOn, taxCode, text, now, lines, figures, drawn } = read;
  const { project } = billed.billing;
  const postedOn = openDayFrom(datedOn, lockedThrough);
  return invoicePosting(
    roles,
    {
      ...{ ...billed, schedule: scheduleOn(billed.billing, datedOn), datedOn, postedOn, dueOn, text, lines, figures },
      ...{ taxCode, drawn, texts: workLines(now), form: sheet },
    },
    [
      {
        ...{ kind: 'billed-work', project, on: postedOn },
        work: now.map(({ of, billed: bill, writtenDown, reason }) => ({
          work: of.id,
          billed: bill,
          writtenDown,
          reason,
        })),
      },
    ],
  );
}

function followsIn(filled: readonly PlacedRow<WorkRow>[], work: readonly UnbilledWork[]): readonly Follow[] {
  return filled.flatMap(({ row, place }) => {
    const of = work.find(({ id }) => String(id) === row.work.trim());
    if (of === undefined) return [];
    const shown = (amount: Cents): string => (of.isPriced ? dollars(amount) : 'no rate');
    return followsOf(place, {
      ...{ doneOn: dayText(of.doneOn), name: of.name, code: of.code, worth: shown(of.left) },
      quantity: of.quantity === 0 ? undefined : tenThousandths(of.quantity),
      bill: row.bill.trim() === '' && of.isPriced ? dollars(of.left) : undefined,
    });
  });
}

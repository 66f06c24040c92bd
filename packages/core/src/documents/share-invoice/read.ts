import { billedOf, billedSoFar, contractOn, scheduleOn } from '../../billing/schedule.ts';
import type { BilledNow } from '../../billing/withheld.ts';
import { dayText, type IsoDate } from '../../calendar/iso-date.ts';
import { moneyIn, numberIn, required, textIn, type Cell } from '../../cells/cell.ts';
import type { TaxCode } from '../../ledger/tax-code.ts';
import { cents, sum, ZERO, type Cents } from '../../money/cents.ts';
import { dollars } from '../../money/dollars.ts';
import { quantity } from '../../money/quantity.ts';
import { millionthsOf } from '../../money/ratio.ts';
import { openDayFrom } from '../../months/open-day.ts';
import { accepted, following, gathered, mapped, problemsOf, refused, type Decision } from '../../problems/decision.ts';
import type { Problem } from '../../problems/problem.ts';
import { billedProject, taxCodeOf, type BilledProject } from '../billed-project.ts';
import type { Catalog } from '../catalog.ts';
import { dayWarnings } from '../day-warnings.ts';
import { invoiceFigures, invoicedLines, invoicePosting } from '../invoice/billed-invoice.ts';
import type { BillingShare } from '../invoice/contract-share.ts';
import { dueIn } from '../invoice/due.ts';
import { shareOverSchedule } from '../invoice/share-over-schedule.ts';
import type { Posting } from '../posting.ts';
import type { Follow, SheetReading } from '../sheet-reading.ts';
import type { ShareRow, ShareSheet } from './form.ts';
import { filledRows, sheetDay } from '../typed-sheet.ts';

interface ReadShare {
  readonly place: number;
  readonly billed: BilledProject;
  readonly lines: ReturnType<typeof invoicedLines>;
  readonly figures: ReturnType<typeof invoiceFigures>;
  readonly taxCode: TaxCode | null;
  readonly dueOn: IsoDate;
  readonly text: string;
}

/** Shares of contracts: one invoice a row, for as many projects as there are rows. */
export function readShareSheet(sheet: ShareSheet, catalog: Catalog): SheetReading {
  const filled = filledRows(sheet.rows);
  const datedOn = sheetDay(sheet.datedOn, 'the date', catalog);
  const rows = filled.map(({ row, place }) => following(datedOn, (day) => shareIn(row, place, { day, catalog })));
  const read = rows.flatMap((row) => (row.ok ? [row.value] : []));
  return {
    postings: datedOn.ok ? read.map((each) => posting(each, { datedOn: datedOn.value, sheet }, catalog)) : [],
    costs: [],
    entered: sum([ZERO, ...read.map(({ figures }) => figures.work)]),
    missing: null,
    hours: quantity(0),
    follows: filled.flatMap(({ row, place }, index) => followsIn(row, rows[index], { place, datedOn, catalog })),
    problems: [
      ...(filled.length === 0 ? [{ at: 'rows', kind: 'nothing-entered' } as const] : []),
      ...problemsOf(datedOn),
      ...(datedOn.ok ? rows.flatMap(problemsOf) : []),
      ...twice(read),
    ],
    warnings: datedOn.ok ? dayWarnings(datedOn.value, 'datedOn', catalog) : [],
    bills: read.map(({ billed, figures }) => ({ project: billed.billing.project, ...figures })),
  };
}

function shareIn(
  row: ShareRow,
  place: number,
  { day, catalog }: { readonly day: IsoDate; readonly catalog: Catalog },
): Decision<ReadShare> {
  const cell = (column: keyof ShareRow): Cell => ({ typed: row[column], at: `rows/${place}/${column}` });
  const billed = billedProject(cell('project'), catalog);
  const billing = billed.ok ? billed.value.billing : null;
  const taxCode = taxCodeOf(cell('taxCode'), billing, catalog);
  const read = gathered({
    ...{ billed, taxCode, text: textIn(cell('text'), 'the text', 400) },
    dueOn: dueIn(cell('dueOn'), { near: day, order: catalog.dayOrder }, billing?.termsDays ?? 0),
    now: following(billed, (of) => nowIn(cell('share'), of, day)),
  });
  return mapped(read, ({ now, ...rest }) => {
    const work = {
      billing: rest.billed.billing,
      taxCode: rest.taxCode,
      now,
      schedule: scheduleOn(rest.billed.billing, day),
    };
    const lines = invoicedLines(work);
    return { ...rest, place, lines, figures: invoiceFigures(work, lines, { datedOn: day, earned: ZERO }) };
  });
}

function nowIn(cell: Cell, billed: BilledProject, day: IsoDate): Decision<readonly BilledNow[]> {
  const share = required(cell, 'the share or amount', shareTyped);
  const split = following(share, (of) => shareOverSchedule(billed, day, of));
  return split.ok ? split : refused(...split.problems.map((problem): Problem => ({ ...problem, at: cell.at })));
}

/** `30%`, an amount, or `rest`. */
function shareTyped(cell: Cell): Decision<BillingShare> {
  const typed = cell.typed.trim();
  if (/^(rest|all|final)$/i.test(typed)) return accepted({ kind: 'rest' });
  if (!typed.endsWith('%')) return mapped(moneyIn(cell), (amount) => ({ kind: 'amount', amount }));
  return mapped(numberIn({ ...cell, typed: typed.slice(0, -1) }, 4), (millionths) => ({
    kind: 'percent',
    share: millionthsOf(millionths),
  }));
}

/** Of one contract there is one invoice in a sheet: the second would not know of the first. */
function twice(read: readonly ReadShare[]): readonly Problem[] {
  return read.flatMap(({ place, billed }, index): readonly Problem[] =>
    read.slice(0, index).some((other) => other.billed.billing.project === billed.billing.project)
      ? [{ at: `rows/${place}/project`, kind: 'line-twice' }]
      : [],
  );
}

function posting(
  { billed, lines, figures, taxCode, dueOn, text, place }: ReadShare,
  { datedOn, sheet }: { readonly datedOn: IsoDate; readonly sheet: ShareSheet },
  { roles, lockedThrough }: Catalog,
): Posting {
  return invoicePosting(roles, {
    ...{ ...billed, schedule: scheduleOn(billed.billing, datedOn), datedOn, dueOn, text, lines, figures, taxCode },
    ...{ postedOn: openDayFrom(datedOn, lockedThrough), form: { ...sheet, rows: [sheet.rows[place]] } },
  });
}

function followsIn(
  row: ShareRow,
  read: Decision<ReadShare> | undefined,
  {
    place,
    datedOn,
    catalog,
  }: { readonly place: number; readonly datedOn: Decision<IsoDate>; readonly catalog: Catalog },
): readonly Follow[] {
  const billed = billedProject({ typed: row.project, at: '' }, catalog);
  if (!billed.ok || !datedOn.ok) return [];
  const { billing } = billed.value;
  const left = cents(contractOn(billing, datedOn.value) - billedOf(billedSoFar(scheduleOn(billing, datedOn.value))));
  const shown = (amount: Cents | undefined) => (amount === undefined ? undefined : dollars(amount));
  const figures = read?.ok === true ? read.value.figures : undefined;
  const usualTax = catalog.taxCodes.find(({ id }) => id === billing.taxCode)?.code;
  const said = {
    left: billing.isPriced ? dollars(left) : undefined,
    ...{ work: shown(figures?.work), withheld: shown(figures?.withheld), due: shown(figures?.due) },
    taxCode: row.taxCode.trim() === '' ? usualTax : undefined,
    dueOn: row.dueOn.trim() === '' && read?.ok === true ? dayText(read.value.dueOn) : undefined,
  };
  return Object.entries(said).flatMap(([column, text]) =>
    text === undefined ? [] : [{ at: `rows/${place}/${column}`, text }],
  );
}

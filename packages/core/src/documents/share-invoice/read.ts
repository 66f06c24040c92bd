import { depositIn, depositLeftText, type DepositMove } from '../../billing/deposits.ts';
import { billedOf, billedSoFar, contractOn, heldOf, scheduleOn } from '../../billing/schedule.ts';
import { releasedValues } from '../../billing/released-values.ts';
import type { BilledNow } from '../../billing/withheld.ts';
import { dayText, type IsoDate } from '../../calendar/iso-date.ts';
import { required, textIn, type Cell } from '../../cells/cell.ts';
import { taxOnRelease, type TaxCode } from '../../ledger/tax-code.ts';
import { cents, sum, ZERO, type Cents } from '../../money/cents.ts';
import { dollars } from '../../money/dollars.ts';
import { millionthsOf, shareOf } from '../../money/ratio.ts';
import { openDayFrom } from '../../months/open-day.ts';
import { following, gathered, mapped, refused, type Decision } from '../../problems/decision.ts';
import type { Problem } from '../../problems/problem.ts';
import { billedProject, taxCodeOf, type BilledProject } from '../billed-project.ts';
import type { Catalog } from '../catalog.ts';
import type { Effect } from '../effect.ts';
import {
  invoiceFigures,
  invoicedLines,
  invoicePosting,
  lessDeposits,
  withRelease,
  type InvoicedLine,
  type InvoiceFigures,
  type ReleasedWith,
} from '../invoice/billed-invoice.ts';
import { dueIn } from '../invoice/due.ts';
import { projectTwice, readInvoiceRows, type RowOn } from '../invoice/invoice-rows.ts';
import { shareOverSchedule } from '../invoice/share-over-schedule.ts';
import type { Posting } from '../posting.ts';
import type { Follow, SheetReading } from '../sheet-reading.ts';
import { followsOf, sheetDay } from '../typed-sheet.ts';
import type { ShareRow, ShareSheet } from './form.ts';
import { isFinal, shareTyped } from './share-typed.ts';

interface ReadShare {
  readonly place: number;
  readonly billed: BilledProject;
  readonly lines: readonly InvoicedLine[];
  readonly figures: InvoiceFigures;
  readonly taxCode: TaxCode | null;
  readonly drawn: readonly DepositMove[];
  /** Of the final invoice, what it releases of retention; it finishes the project. */
  readonly final: ReleasedWith | null;
  readonly dueOn: IsoDate;
  readonly text: string;
}

/** Shares of contracts: one invoice a row, for as many projects as there are rows. */
export function readShareSheet(sheet: ShareSheet, catalog: Catalog): SheetReading {
  const { reading, read } = readInvoiceRows(sheet, catalog, {
    read: shareIn,
    posting: (each, datedOn) => posting(each, { datedOn, sheet }, catalog),
    amountOf: ({ figures }) => figures.work,
    follows: (row, place, each) =>
      followsIn(row, each, { place, datedOn: sheetDay(sheet.datedOn, 'the date', catalog), catalog }),
    together: projectTwice,
  });
  return { ...reading, bills: read.map(({ billed, figures }) => ({ project: billed.billing.project, ...figures })) };
}

function shareIn(row: ShareRow, { place, day, catalog }: RowOn): Decision<ReadShare> {
  const cell = (column: keyof ShareRow): Cell => ({ typed: row[column], at: `rows/${place}/${column}` });
  const billed = billedProject(cell('project'), catalog);
  const billing = billed.ok ? billed.value.billing : null;
  const read = gathered({
    ...{ billed, taxCode: taxCodeOf(cell('taxCode'), billing, catalog), text: textIn(cell('text'), 'the text', 400) },
    dueOn: dueIn(cell('dueOn'), { near: day, order: catalog.dayOrder }, billing?.termsDays ?? 0),
    now: following(billed, (of) => nowIn(cell('share'), of, day)),
  });
  return following(read, ({ now, ...rest }) => {
    const { billing: of } = rest.billed;
    const work = { billing: of, taxCode: rest.taxCode, now, schedule: scheduleOn(of, day) };
    const lines = invoicedLines(work);
    const final = isFinal(row.share) ? releasedWithFinal(rest.billed, { lines, day, taxCode: rest.taxCode }) : null;
    const whole = invoiceFigures(work, lines, { datedOn: day, earned: ZERO });
    const figures = final === null ? whole : withRelease(whole, final);
    return mapped(depositIn(cell('deposit'), { deposits: of.deposits, due: figures.due }), (drawn) => ({
      ...{ ...rest, place, lines, drawn, final, figures: lessDeposits(figures, drawn) },
    }));
  });
}

/** What the contract says that the final invoice releases of all that is held back, its own retention included. */
function releasedWithFinal(
  { billing }: BilledProject,
  {
    lines,
    day,
    taxCode,
  }: { readonly lines: readonly InvoicedLine[]; readonly day: IsoDate; readonly taxCode: TaxCode | null },
): ReleasedWith {
  const own = lines.map(({ line, withheld }) => ({ invoice: 'itself' as const, line, held: withheld }));
  const held = sum([heldOf(billedSoFar(scheduleOn(billing, day))), ...own.map((each) => each.held)]);
  const amount = held <= 0 ? ZERO : shareOf(held, millionthsOf(billing.terms.withFinal ?? 0));
  return {
    ...{ amount, tax: taxOnRelease(taxCode, amount) },
    values: amount === 0 ? [] : releasedValues([...billing.held, ...own.filter((each) => each.held !== 0)], amount),
  };
}

function nowIn(cell: Cell, billed: BilledProject, day: IsoDate): Decision<readonly BilledNow[]> {
  const [waiting] = billed.billing.applications;
  if (isFinal(cell.typed) && waiting !== undefined) {
    return refused({ at: cell.at, kind: 'application-waiting', number: waiting.number });
  }
  const share = required(cell, 'the share or amount', shareTyped);
  const split = following(share, (of) => shareOverSchedule(billed, day, of));
  return split.ok ? split : refused(...split.problems.map((problem): Problem => ({ ...problem, at: cell.at })));
}

function posting(
  { billed, lines, figures, taxCode, dueOn, text, place, drawn, final }: ReadShare,
  { datedOn, sheet }: { readonly datedOn: IsoDate; readonly sheet: ShareSheet },
  { roles, lockedThrough }: Catalog,
): Posting {
  const postedOn = openDayFrom(datedOn, lockedThrough);
  const finished: Effect = { kind: 'project-finished', project: billed.billing.project, on: postedOn };
  return invoicePosting(
    roles,
    {
      ...{ ...billed, schedule: scheduleOn(billed.billing, datedOn), datedOn, dueOn, text, lines, figures, taxCode },
      ...{ postedOn, drawn, form: { ...sheet, rows: [sheet.rows[place]] } },
      ...(final === null ? {} : { released: final }),
    },
    final === null ? [] : [finished],
  );
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
  return followsOf(place, {
    left: billing.isPriced ? dollars(left) : undefined,
    ...{ work: shown(figures?.work), withheld: shown(figures?.withheld), due: shown(figures?.due) },
    taxCode: row.taxCode.trim() === '' ? usualTax : undefined,
    deposit: row.deposit.trim() === '' ? depositLeftText(billing.deposits) : undefined,
    dueOn: row.dueOn.trim() === '' && read?.ok === true ? dayText(read.value.dueOn) : undefined,
  });
}

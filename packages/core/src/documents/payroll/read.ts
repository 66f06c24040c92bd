import type { IsoDate } from '../../calendar/iso-date.ts';
import { lastDay } from '../../calendar/month.ts';
import { dayIn, ifFilled, isEmpty, moneyIn, quantityIn, required, textIn, type Cell } from '../../cells/cell.ts';
import { lookedUp } from '../../lookup/lookup.ts';
import { difference, sum, ZERO, type Cents } from '../../money/cents.ts';
import { plainDollars } from '../../money/dollars.ts';
import { quantity, sumQuantity } from '../../money/quantity.ts';
import { dayInBooks } from '../../months/books-span.ts';
import { laterPosting, openDayFrom } from '../../months/open-day.ts';
import { accepted, following, gathered, mapped, problemsOf, refused, type Decision } from '../../problems/decision.ts';
import type { Problem } from '../../problems/problem.ts';
import type { Catalog, PostedPayroll } from '../catalog.ts';
import type { Posting } from '../posting.ts';
import type { Follow, SheetReading } from '../sheet-reading.ts';
import type { PayrollRow, PayrollSheet } from './form.ts';
import { hoursApart, type PlacedPay } from './hours-apart.ts';
import { paidFor, payrollRun, type PaidPeriod } from './post.ts';

interface PayPeriod {
  /** The payroll it adds to; null where it has days of its own. */
  readonly addsTo: PostedPayroll | null;
  readonly from: IsoDate;
  readonly through: IsoDate;
  readonly paidOn: IsoDate;
  readonly fee: Cents;
}

/** A payroll: one period, each person once, or all of them in one row. */
export function readPayrollSheet(sheet: PayrollSheet, catalog: Catalog): SheetReading {
  const rows = sheet.rows.map((row, place) => ({ row, place })).filter(({ row }) => !isBlank(row));
  const read = rows.map((placed) => ({ placed, pay: personIn(placed, catalog) }));
  const people = read.flatMap(({ pay }) => (pay.ok ? [pay.value] : []));
  const period = periodIn(sheet, catalog);
  const problems: readonly Problem[] = [
    ...problemsOf(period),
    ...read.flatMap(({ pay }) => problemsOf(pay)),
    ...(rows.length === 0 ? [{ at: 'rows', kind: 'nothing-entered' } as const] : []),
    ...paidTwice(people, catalog),
    ...(period.ok && period.value.addsTo === null ? paidAlready(people, period.value, catalog) : []),
  ];
  const fee = period.ok ? period.value.fee : ZERO;
  return {
    postings: period.ok && people.length > 0 ? [payrollPosting(people, period.value, { sheet, catalog })] : [],
    costs: [],
    entered: sum([...people.map(paidFor), fee]),
    missing: null,
    hours: sumQuantity(people.flatMap(({ regularHours, overtimeHours }) => [regularHours, overtimeHours])),
    problems,
    follows: rows.flatMap(netFollows),
    warnings: period.ok
      ? [
          ...laterPosting(period.value.paidOn, catalog.lockedThrough, { at: 'paidOn' }),
          ...hoursApart(people, period.value, catalog),
        ]
      : [],
  };
}

function postingDayOf({ paidOn }: PayPeriod, { lockedThrough }: Catalog): IsoDate {
  return openDayFrom(paidOn, lockedThrough);
}

function isBlank(row: PayrollRow): boolean {
  return Object.values(row).every((typed) => typed.trim() === '');
}

/** The payroll that a supplement names; those that are supplements themselves have no days. */
function addsToIn(sheet: PayrollSheet, { payrolls }: Catalog): Decision<PostedPayroll | null> {
  return ifFilled({ typed: sheet.supplementTo, at: 'supplementTo' }, null, (cell) => {
    const name = cell.typed.trim().toLowerCase();
    const named = payrolls.find((each) => each.supplementTo === null && each.number.toLowerCase() === name);
    return named === undefined
      ? refused({ at: cell.at, kind: 'unknown-code', subject: 'payroll', typed: cell.typed.trim() })
      : accepted(named);
  });
}

/** A supplement has the days of the payroll it adds to, whatever days are typed. */
function periodIn(sheet: PayrollSheet, catalog: Catalog): Decision<PayPeriod> {
  return following(addsToIn(sheet, catalog), (addsTo) =>
    mapped(
      daysIn(addsTo === null ? sheet : { ...sheet, from: addsTo.from, through: addsTo.through }, catalog),
      (days) => ({ ...days, addsTo }),
    ),
  );
}

function daysIn(sheet: PayrollSheet, { workingMonth, dayOrder, span }: Catalog): Decision<Omit<PayPeriod, 'addsTo'>> {
  const day = (at: 'from' | 'through' | 'paidOn', field: string): Decision<IsoDate> =>
    required({ typed: sheet[at], at }, field, (cell) =>
      following(dayIn(cell, lastDay(workingMonth), dayOrder), (read) => dayInBooks(read, span, at)),
    );
  const parts = gathered({
    from: day('from', 'the first day of the period'),
    through: day('through', 'the last day of the period'),
    paidOn: day('paidOn', 'the day it is paid'),
    fee: ifFilled({ typed: sheet.fee, at: 'fee' }, ZERO, moneyIn),
  });
  return following(parts, (period) =>
    period.through < period.from
      ? refused({
          ...{ at: 'through', kind: 'days-out-of-order' },
          ...{ earlier: 'the first day of the period', later: 'its last day' },
        })
      : accepted(period),
  );
}

interface PlacedRow {
  readonly row: PayrollRow;
  readonly place: number;
}

function cellOf({ row, place }: PlacedRow, column: keyof PayrollRow): Cell {
  return { typed: row[column], at: `rows/${place}/${column}` };
}

function personIn(placed: PlacedRow, catalog: Catalog): Decision<PlacedPay> {
  const money = (column: keyof PayrollRow): Decision<Cents> => ifFilled(cellOf(placed, column), ZERO, moneyIn);
  const hours = (column: keyof PayrollRow) => ifFilled(cellOf(placed, column), quantity(0), quantityIn);
  const parts = gathered({
    employee: ifFilled(cellOf(placed, 'employee'), null, (cell) =>
      mapped(lookedUp(catalog.employees, cell, 'employee'), ({ id }) => id),
    ),
    ...{ regularHours: hours('regularHours'), overtimeHours: hours('overtimeHours') },
    ...{ grossRegular: money('grossRegular'), grossOvertime: money('grossOvertime') },
    ...{ taxes: money('employerTaxes'), insurance: money('insurance'), benefits: money('benefits') },
    withheld: money('withheld'),
    text: textIn(cellOf(placed, 'text'), 'the text', 200),
  });
  return following(parts, ({ grossRegular, grossOvertime, ...read }) => {
    const gross = sum([grossRegular, grossOvertime]);
    const pay = { ...read, gross, at: `rows/${placed.place}` };
    return following(netAgrees(placed, difference(gross, read.withheld)), () =>
      paidFor(pay) === 0 && read.withheld === 0
        ? refused({ at: `${pay.at}/grossRegular`, kind: 'missing', field: 'the gross pay' })
        : accepted(pay),
    );
  });
}

/** Net pay that is typed must be what gross pay less withheld comes to. */
function netAgrees(placed: PlacedRow, net: Cents): Decision<null> {
  const cell = cellOf(placed, 'net');
  return following(ifFilled(cell, net, moneyIn), (typed): Decision<null> =>
    typed === net ? accepted(null) : refused({ at: cell.at, kind: 'net-pay-apart', typed, net }),
  );
}

/** Net pay that nobody typed. */
function netFollows(placed: PlacedRow): readonly Follow[] {
  const cell = cellOf(placed, 'net');
  const read = gathered({
    regular: ifFilled(cellOf(placed, 'grossRegular'), ZERO, moneyIn),
    overtime: ifFilled(cellOf(placed, 'grossOvertime'), ZERO, moneyIn),
    withheld: ifFilled(cellOf(placed, 'withheld'), ZERO, moneyIn),
  });
  if (!isEmpty(cell) || !read.ok) return [];
  const { regular, overtime, withheld } = read.value;
  return [{ at: cell.at, text: plainDollars(difference(sum([regular, overtime]), withheld)) }];
}

/** Nobody stands twice in one payroll, and what all were paid together stands alone. */
function paidTwice(people: readonly PlacedPay[], { employees }: Catalog): readonly Problem[] {
  const seen = new Set<number>();
  return people.flatMap(({ employee, at }): readonly Problem[] => {
    if (employee === null) {
      return people.length === 1 ? [] : [{ at: `${at}/employee`, kind: 'missing', field: 'the employee' }];
    }
    if (seen.has(employee)) {
      const name = employees.find(({ id }) => id === employee)?.name ?? '';
      return [{ at: `${at}/employee`, kind: 'paid-twice', employee: name }];
    }
    seen.add(employee);
    return [];
  });
}

/**
 * Nobody's pay period lies over another of theirs: days that are paid are paid more by a supplement, which names them. The same register
 * comes in once.
 */
function paidAlready(
  people: readonly PlacedPay[],
  { from, through }: PayPeriod,
  { paidThere, employees }: Catalog,
): readonly Problem[] {
  const over = paidThere.filter((known) => known.from <= through && from <= known.through);
  return over.flatMap((known): readonly Problem[] => {
    const isAll = known.isInOneSum || people.some(({ employee }) => employee === null);
    const [first] = people.filter(({ employee }) => employee !== null && known.employees.includes(employee));
    if (!isAll && first === undefined) return [];
    const name = employees.find(({ id }) => id === first?.employee)?.name ?? '';
    return [
      known.from === from && known.through === through
        ? { at: 'from', kind: 'period-paid', number: known.number }
        : { at: 'from', kind: 'period-overlaps', number: known.number, employee: isAll ? '' : name },
    ];
  });
}

/** What a payroll is called; another one of the same name has a number behind it. */
function nameOf({ from, through, addsTo }: PayPeriod, { payrolls }: Catalog): string {
  const name = addsTo === null ? `Payroll ${from} to ${through}` : `Supplement to ${addsTo.number}`;
  const same = payrolls.filter(({ number }) => number === name || number.startsWith(`${name} (`)).length;
  return same === 0 ? name : `${name} (${same + 1})`;
}

interface Posted {
  readonly sheet: PayrollSheet;
  readonly catalog: Catalog;
}

function payrollPosting(people: readonly PlacedPay[], period: PayPeriod, { sheet, catalog }: Posted): Posting {
  const { from, through, paidOn, fee, addsTo } = period;
  const supplementTo = addsTo?.id ?? null;
  const paid: PaidPeriod = { supplementTo, from, through, fee, people: people.map(({ at: _at, ...person }) => person) };
  const named = people.filter(({ employee }) => employee !== null).length;
  return {
    ...{ kind: 'payroll', number: nameOf(period, catalog), party: null, project: null },
    ...{ datedOn: paidOn, dueOn: null, gross: sum([...people.map(paidFor), fee]) },
    memo: named === 0 ? 'in all' : `${named} people`,
    body: { ...sheet, from, through, paidOn },
    entries: [payrollRun(catalog.roles, paid, postingDayOf(period, catalog))],
    effects: [{ kind: 'payroll', paid }],
  };
}

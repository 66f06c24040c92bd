import { codingKey } from '../../budget/budget-against-actual.ts';
import { mondayOf, plusDays, type IsoDate } from '../../calendar/iso-date.ts';
import { monthOf } from '../../calendar/month.ts';
import { isEmpty, quantityIn, required, textIn, withinBooks, type Cell } from '../../cells/cell.ts';
import { lookedUp } from '../../lookup/lookup.ts';
import { difference, sum } from '../../money/cents.ts';
import { quantity, rate, sumQuantity, unboundedExtension, type Quantity } from '../../money/quantity.ts';
import { dayInBooks } from '../../months/books-span.ts';
import { laterPosting, openDayFrom } from '../../months/open-day.ts';
import { dayToCome } from '../../months/unusual-day.ts';
import {
  accepted,
  following,
  gathered,
  listed,
  mapped,
  problemsOf,
  refused,
  type Decision,
} from '../../problems/decision.ts';
import type { Problem, Warning } from '../../problems/problem.ts';
import { budgetWarnings, codeLabel, type CodedCost } from '../budget-warnings.ts';
import type { Catalog, Employee } from '../catalog.ts';
import { codingIn, type ReadCoding } from '../coding.ts';
import type { SheetPosting, SheetReading } from '../sheet-reading.ts';
import { costedDay } from './costed.ts';
import type { HoursRow, HoursSheet } from './form.ts';
import { payIn, yesIn, type PayKind } from './pay.ts';
import { hoursWorked, type WorkedHours } from './post.ts';

const DAY = quantity(240_000);

/** Hours with the cell they were typed in. */
interface PlacedHours extends WorkedHours {
  readonly at: string;
  readonly row: number;
}

export function readHoursSheet(sheet: HoursSheet, catalog: Catalog): SheetReading {
  const weekOn = mondayOf(sheet.weekOn);
  const rows = sheet.rows.map((row, place) => (isBlank(row) ? accepted([]) : rowIn({ row, place, weekOn }, catalog)));
  const worked = rows.flatMap((row) => (row.ok ? row.value : []));
  const wrong = rows.flatMap(problemsOf);
  const costs = worked.flatMap(costOf);
  const nothing = worked.length === 0 && wrong.length === 0;
  return {
    postings: worked.length === 0 ? [] : [weekPosting(worked, { sheet, weekOn }, catalog)],
    costs: costs.filter(({ month }) => month <= catalog.workingMonth),
    entered: sum(worked.map(({ cost }) => cost)),
    missing: null,
    hours: sumQuantity(worked.map(({ hours }) => hours)),
    problems: [
      ...wrong,
      ...(nothing ? [{ at: 'rows', kind: 'nothing-entered' } as const] : []),
      ...daysTooLong(worked, catalog),
      ...takenBackTwice(worked),
    ],
    follows: [],
    warnings: [
      ...budgetWarnings(costs, catalog),
      ...worked.flatMap((hours) => laterPosting(hours.workedOn, catalog.lockedThrough, hours)),
      ...worked.flatMap(({ workedOn, at }) => dayToCome(workedOn, catalog.span.today, at)),
      ...worked.flatMap((hours) => alreadyThere(hours, catalog)),
    ],
  };
}

function isBlank({ employee, project, code, days }: HoursRow): boolean {
  return [employee, project, code, ...days].every((text) => text.trim() === '');
}

interface PlacedRow {
  readonly row: HoursRow;
  readonly place: number;
  readonly weekOn: IsoDate;
}

function rowIn(placed: PlacedRow, catalog: Catalog): Decision<readonly PlacedHours[]> {
  const { row, place, weekOn } = placed;
  const at = `rows/${place}`;
  const parts = gathered({
    employee: required({ typed: row.employee, at: `${at}/employee` }, 'the employee', (cell) =>
      lookedUp(catalog.employees, cell, 'employee'),
    ),
    work: workIn(row, at, catalog),
    days: daysIn(row, at),
    pay: leaveApart(row, at),
    billable: yesIn({ typed: row.billable, at: `${at}/billable` }, true),
    text: textIn({ typed: row.text, at: `${at}/text` }, 'the text', 200),
  });
  return following(parts, ({ employee, work, days, text, pay, billable }) =>
    listed(
      days.map(({ cell, hours, day }) => {
        const on = plusDays(weekOn, day);
        return mapped(costedDay({ employee, work, pay, hours, workedOn: on }, cell, catalog), (cost) => ({
          ...{ employee: employee.id, work, hours, pay, at: cell.at, row: place, ...cost },
          text: text === '' && hours < 0 ? `Correction of week of ${weekOn}` : text,
          billable: billable && work !== 'no project' && work.project.kind === 'client',
          workedOn: on,
          postedOn: openDayFrom(on, catalog.lockedThrough),
        }));
      }),
    ),
  );
}

/** How the hours are paid; leave is of no project. */
function leaveApart(row: HoursRow, at: string): Decision<PayKind> {
  const cell = { typed: row.pay, at: `${at}/pay` };
  return following(payIn(cell), (pay) =>
    pay === 'leave' && row.project.trim() !== '' ? refused({ at: cell.at, kind: 'leave-on-project' }) : accepted(pay),
  );
}

function workIn(row: HoursRow, at: string, catalog: Catalog): Decision<ReadCoding | 'no project'> {
  if (row.project.trim() === '') return accepted('no project');
  return codingIn({ ...row, costType: row.costType.trim() === '' ? 'labor' : row.costType }, at, catalog);
}

interface TypedDay {
  readonly cell: Cell;
  readonly day: number;
  readonly hours: Quantity;
}

/** The days with hours; a row without any is missing them. */
function daysIn({ days }: HoursRow, row: string): Decision<readonly TypedDay[]> {
  const cells = days.map((typed, day) => ({ typed, at: `${row}/days/${day}`, day }));
  const typed = cells.filter((cell) => !isEmpty(cell));
  if (typed.length === 0) return refused({ at: `${row}/days/0`, kind: 'missing', field: 'the hours' });
  const read = typed.map(({ day, ...cell }) =>
    following(quantityIn(cell), (hours): Decision<TypedDay> =>
      Math.abs(hours) > DAY
        ? refused({ at: cell.at, kind: 'number-outside', field: 'the hours', least: '−24', most: '24' })
        : accepted({ cell, day, hours }),
    ),
  );
  return mapped(listed(read), (all) => all.filter(({ hours }) => hours !== 0));
}

function costOf({ work, cost, row, postedOn }: PlacedHours): readonly (CodedCost & { readonly month: string })[] {
  return work === 'no project' ? [] : [{ ...work, cost, at: `rows/${row}/code`, month: monthOf(postedOn) }];
}

interface Week {
  readonly sheet: HoursSheet;
  readonly weekOn: IsoDate;
}

function weekPosting(worked: readonly WorkedHours[], { sheet, weekOn }: Week, { roles }: Catalog): SheetPosting {
  return {
    kind: 'hours',
    number: `Week of ${weekOn}`,
    party: null,
    project: null,
    datedOn: weekOn,
    dueOn: null,
    gross: sum(worked.map(({ cost }) => cost)),
    memo: `${new Set(worked.map(({ employee }) => employee)).size} people`,
    body: { ...sheet, weekOn },
    entries: hoursWorked(roles, worked),
    worked,
    paid: null,
  };
}

/** Nobody works more than 24 hours a day, what is posted already included; said once for each day. */
function daysTooLong(worked: readonly PlacedHours[], { employees, hoursThere }: Catalog): readonly Problem[] {
  const totals = new Map<string, number>();
  for (const { employee, workedOn, hours } of hoursThere) {
    const key = `${employee} ${workedOn}`;
    totals.set(key, (totals.get(key) ?? 0) + hours);
  }
  const told = new Set<string>();
  return worked.flatMap(({ employee, workedOn, hours }) => {
    const key = `${employee} ${workedOn}`;
    const total = (totals.get(key) ?? 0) + hours;
    totals.set(key, total);
    if (total <= DAY || told.has(key)) return [];
    told.add(key);
    const name = employees.find(({ id }) => id === employee)?.name ?? '';
    return [{ at: 'rows', kind: 'too-many-hours' as const, employee: name, day: workedOn }];
  });
}

/** Hours of one person, day and work are taken back by one row, so that no cent of their cost is left. */
function takenBackTwice(worked: readonly PlacedHours[]): readonly Problem[] {
  const seen = new Set<string>();
  return worked.flatMap(({ employee, workedOn, work, pay, hours, at }): readonly Problem[] => {
    if (hours >= 0) return [];
    const key = `${employee} ${workedOn} ${pay} ${work === 'no project' ? '' : codingKey(work.coding)}`;
    if (seen.has(key)) return [{ at, kind: 'taken-back-twice' }];
    seen.add(key);
    return [];
  });
}

/** Hours of the same person on the same work and day are posted already: the week may be typed twice. */
function alreadyThere(
  { employee, workedOn, work, hours: typed, at }: PlacedHours,
  catalog: Catalog,
): readonly Warning[] {
  if (typed < 0) return [];
  const coding = work === 'no project' ? null : codingKey(work.coding);
  const there = catalog.hoursThere.filter(
    (each) => each.employee === employee && each.workedOn === workedOn && each.coding === coding,
  );
  const hours = sumQuantity(there.map((each) => each.hours));
  if (hours === 0) return [];
  const name = catalog.employees.find(({ id }) => id === employee)?.name ?? '';
  const code = work === 'no project' ? '' : `${work.project.code} ${codeLabel(work.project, work.coding, catalog)}`;
  return [{ at, kind: 'hours-there', employee: name, day: workedOn, code, hours }];
}

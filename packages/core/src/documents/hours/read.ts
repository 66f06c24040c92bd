import { codingKey } from '../../ledger/dimensions.ts';
import { mondayOf, plusDays, type IsoDate } from '../../calendar/iso-date.ts';
import { groupedBy } from '../../collections/grouped-by.ts';
import { monthOf } from '../../calendar/month.ts';
import { ifFilled, required, textIn } from '../../cells/cell.ts';
import { found, lookedUp } from '../../lookup/lookup.ts';
import { sum } from '../../money/cents.ts';
import { sumQuantity } from '../../money/quantity.ts';
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
import type { Catalog, Employee, Equipment, HoursThere } from '../catalog.ts';
import { codingIn, type ReadCoding } from '../coding.ts';
import type { Posting } from '../posting.ts';
import type { SheetReading } from '../sheet-reading.ts';
import { costedDay } from './costed.ts';
import type { HoursRow, HoursSheet } from './form.ts';
import { equipmentRowIn, type PlacedUse, type UsedEquipment } from './equipment-use.ts';
import { payIn, yesIn, type PayKind } from '../../rates/pay.ts';
import { hoursWorked, type WorkedHours } from './post.ts';
import { usualWeeks } from './usual-week.ts';
import { DAY, typedDays } from './typed-days.ts';

/** Hours with the cell they were typed in. */
interface PlacedHours extends WorkedHours {
  readonly at: string;
  readonly row: number;
}

export function readHoursSheet(sheet: HoursSheet, catalog: Catalog): SheetReading {
  const weekOn = mondayOf(sheet.weekOn);
  const { worked, used, wrong } = rowsIn(sheet, weekOn, catalog);
  const all = [...worked, ...used];
  const costs = all.flatMap(costOf);
  const thereByDay = groupedBy(catalog.hoursThere, dayKey);
  const nothing = all.length === 0 && wrong.length === 0;
  return {
    postings: all.length === 0 ? [] : [weekPosting({ worked, used }, { sheet, weekOn }, catalog)],
    costs: costs.filter(({ month }) => month <= catalog.workingMonth),
    entered: sum(all.map(({ cost }) => cost)),
    missing: null,
    hours: sumQuantity(worked.map(({ hours }) => hours)),
    problems: [
      ...wrong,
      ...(nothing ? [{ at: 'rows', kind: 'nothing-entered' } as const] : []),
      ...daysTooLong(worked, catalog),
      ...takenBackTwice([...worked.map(hoursKey), ...used.map(useKey)]),
    ],
    follows: [],
    weeks: usualWeeks(worked, weekOn, catalog),
    warnings: [
      ...budgetWarnings(costs, catalog),
      ...worked.flatMap((hours) => laterPosting(hours.workedOn, catalog.lockedThrough, hours)),
      ...used.flatMap((use) => laterPosting(use.usedOn, catalog.lockedThrough, use)),
      ...worked.flatMap(({ workedOn, at }) => dayToCome(workedOn, catalog.span.today, at)),
      ...used.flatMap(({ usedOn, at }) => dayToCome(usedOn, catalog.span.today, at)),
      ...worked.flatMap((hours) => alreadyThere(hours, thereByDay, catalog)),
    ],
  };
}

interface RowsRead {
  readonly worked: readonly PlacedHours[];
  readonly used: readonly PlacedUse[];
  readonly wrong: readonly Problem[];
}

/** Rows of people and rows of equipment, each read as what it names. */
function rowsIn({ rows }: HoursSheet, weekOn: IsoDate, catalog: Catalog): RowsRead {
  const filled = rows.map((row, place) => ({ row, place, weekOn })).filter(({ row }) => !isBlank(row));
  const read = filled.map((typed) => {
    const named = found(catalog.resources, typed.row.employee);
    return named.kind === 'found' && isEquipment(named.value)
      ? { used: equipmentRowIn({ ...typed, equipment: named.value }, catalog), worked: accepted([]) }
      : { used: accepted([]), worked: rowIn(typed, catalog) };
  });
  return {
    worked: read.flatMap(({ worked }) => (worked.ok ? worked.value : [])),
    used: read.flatMap(({ used }) => (used.ok ? used.value : [])),
    wrong: read.flatMap(({ worked, used }) => [...problemsOf(worked), ...problemsOf(used)]),
  };
}

function isEquipment(named: Employee | Equipment): named is Equipment {
  return 'unit' in named;
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
      lookedUp(catalog.employees, cell, catalog.equipment.length === 0 ? 'employee' : 'employee or equipment'),
    ),
    activity: ifFilled({ typed: row.activity, at: `${at}/activity` }, null, (cell) =>
      lookedUp(catalog.activities, cell, 'activity'),
    ),
    work: workIn(row, at, catalog),
    days: typedDays(row, at),
    pay: leaveApart(row, at),
    billable: yesIn({ typed: row.billable, at: `${at}/billable` }, true),
    text: textIn({ typed: row.text, at: `${at}/text` }, 'the text', 200),
  });
  return following(parts, ({ employee, activity, work, days, text, pay, billable }) =>
    listed(
      days.map(({ cell, hours, day }) => {
        const on = plusDays(weekOn, day);
        return mapped(costedDay({ employee, activity, work, pay, hours, workedOn: on }, cell, catalog), (cost) => ({
          ...{
            employee: employee.id,
            activity: activity?.id ?? null,
            work,
            hours,
            pay,
            at: cell.at,
            row: place,
            ...cost,
          },
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

function costOf({
  work,
  cost,
  row,
  postedOn,
}: PlacedHours | PlacedUse): readonly (CodedCost & { readonly month: string })[] {
  return work === 'no project' ? [] : [{ ...work, cost, at: `rows/${row}/code`, month: monthOf(postedOn) }];
}

interface Week {
  readonly sheet: HoursSheet;
  readonly weekOn: IsoDate;
}

interface WeekRead {
  readonly worked: readonly WorkedHours[];
  readonly used: readonly UsedEquipment[];
}

function weekPosting({ worked, used }: WeekRead, { sheet, weekOn }: Week, { roles }: Catalog): Posting {
  return {
    kind: 'hours',
    number: `Week of ${weekOn}`,
    party: null,
    project: null,
    datedOn: weekOn,
    dueOn: null,
    gross: sum([...worked, ...used].map(({ cost }) => cost)),
    memo: `${new Set(worked.map(({ employee }) => employee)).size} people${equipmentWords(used)}`,
    body: { ...sheet, weekOn },
    entries: hoursWorked(roles, worked, used),
    effects: [
      { kind: 'worked-hours', hours: worked },
      { kind: 'equipment-use', used },
    ],
  };
}

function equipmentWords(used: readonly UsedEquipment[]): string {
  const machines = new Set(used.map(({ equipment }) => equipment)).size;
  return machines === 0 ? '' : `, ${machines} of equipment`;
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
function takenBackTwice(keys: readonly TakenBack[]): readonly Problem[] {
  const seen = new Set<string>();
  return keys.flatMap(({ key, isBack, at }): readonly Problem[] => {
    if (!isBack) return [];
    if (seen.has(key)) return [{ at, kind: 'taken-back-twice' }];
    seen.add(key);
    return [];
  });
}

interface TakenBack {
  readonly at: string;
  readonly isBack: boolean;
  /** What hours are told apart by when they are taken back. */
  readonly key: string;
}

function hoursKey({ employee, workedOn, work, pay, activity, hours, at }: PlacedHours): TakenBack {
  const coding = work === 'no project' ? '' : codingKey(work.coding);
  return { at, isBack: hours < 0, key: `${employee} ${workedOn} ${pay} ${activity} ${coding}` };
}

function useKey({ equipment, usedOn, work, quantity, at }: PlacedUse): TakenBack {
  return { at, isBack: quantity < 0, key: `equipment ${equipment} ${usedOn} ${codingKey(work.coding)}` };
}

/** Somebody's day. */
function dayKey({ employee, workedOn }: Pick<HoursThere, 'employee' | 'workedOn'>): string {
  return `${employee} ${workedOn}`;
}

/** Hours of the same person on the same work and day are posted already: the week may be typed twice. */
function alreadyThere(
  { employee, workedOn, work, hours: typed, at }: PlacedHours,
  thereByDay: ReadonlyMap<string, readonly HoursThere[]>,
  catalog: Catalog,
): readonly Warning[] {
  if (typed < 0) return [];
  const coding = work === 'no project' ? null : codingKey(work.coding);
  const there = (thereByDay.get(dayKey({ employee, workedOn })) ?? []).filter((each) => each.coding === coding);
  const hours = sumQuantity(there.map((each) => each.hours));
  if (hours === 0) return [];
  const name = catalog.employees.find(({ id }) => id === employee)?.name ?? '';
  const code = work === 'no project' ? '' : `${work.project.code} ${codeLabel(work.project, work.coding, catalog)}`;
  return [{ at, kind: 'hours-there', employee: name, day: workedOn, code, hours }];
}

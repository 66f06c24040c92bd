import { plusDays, type IsoDate } from '../calendar/iso-date.ts';
import { quantity, sumQuantity, type Quantity } from '../money/quantity.ts';
import type { WorkedHours } from '../posting/hours-worked.ts';
import type { Problem, Warning } from '../problems/problem.ts';
import { budgetWarnings } from './budget-warnings.ts';
import { lookUp, monthProblems, rateOn, type Catalog, type Employee } from './catalog.ts';
import { isFilled, readQuantity } from './cells.ts';
import { readCoding, type ReadCoding } from './coding.ts';
import { extension } from '../money/quantity.ts';

/** One row of the week's grid, as typed: who, where, and seven days from Monday. Without a project it is indirect time. */
export interface HoursRow {
  readonly employee: string;
  readonly project: string;
  readonly code: string;
  readonly costType: string;
  readonly days: readonly string[];
  readonly text: string;
}

export interface HoursSheet {
  /** A Monday. */
  readonly weekOn: IsoDate;
  readonly rows: readonly HoursRow[];
}

/** What a week's grid says. Post only without problems. */
export interface HoursWeek {
  readonly worked: readonly WorkedHours[];
  readonly hours: Quantity;
  readonly problems: readonly Problem[];
  readonly warnings: readonly Warning[];
}

const DAY = quantity(240_000);

export function readHoursSheet(sheet: HoursSheet, catalog: Catalog): HoursWeek {
  const problems: Problem[] = [];
  const read = sheet.rows.map((row, place) =>
    isBlank(row) ? [] : readRow({ row, at: `rows/${place}`, weekOn: sheet.weekOn }, catalog, problems),
  );
  const worked = read.flat();
  if (worked.length === 0 && problems.length === 0) problems.push({ at: 'rows', kind: 'nothing-entered' });
  problems.push(...daysTooLong(worked, catalog));
  const costs = read.flatMap((hours, place) =>
    hours.flatMap(({ work, hours: worked, rate }) =>
      work === 'no project' ? [] : [{ ...work, cost: extension(worked, rate), at: `rows/${place}/code` }],
    ),
  );
  return {
    worked,
    hours: sumQuantity(worked.map(({ hours }) => hours)),
    problems,
    warnings: budgetWarnings(costs, catalog),
  };
}

function isBlank({ employee, project, code, days }: HoursRow): boolean {
  return [employee, project, code, ...days].every((text) => text.trim() === '');
}

interface PlacedRow {
  readonly row: HoursRow;
  readonly at: string;
  readonly weekOn: IsoDate;
}

function readRow({ row, at, weekOn }: PlacedRow, catalog: Catalog, problems: Problem[]): readonly WorkedHours[] {
  const who = { typed: row.employee, at: `${at}/employee` };
  const employee = isFilled(who, 'the employee', problems)
    ? lookUp(catalog.employees, { ...who, subject: 'employee' }, problems)
    : undefined;
  const work = row.project.trim() === '' ? ('no project' as const) : readWork(row, at, catalog, problems);
  if (row.days.every((typed) => typed.trim() === '')) {
    problems.push({ at: `${at}/days/0`, kind: 'missing', field: 'the hours' });
  }
  return row.days.flatMap((typed, place): readonly WorkedHours[] => {
    if (typed.trim() === '') return [];
    const day = { at: `${at}/days/${place}`, workedOn: plusDays(weekOn, place) };
    const hours = readQuantity({ typed, at: day.at }, problems);
    if (hours === undefined || hours === 0) return [];
    if (hours < 0 || hours > DAY) {
      problems.push({ at: day.at, kind: 'number-outside', field: 'the hours', least: '0', most: '24' });
    }
    problems.push(...monthProblems(day.workedOn, catalog.lockedThrough, day.at));
    if (!employee || !work) return [];
    return atRate({ employee, work, hours, text: row.text.trim(), ...day }, problems);
  });
}

function readWork(row: HoursRow, at: string, catalog: Catalog, problems: Problem[]): ReadCoding | undefined {
  return readCoding({ ...row, costType: row.costType.trim() === '' ? 'labor' : row.costType }, at, catalog, problems);
}

interface DayOfWork {
  readonly employee: Employee;
  readonly work: ReadCoding | 'no project';
  readonly hours: Quantity;
  readonly workedOn: IsoDate;
  readonly at: string;
  readonly text: string;
}

function atRate({ employee, work, hours, workedOn, at, text }: DayOfWork, problems: Problem[]): readonly WorkedHours[] {
  const rate = rateOn(employee, workedOn);
  if (rate === undefined) {
    const project = work === 'no project' ? 'no project' : work.project.code;
    problems.push({ at, kind: 'no-rate', employee: employee.name, day: workedOn, project });
    return [];
  }
  return [{ employee: employee.id, workedOn, hours, rate, work, text }];
}

function daysTooLong(worked: readonly WorkedHours[], catalog: Catalog): readonly Problem[] {
  const totals = new Map<string, number>();
  return worked.flatMap(({ employee, workedOn, hours }) => {
    const key = `${employee} ${workedOn}`;
    const before = totals.get(key) ?? 0;
    totals.set(key, before + hours);
    if (before > DAY || before + hours <= DAY) return [];
    const name = catalog.employees.find(({ id }) => id === employee)?.name ?? '';
    return [{ at: 'rows', kind: 'too-many-hours' as const, employee: name, day: workedOn }];
  });
}

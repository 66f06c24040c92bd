import { dayNumber, isIsoDate, isoDate, mondayOf, plusDays, type IsoDate } from '../../calendar/iso-date.ts';
import { groupedBy } from '../../collections/grouped-by.ts';
import { takesCost } from '../../ledger/project.ts';
import { found, type Named } from '../../lookup/lookup.ts';
import type { Problem } from '../../problems/problem.ts';
import type { Catalog } from '../catalog.ts';
import { rowsInSheets, type HoursRow, type HoursSheet } from './form.ts';

/** A line of a time clock's file, as it came in. */
export interface ClockLine {
  readonly badge: string;
  /** Moments as `2027-03-22T07:00`. */
  readonly in: string;
  readonly out: string;
  readonly project: string;
  readonly code: string;
}

/** What of the books lines of a clock are read against. */
export type ClockBasis = Pick<Catalog, 'employees' | 'projects' | 'costCodes' | 'span'>;

export interface ReadClockLine {
  readonly employee: string;
  readonly day: IsoDate;
  readonly minutes: number;
  readonly project: string;
  readonly code: string;
}

/** A line with what it says, or why it cannot be used. */
export interface ClockEntry {
  readonly place: number;
  readonly read: ReadClockLine | null;
  readonly problems: readonly Problem[];
}

const MINUTES_OF_A_DAY = 24 * 60;
const MOMENT = /^(\d{4}-\d{2}-\d{2})[T ](\d{2}):(\d{2})$/;

/** Minutes since a day that every moment is after; undefined where it is none. */
function minutesAt(typed: string): number | undefined {
  const [, day = '', hour = '', minute = ''] = MOMENT.exec(typed.trim()) ?? [];
  if (!isIsoDate(day) || Number(hour) > 23 || Number(minute) > 59) return undefined;
  return dayNumber(isoDate(day)) * MINUTES_OF_A_DAY + Number(hour) * 60 + Number(minute);
}

/**
 * Every line of a clock's file by itself and beside the others of the same badge: who, on which day, how long, where. A line that
 * overlaps an earlier one is refused, and so is a day of more than 24 hours.
 */
export function readClock(lines: readonly ClockLine[], basis: ClockBasis): readonly ClockEntry[] {
  const alone = lines.map((line, place) => lineIn(line, place, basis));
  const overlapping = overlaps(lines);
  const long = tooLong(alone);
  return alone.map((entry) => {
    const more: readonly Problem[] = [
      ...(overlapping.has(entry.place) ? [{ at: 'in', kind: 'clock-overlap' } as const] : []),
      ...(long.has(entry.place)
        ? [{ at: 'out', kind: 'clock-too-long', hours: hoursText(long.get(entry.place) ?? 0) } as const]
        : []),
    ];
    return more.length === 0 ? entry : { ...entry, read: null, problems: [...entry.problems, ...more] };
  });
}

function lineIn(line: ClockLine, place: number, basis: ClockBasis): ClockEntry {
  const employee = named(basis.employees, line.badge);
  const project = line.project.trim() === '' ? null : named(basis.projects, line.project);
  const [from, through] = [minutesAt(line.in), minutesAt(line.out)];
  const day = from === undefined ? undefined : isoDate(line.in.trim().slice(0, 10));
  const code = line.code.trim();
  const problems: readonly Problem[] = [
    ...(employee === undefined
      ? [{ at: 'badge', kind: 'unknown-code', subject: 'employee', typed: line.badge } as const]
      : []),
    ...(from === undefined ? [{ at: 'in', kind: 'clock-unreadable', typed: line.in } as const] : []),
    ...(through === undefined ? [{ at: 'out', kind: 'clock-unreadable', typed: line.out } as const] : []),
    ...(from !== undefined && through !== undefined && through <= from
      ? [{ at: 'out', kind: 'clock-backwards' } as const]
      : []),
    ...(day !== undefined && (day < basis.span.first || day > basis.span.last)
      ? [{ at: 'in', kind: 'day-outside-books', day, first: basis.span.first, last: basis.span.last } as const]
      : []),
    ...projectProblems(line, project),
    ...(project !== null && !isCode(code, basis) ? [codeProblem(code)] : []),
  ];
  const isWhole = problems.length === 0 && employee !== undefined && day !== undefined;
  return {
    place,
    problems,
    read: isWhole
      ? {
          ...{ employee: employee.code, day, minutes: (through ?? 0) - (from ?? 0) },
          ...{ project: project?.code ?? '', code: project === null ? '' : code },
        }
      : null,
  };
}

function named<T extends Named>(list: readonly T[], typed: string): T | undefined {
  const result = typed.trim() === '' ? null : found(list, typed);
  return result?.kind === 'found' ? result.value : undefined;
}

function projectProblems(
  { project: typed }: ClockLine,
  project: ClockBasis['projects'][number] | null | undefined,
): readonly Problem[] {
  if (project === null) return [];
  if (project === undefined) return [{ at: 'project', kind: 'unknown-code', subject: 'project', typed }];
  return takesCost(project)
    ? []
    : [{ at: 'project', kind: 'project-closed', project: project.code, status: project.status }];
}

/** A cost code, with a phase before it or without; the phase is looked up when the sheet is read. */
function isCode(code: string, { costCodes }: ClockBasis): boolean {
  return code !== '' && named(costCodes, code.slice(code.lastIndexOf('/') + 1)) !== undefined;
}

function codeProblem(code: string): Problem {
  return code === ''
    ? { at: 'code', kind: 'missing', field: 'the cost code' }
    : { at: 'code', kind: 'unknown-code', subject: 'cost code', typed: code };
}

/** Lines that begin before an earlier line of the same badge has ended. */
function overlaps(lines: readonly ClockLine[]): ReadonlySet<number> {
  const spans = lines.flatMap(({ badge, in: from, out }, place) => {
    const [begins, ends] = [minutesAt(from), minutesAt(out)];
    return begins === undefined || ends === undefined || ends <= begins
      ? []
      : [{ badge: badge.trim().toLowerCase(), begins, ends, place }];
  });
  const over = new Set<number>();
  for (const own of groupedBy(spans, ({ badge }) => badge).values()) {
    let until = Number.NEGATIVE_INFINITY;
    for (const { begins, ends, place } of own.toSorted(
      (one, other) => one.begins - other.begins || one.place - other.place,
    )) {
      if (begins < until) over.add(place);
      until = Math.max(until, ends);
    }
  }
  return over;
}

/** Lines of somebody's day that come to more than 24 hours, with how many minutes they come to. */
function tooLong(entries: readonly ClockEntry[]): ReadonlyMap<number, number> {
  const read = entries.flatMap(({ place, read: line }) => (line === null ? [] : [{ place, ...line }]));
  const days = groupedBy(read, ({ employee, day }) => `${employee} ${day}`);
  return new Map(
    [...days.values()].flatMap((own) => {
      const minutes = own.reduce((total, each) => total + each.minutes, 0);
      return minutes > MINUTES_OF_A_DAY ? own.map(({ place }): [number, number] => [place, minutes]) : [];
    }),
  );
}

/** Hours to two decimals, as they are typed. */
function hoursText(minutes: number): string {
  return String(Math.round((minutes * 100) / 60) / 100);
}

/** The weeks that lines come to: a row for each person and work, the minutes of a day together. */
export function clockSheets(lines: readonly ReadClockLine[]): readonly HoursSheet[] {
  const weeks = groupedBy(lines, ({ day }) => mondayOf(day));
  return [...weeks]
    .toSorted(([one], [other]) => (one < other ? -1 : 1))
    .flatMap(([weekOn, own]) => {
      const works = groupedBy(own, ({ employee, project, code }) => `${employee} ${project} ${code}`);
      const rows = [...works.values()].flatMap((work) => rowOf(work, weekOn));
      return rowsInSheets(rows).map((part) => ({ kind: 'hours' as const, weekOn, rows: [...part] }));
    });
}

function rowOf(work: readonly ReadClockLine[], weekOn: IsoDate): readonly HoursRow[] {
  const [first] = work;
  if (first === undefined) return [];
  const days = Array.from({ length: 7 }, (_, day) => {
    const minutes = work
      .filter((each) => each.day === plusDays(weekOn, day))
      .reduce((total, each) => total + each.minutes, 0);
    return minutes === 0 ? '' : hoursText(minutes);
  });
  const { employee, project, code } = first;
  return [{ employee, project, code, days, costType: '', pay: '', billable: '', activity: '', text: '' }];
}

import { typedDate, type DayReading } from '../../calendar/typed-date.ts';
import { found, type Named } from '../../lookup/lookup.ts';
import { cents } from '../../money/cents.ts';
import { quantity, rate, unboundedExtension } from '../../money/quantity.ts';
import { typedNumber } from '../../money/typed-number.ts';
import type { Problem } from '../../problems/problem.ts';
import { appliedRate, type RateBook } from '../../rates/applying-rule.ts';
import type { ReportedHours } from './figures.ts';

/** A line of a table of hours from elsewhere, as typed. */
export interface HoursTableLine {
  readonly employee: string;
  readonly project: string;
  readonly activity: string;
  readonly day: string;
  readonly hours: string;
}

/** What the codes of a table are joined with. */
export interface HoursTableBasis {
  readonly employees: readonly (Named & { readonly id: number; readonly role: string | null })[];
  readonly projects: readonly (Named & {
    readonly id: number;
    readonly client: number | null;
    readonly isForClient: boolean;
  })[];
  readonly activities: readonly Named[];
  readonly costRates: RateBook;
  readonly days: DayReading;
}

/** A line that matched, or why it did not. */
export type JoinedLine =
  | { readonly kind: 'joined'; readonly line: ReportedHours }
  | { readonly kind: 'unmatched'; readonly place: number; readonly problems: readonly Problem[] };

/** Each line joined with the books by its codes; at the cost rate of its day. Lines that match nothing say what does not. */
export function joinedHours(lines: readonly HoursTableLine[], basis: HoursTableBasis): readonly JoinedLine[] {
  return lines.map((line, place) => joined(line, place, basis));
}

function joined(typed: HoursTableLine, place: number, basis: HoursTableBasis): JoinedLine {
  const employee = named(basis.employees, typed.employee);
  const project = typed.project.trim() === '' ? null : named(basis.projects, typed.project);
  const activity = typed.activity.trim() === '' ? null : named(basis.activities, typed.activity);
  const day = typedDate(typed.day, basis.days.near, basis.days.order);
  const read = typedNumber(typed.hours, 4);
  const wrong: readonly Problem[] = [
    ...(employee === undefined ? [unknown('employee', typed.employee)] : []),
    ...(project === undefined ? [unknown('project', typed.project)] : []),
    ...(activity === undefined ? [unknown('activity', typed.activity)] : []),
    ...(day === undefined ? [{ at: 'day', kind: 'unreadable-day', typed: typed.day } as const] : []),
    ...(read.kind === 'number' ? [] : [{ at: 'hours', kind: 'unreadable-number', typed: typed.hours } as const]),
  ];
  if (
    wrong.length > 0 ||
    employee === undefined ||
    project === undefined ||
    day === undefined ||
    read.kind !== 'number'
  ) {
    return { kind: 'unmatched', place, problems: wrong };
  }
  const worked = {
    ...{ day, employee: employee.id, role: employee.role, activity: activity?.code ?? null },
    ...{ project: project?.id ?? null, client: project?.client ?? null },
  };
  const applied = appliedRate(basis.costRates, worked);
  if (applied === null) {
    const nowhere = project?.code ?? 'no project';
    return {
      kind: 'unmatched',
      place,
      problems: [{ at: 'employee', kind: 'no-rate', employee: employee.name, day, project: nowhere }],
    };
  }
  const { rate: loaded, overhead } = applied.rule.rates.regular;
  const hours = quantity(read.scaled);
  const cost = cents(unboundedExtension(hours, project === null ? rate(loaded - overhead) : loaded));
  return { kind: 'joined', line: { ...worked, pay: 'regular', billable: project?.isForClient ?? false, hours, cost } };
}

function named<T extends Named>(list: readonly T[], typed: string): T | undefined {
  const result = typed.trim() === '' ? null : found(list, typed);
  return result?.kind === 'found' ? result.value : undefined;
}

function unknown(subject: 'employee' | 'project' | 'activity', typed: string): Problem {
  return { at: subject, kind: 'unknown-code', subject, typed };
}

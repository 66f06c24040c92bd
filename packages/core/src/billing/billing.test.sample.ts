import { isoDate } from '../calendar/iso-date.ts';
import { partyId, projectId } from '../ledger/ids.ts';
import { cents } from '../money/cents.ts';
import { NO_RETENTION, retentionSteps, type RetentionTerms } from './retention-terms.ts';
import { NOTHING_BILLED, type BilledSoFar, type ProjectBilling, type ScheduledLine } from './schedule.ts';

/** A line of a schedule, in dollars. */
export function scheduled(
  number: number,
  value: number,
  billed: { readonly [F in keyof BilledSoFar]?: number } = {},
): ScheduledLine {
  const of = (dollars = 0) => cents(Math.round(dollars * 100));
  return {
    ...{ number, id: number * 10, name: `Line ${number}`, origin: 'Estimate 1', agreedOn: isoDate('2027-01-01') },
    ...{ value: of(value), complete: null },
    billed: {
      ...{ work: of(billed.work), stored: of(billed.stored) },
      ...{ withheld: of(billed.withheld), released: of(billed.released) },
    },
  };
}

export function terms(typed: string, more: Partial<RetentionTerms> = {}): RetentionTerms {
  return { ...NO_RETENTION, steps: retentionSteps(typed) ?? [], ...more };
}

/** A contract of project 1 that is as much as its schedule comes to, agreed in January. */
export function billing(schedule: readonly ScheduledLine[], more: Partial<ProjectBilling> = {}): ProjectBilling {
  const price = schedule.reduce((all, { value }) => all + value, 0);
  return {
    ...{ project: projectId(1), client: partyId(50), termsDays: 30, taxCode: null, isPriced: true, schedule },
    contract: price === 0 ? [] : [{ agreedOn: isoDate('2027-01-01'), amount: cents(price) }],
    ...{ unscheduled: NOTHING_BILLED, terms: NO_RETENTION, posts: 'when certified', held: [], applications: [] },
    ...{ applied: 0, deposits: [], ...more },
  };
}

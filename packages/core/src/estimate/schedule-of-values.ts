import { groupedBy } from '../collections/grouped-by.ts';
import { codingKey, type Coding } from '../ledger/dimensions.ts';
import { sum, type Cents } from '../money/cents.ts';
import type { Problem } from '../problems/problem.ts';
import type { EstimatedProject, EstimateLine } from './read-estimate.ts';

export const SCHEDULE_GROUPINGS = ['section', 'phase', 'line'] as const;
export type ScheduleGrouping = (typeof SCHEDULE_GROUPINGS)[number];

export interface ScheduledValue {
  readonly name: string;
  readonly amount: Cents;
  /** Where the cost of its lines belongs: its percent complete is proposed from it. */
  readonly codings: readonly Coding[];
}

/**
 * What the client is billed by: the prices of the lines, put together as chosen; it adds up to the price of the whole. Groups that
 * come to nothing are left out: lines with cost and no price are not the client's to see.
 */
export function scheduleOfValues(
  lines: readonly EstimateLine[],
  grouping: ScheduleGrouping,
  project: EstimatedProject,
): readonly ScheduledValue[] {
  const groups = groupedBy(lines, (line) => groupOf(line, grouping, project));
  return [...groups]
    .map(([name, group]) => ({ name, amount: sum(group.map(({ price }) => price)), codings: codingsOf(group) }))
    .filter(({ amount }) => amount !== 0);
}

function codingsOf(lines: readonly EstimateLine[]): readonly Coding[] {
  const codings = lines.flatMap(({ coding }) => (coding === null ? [] : [coding]));
  return [...new Map(codings.map((coding) => [codingKey(coding), coding])).values()];
}

function groupOf(line: EstimateLine, grouping: ScheduleGrouping, project: EstimatedProject): string {
  switch (grouping) {
    case 'section':
      return line.section;
    case 'phase': {
      const phase = project.phases.find(({ id }) => id === line.coding?.phase);
      return phase ? `${phase.code} ${phase.name}` : project.name;
    }
    case 'line':
      return [line.section, line.text || `Line ${line.place + 1}`].filter((part) => part !== '').join(': ');
  }
}

/** By section, a priced line needs one. */
export function scheduleProblems(lines: readonly EstimateLine[], grouping: ScheduleGrouping): readonly Problem[] {
  if (grouping !== 'section') return [];
  return lines
    .filter(({ section, price }) => section === '' && price !== 0)
    .map(({ place }) => ({ at: `rows/${place}/section`, kind: 'section-to-approve' }));
}

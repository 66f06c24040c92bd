import type { IsoDate } from '../calendar/iso-date.ts';
import type { Project } from '../ledger/project.ts';

/** Where in its life a project is on a day. */
export const STAGES = ['proposed', 'before its start', 'under way', 'finished', 'cancelled'] as const;
export type Stage = (typeof STAGES)[number];

type Dated = Pick<Project, 'status' | 'startOn' | 'actualEndOn'>;

/** By its status and days as known; an end that lies ahead has not come yet. */
export function stageOn(day: IsoDate, { status, startOn, actualEndOn }: Dated): Stage {
  const ended = actualEndOn !== null && actualEndOn <= day;
  if (status === 'cancelled' && (ended || actualEndOn === null)) return 'cancelled';
  if (ended) return 'finished';
  if (status === 'proposed') return 'proposed';
  return startOn > day ? 'before its start' : 'under way';
}

/** Whether no more cost is to come: what it will have cost is what it has cost. */
export function hasEnded(stage: Stage): boolean {
  return stage === 'finished' || stage === 'cancelled';
}

import { difference, type Cents } from '../money/cents.ts';
import { compareRatios, percent, ratio, type Ratio } from '../money/ratio.ts';
import type { Problem } from '../problems/problem.ts';

/** Where a project stands among those whose forecasts of a month are asked for. */
export const TOLD_STATES = ['missing', 'told', 'sent back', 'taken over', 'saved'] as const;
export type ToldState = (typeof TOLD_STATES)[number];

/** What somebody decided of a forecast that was told. */
export const TOLD_DECISIONS = ['taken over', 'sent back'] as const;
export type ToldDecision = (typeof TOLD_DECISIONS)[number];

export interface ToldMoments {
  /** When it was told; null while it was not. */
  readonly told: number | null;
  readonly decision: ToldDecision | null;
  /** When a forecast of the month was saved last, told or not; null while none is. */
  readonly saved: number | null;
}

/** A forecast that was saved since goes before what was told. */
export function toldState({ told, decision, saved }: ToldMoments): ToldState {
  if (told === null) return saved === null ? 'missing' : 'saved';
  if (decision !== null) return decision;
  return saved !== null && saved >= told ? 'saved' : 'told';
}

export interface Moved {
  readonly before: Cents;
  readonly after: Cents;
}

/** How far an estimate moved, as a share of what it was; null where it was nothing. */
export function movedShare({ before, after }: Moved): Ratio | null {
  return before === 0 ? null : ratio(Math.abs(difference(after, before)), Math.abs(before));
}

/** Whether an estimate moved by more than the limit: from nothing, by anything at all. */
export function isFarMoved(moved: Moved, limit: Ratio): boolean {
  const share = movedShare(moved);
  return share === null ? moved.after !== 0 : compareRatios(share, limit) > 0;
}

/** An estimate that moved far is told with the reason. */
export function whyMissing(moved: Moved, limit: Ratio, text: string): readonly Problem[] {
  if (text.trim() !== '' || !isFarMoved(moved, limit)) return [];
  const share = movedShare(moved);
  const said = share === null ? 'all of it' : `${percent(share, 1)} %`;
  return [{ at: 'text', kind: 'moved-without-why', moved: said, limit: `${percent(limit, 1)} %` }];
}

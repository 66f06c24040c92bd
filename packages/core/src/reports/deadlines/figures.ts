import { dayNumber, type IsoDate } from '../../calendar/iso-date.ts';
import { compareRatios, ratio, type Ratio } from '../../money/ratio.ts';

/** How a project stands against its days. */
export interface Deadline {
  /** Days gone ÷ days from start to target end; above 1 once it is late. */
  readonly timeGone: Ratio;
  /** Days until the target end; below zero when it is past. */
  readonly daysLeft: number;
  /** `late`: the target end is past; `behind`: more of its time is gone than of its work. */
  readonly kind: 'late' | 'behind' | 'on time';
}

/** `complete` is null where nothing measures it: then nothing is behind. Both ends count: a project of one day is half gone at no moment, and all gone on its day. */
export function deadline(
  { startOn, targetEndOn }: { readonly startOn: IsoDate; readonly targetEndOn: IsoDate },
  complete: Ratio | null,
  on: IsoDate,
): Deadline {
  const all = Math.max(1, 1 + dayNumber(targetEndOn) - dayNumber(startOn));
  const gone = Math.max(0, 1 + dayNumber(on) - dayNumber(startOn));
  const timeGone = ratio(gone, all);
  const daysLeft = dayNumber(targetEndOn) - dayNumber(on);
  const behind = complete !== null && compareRatios(timeGone, complete) > 0;
  return { timeGone, daysLeft, kind: daysLeft < 0 ? 'late' : behind ? 'behind' : 'on time' };
}

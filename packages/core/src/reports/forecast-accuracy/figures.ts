import { monthNumber, type Month } from '../../calendar/month.ts';
import { cents, difference, type Cents } from '../../money/cents.ts';
import { compareRatios, ratio, type Ratio } from '../../money/ratio.ts';

/** A forecast of a project that has ended since. */
export interface Forecasted {
  readonly month: Month;
  /** What the project was to cost by it. */
  readonly estimate: Cents;
  /** Cost of change orders that were approved since; nobody could have forecast it. */
  readonly approvedSince: Cents;
}

export interface Accuracy {
  readonly monthsBefore: number;
  /** The forecast with the change orders since. */
  readonly expected: Cents;
  /** What came − what was expected: above zero it was forecast too low. */
  readonly missed: Cents;
  /** Of what came; null where nothing did. */
  readonly share: Ratio | null;
  readonly says: 'met' | 'too low' | 'too high';
}

/** So far off and no further counts as met. */
const MET = ratio(1, 100);

/** How near a forecast came to what its project cost in the end. */
export function accuracy(
  { month, estimate, approvedSince }: Forecasted,
  { came, ended }: { readonly came: Cents; readonly ended: Month },
): Accuracy {
  const expected = cents(estimate + approvedSince);
  const missed = difference(came, expected);
  const share = came === 0 ? null : ratio(missed, came);
  const isMet = share === null ? missed === 0 : compareRatios(ratio(Math.abs(missed), Math.abs(came)), MET) <= 0;
  return {
    monthsBefore: monthNumber(ended) - monthNumber(month),
    ...{ expected, missed, share },
    says: isMet ? 'met' : missed > 0 ? 'too low' : 'too high',
  };
}

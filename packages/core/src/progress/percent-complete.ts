import { invariant } from '../invariant.ts';
import type { Cents } from '../money/cents.ts';
import { ratio, type Ratio } from '../money/ratio.ts';

/** Cost-to-cost progress: cost incurred as a share of cost expected. Input method, IFRS 15.B18 (ASC 606-10-55-20). */
export function percentComplete(costToDate: Cents, estimateAtCompletion: Cents): Ratio {
  invariant(0 <= costToDate && costToDate <= estimateAtCompletion, 'progress() sorts out the other cases');
  return ratio(costToDate, estimateAtCompletion);
}

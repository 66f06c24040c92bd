import { difference, type Cents } from '../money/cents.ts';
import { keptTo, NONE, WHOLE, type Ratio } from '../money/ratio.ts';
import { estimateAtCompletion } from './estimate-at-completion.ts';
import { percentComplete } from './percent-complete.ts';
import type { ProjectPosition } from './project-position.ts';

export type Progress =
  | { readonly kind: 'not-measured' | 'no-estimate' | 'not-begun'; readonly complete: Ratio }
  | { readonly kind: 'under-way' | 'finished'; readonly complete: Ratio }
  | { readonly kind: 'over-estimate'; readonly complete: Ratio; readonly overrun: Cents };

/** Decimals of a percent the company keeps; null keeps the exact ratio. */
export type KeptDecimals = number | null;

/** How far a project is. Cost above its estimate counts as complete, so that revenue stops at the contract. */
export function progress(position: ProjectPosition, kept: KeptDecimals): Progress {
  if (position.project.method === 'none') return { kind: 'not-measured', complete: NONE };
  if (position.finished) return { kind: 'finished', complete: WHOLE };
  const estimate = estimateAtCompletion(position);
  const cost = position.costToDate;
  if (cost <= 0) return { kind: estimate > 0 ? 'not-begun' : 'no-estimate', complete: NONE };
  if (cost > estimate) return { kind: 'over-estimate', complete: WHOLE, overrun: difference(cost, estimate) };
  const exact = percentComplete(cost, estimate);
  return { kind: 'under-way', complete: kept === null ? exact : keptTo(kept, exact) };
}

import { sum } from '../money/cents.ts';
import { ratio, WHOLE } from '../money/ratio.ts';
import { earnedByMeasure } from './earned-by-measure.ts';
import { hasContract, measuredProgress, type KeptDecimals, type Progress } from './measured-progress.ts';
import { obligationPositions } from './obligation-positions.ts';
import type { ProjectPosition } from './project-position.ts';

/** How far a project is: by its measure, or, of a split contract, by what its obligations have earned of the price. */
export function progress(position: ProjectPosition, kept: KeptDecimals): Progress {
  const parts = obligationPositions(position);
  if (parts.length === 0) return measuredProgress(position, kept);
  const { stage, contract } = position;
  if (stage === 'finished' || stage === 'cancelled') return { kind: stage, complete: WHOLE };
  if (!hasContract(position)) return measuredProgress(position, kept);
  const earned = sum(parts.map((part) => earnedByMeasure(part.position, measuredProgress(part.position, kept))));
  return { kind: 'by-obligations', complete: ratio(earned, contract) };
}

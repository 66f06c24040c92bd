import { expose } from 'comlink';
import { wording } from '@lowtide/core/problems/wording.ts';
import { readRanges, type RangeAnswer, type RangeBasis, type RangeSheet } from '@lowtide/core/what-if/read-ranges.ts';

/** What ranges come to, with what is wrong with them in words. */
export interface RangeReading extends Omit<RangeAnswer, 'problems'> {
  readonly problems: readonly { readonly at: string; readonly message: string }[];
}

/** By the code that recognizes revenue. */
function rangeReading(sheet: RangeSheet, basis: RangeBasis): RangeReading {
  const { problems, ...answer } = readRanges(sheet, basis);
  return { ...answer, problems: problems.map((problem) => ({ at: problem.at, message: wording(problem) })) };
}

const served = { rangeReading };
export type RangeReadings = typeof served;
expose(served);

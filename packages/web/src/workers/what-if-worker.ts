import { expose } from 'comlink';
import { wording } from '@lowtide/core/problems/wording.ts';
import {
  readWhatIf,
  type WhatIfAnswer,
  type WhatIfBasis,
  type WhatIfSheet,
} from '@lowtide/core/what-if/read-what-if.ts';

/** What a what-if comes to, with what is wrong with it in words. */
export interface WhatIfReading extends Omit<WhatIfAnswer, 'problems'> {
  readonly problems: readonly { readonly at: string; readonly message: string }[];
}

// It comes once; sheets come at every key.
let basis: WhatIfBasis = { positions: [], kept: null };

function begin(from: WhatIfBasis): void {
  basis = from;
}

/** By the code that recognizes revenue. */
function whatIfReading(sheet: WhatIfSheet): WhatIfReading {
  const { problems, ...answer } = readWhatIf(sheet, basis);
  return { ...answer, problems: problems.map((problem) => ({ at: problem.at, message: wording(problem) })) };
}

const served = { begin, whatIfReading };
export type WhatIfReadings = typeof served;
expose(served);

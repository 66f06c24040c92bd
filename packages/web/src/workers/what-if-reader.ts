import { wrap, type Remote } from 'comlink';
import type { WhatIfBasis, WhatIfSheet } from '@lowtide/core/what-if/read-what-if.ts';
import type { WhatIfReading, WhatIfReadings } from './what-if-worker.ts';

export interface WhatIfReader {
  readonly read: (sheet: WhatIfSheet) => Promise<WhatIfReading>;
  readonly stop: () => void;
}

/** Works out what-ifs beside the page, so that a thousand projects never hold up typing. */
export function whatIfReader(basis: WhatIfBasis): WhatIfReader {
  const worker = new Worker(new URL('./what-if-worker.ts', import.meta.url), { type: 'module' });
  const remote: Remote<WhatIfReadings> = wrap(worker);
  const begun = remote.begin(basis);
  return {
    read: async (sheet) => {
      await begun;
      return remote.whatIfReading(sheet);
    },
    stop: () => worker.terminate(),
  };
}

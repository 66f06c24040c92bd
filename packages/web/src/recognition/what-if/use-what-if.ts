import { useEffect, useRef, useState } from 'react';
import type { WhatIfBasis, WhatIfSheet } from '@lowtide/core/what-if/read-what-if.ts';
import { whatIfReader, type WhatIfReader } from '../../workers/what-if-reader.ts';
import type { WhatIfReading } from '../../workers/what-if-worker.ts';

/** What a sheet comes to, as soon as that is worked out; null for a sheet that is none, and before its first answer. */
export function useWhatIf(basis: WhatIfBasis, sheet: WhatIfSheet | null): WhatIfReading | null {
  const reader = useRef<WhatIfReader | null>(null);
  const [reading, setReading] = useState<WhatIfReading | null>(null);
  useEffect(() => {
    const begun = whatIfReader(basis);
    reader.current = begun;
    return begun.stop;
  }, [basis]);
  useEffect(() => {
    let isWanted = true;
    if (sheet !== null) {
      void reader.current?.read(sheet).then((answer) => {
        if (isWanted) setReading(answer);
      });
    }
    return () => {
      isWanted = false;
    };
  }, [basis, sheet]);
  return sheet === null ? null : reading;
}

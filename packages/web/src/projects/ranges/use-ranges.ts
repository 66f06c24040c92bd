import { useEffect, useRef, useState } from 'react';
import type { RangeBasis, RangeSheet } from '@lowtide/core/what-if/read-ranges.ts';
import { rangeReader, type RangeReader } from '../../workers/range-reader.ts';
import type { RangeReading } from '../../workers/range-worker.ts';

/** What ranges come to, as soon as they are drawn; null before the first time. */
export function useRanges(basis: RangeBasis, sheet: RangeSheet): RangeReading | null {
  const reader = useRef<RangeReader | null>(null);
  const [reading, setReading] = useState<RangeReading | null>(null);
  useEffect(() => {
    const begun = rangeReader();
    reader.current = begun;
    return begun.stop;
  }, []);
  useEffect(() => {
    let isWanted = true;
    void reader.current?.read(sheet, basis).then((answer) => {
      if (isWanted) setReading(answer);
    });
    return () => {
      isWanted = false;
    };
  }, [basis, sheet]);
  return reading;
}

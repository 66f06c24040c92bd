import { useEffect, useRef, useState } from 'react';
import type { EstimateSheet } from '@lowtide/core/estimate/estimate-sheet.ts';
import type { EstimateBasis } from '@lowtide/core/estimate/read-estimate.ts';
import { estimateReader, type EstimateReader } from '../../workers/estimate-reader.ts';
import type { EstimateReading } from '../../workers/estimate-worker.ts';

/** What the sheet comes to, read beside the page: one reading at a time, then again when it was changed meanwhile. */
export function useReading(sheet: EstimateSheet | null, basis: EstimateBasis | null): EstimateReading | null {
  const [reading, setReading] = useState<EstimateReading | null>(null);
  const reader = useRef<EstimateReader | null>(null);
  const wanted = useRef<readonly [EstimateSheet, EstimateBasis] | null>(null);
  const busy = useRef(false);

  useEffect(() => {
    const made = estimateReader();
    reader.current = made;
    return () => made.stop();
  }, []);

  useEffect(() => {
    if (sheet === null || basis === null) return;
    wanted.current = [sheet, basis];
    // After the paint of what was typed: handing the sheet over takes its time, too.
    const waiting = setTimeout(() => void readAll(), 0);
    return () => clearTimeout(waiting);
  }, [sheet, basis]);

  const readAll = async (): Promise<void> => {
    if (busy.current) return;
    busy.current = true;
    while (wanted.current !== null && reader.current !== null) {
      const [now, on] = wanted.current;
      wanted.current = null;
      setReading(await reader.current.read(now, on));
    }
    busy.current = false;
  };
  return reading;
}

import { useEffect, useRef, useState } from 'react';
import type { EstimateSheet } from '@lowtide/core/estimate/estimate-sheet.ts';
import type { FollowedCells } from '@lowtide/core/estimate/followed-cells.ts';
import type { EstimateBasis } from '@lowtide/core/estimate/read-estimate.ts';
import { estimateReader, type EstimateReader } from '../../workers/estimate-reader.ts';
import { withChanged } from '../../workers/changed-cells.ts';
import type { EstimateReading } from '../../workers/estimate-worker.ts';

/** What a sheet comes to, and by row what follows in its untyped cells. */
export interface SheetReading extends Omit<EstimateReading, 'changed'> {
  readonly follows: ReadonlyMap<number, FollowedCells>;
}

const NOTHING: SheetReading['follows'] = new Map();

/** What the sheet comes to, read beside the page: one reading at a time, then again when it was changed meanwhile. */
export function useReading(sheet: EstimateSheet | null, basis: EstimateBasis | null): SheetReading | null {
  const [reading, setReading] = useState<SheetReading | null>(null);
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
    const readAll = async (): Promise<void> => {
      if (busy.current) return;
      busy.current = true;
      while (wanted.current !== null && reader.current !== null) {
        const [now, on] = wanted.current;
        wanted.current = null;
        const { changed, ...read } = await reader.current.read(now, on);
        setReading((before) => ({ ...read, follows: withChanged(before?.follows ?? NOTHING, changed) }));
      }
      busy.current = false;
    };
    wanted.current = [sheet, basis];
    // After the paint of what was typed: handing the sheet over takes its time, too.
    let waiting: ReturnType<typeof setTimeout> | undefined;
    const painting = requestAnimationFrame(() => {
      waiting = setTimeout(() => void readAll(), 0);
    });
    return () => {
      cancelAnimationFrame(painting);
      clearTimeout(waiting);
    };
  }, [sheet, basis]);
  return reading;
}

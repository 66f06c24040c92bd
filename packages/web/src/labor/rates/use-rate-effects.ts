import { useEffect, useState } from 'react';
import type { RateTableRow } from '@lowtide/core/rates/rate-table.ts';
import { useAsk, type Answer } from '../../api/books-api.ts';

export type Effects = Answer<'rateTablePreview'>;

const PAUSE_MS = 500;

/** What rates would do, asked at each pause in typing. */
export function useRateEffects(side: 'cost' | 'bill', rows: readonly RateTableRow[]): Effects | null {
  const ask = useAsk('rateTablePreview');
  const [known, setKnown] = useState<Effects | null>(null);
  const text = JSON.stringify({ side, rows });
  useEffect(() => {
    let isLate = false;
    const timer = window.setTimeout(() => {
      void ask({ body: JSON.parse(text) as { side: 'cost' | 'bill'; rows: RateTableRow[] } }).then((answer) => {
        if (!isLate && answer.ok) setKnown(answer.answer);
      });
    }, PAUSE_MS);
    return () => {
      isLate = true;
      window.clearTimeout(timer);
    };
    // Asked anew for what was typed, not for a new function that asks.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [text]);
  return known;
}

import { monthText, type Month } from '@lowtide/core/calendar/month.ts';
import { useShownBooks } from './as-of.tsx';

/** What posting into a month means that is recognized already; null where it is not, or no month is known. */
export function useRecognizedNote(month: Month | null): string | null {
  const { recognizedThrough } = useShownBooks().frame;
  if (month === null || recognizedThrough === null || month > recognizedThrough) return null;
  return `${monthText(month)} is recognized already: what posts into it makes its run out of date, and the next run catches up.`;
}

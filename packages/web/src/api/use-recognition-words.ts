import { dollars } from '@lowtide/core/money/dollars.ts';
import { useShownBooks } from './as-of.tsx';
import { useRead } from './books-api.ts';
import { useMay } from './session.tsx';

/** How the recognition of the month stands, in words: what came since it was run, and what is to be recognized. */
export function useRecognitionWords(): string {
  const { through, known, frame } = useShownBooks();
  const { recognizedThrough } = frame;
  const may = useMay();
  const isRun = recognizedThrough !== null && through <= recognizedThrough;
  const { answer } = useRead(
    'recognitionState',
    known === undefined && may('read-projects') ? { query: { through } } : null,
  );
  const rest = answer?.changesAnything ? `, ${dollars(answer.toRecognizeCents)} to recognize` : '';
  if (!isRun) return `not yet recognized${rest}`;
  const since = answer?.documentsSince ?? 0;
  const came = since === 0 ? '' : `; ${since} ${since === 1 ? 'document' : 'documents'} since`;
  return `recognized${came}${rest}`;
}

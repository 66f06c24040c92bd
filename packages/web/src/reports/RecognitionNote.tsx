import { monthText } from '@lowtide/core/calendar/month.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useRead } from '../api/books-api.ts';
import { Button } from '../ui/Button.tsx';
import { Note } from '../ui/notes.tsx';

export interface RecognitionNoteProps {
  readonly basis: string;
  readonly onChange: (basis: string) => void;
}

/** Says of a month whose revenue is not recognized, or not any more, what is still to come, and offers to show it as if it were. */
export function RecognitionNote({ basis, onChange }: RecognitionNoteProps) {
  const { through, known } = useShownBooks();
  const { answer } = useRead('recognitionState', known === undefined ? { query: { through } } : null);
  if (!answer?.changesAnything) return null;
  const isRun = answer.recognizedThrough !== null && through <= answer.recognizedThrough;
  const what = isRun
    ? `${monthText(through)} was recognized, and things came since`
    : `${monthText(through)} is not recognized yet`;
  return (
    <Note $tone="warning" role="status">
      {what}: {dollars(answer.toRecognizeCents)} of revenue to recognize.{' '}
      {basis === 'recognized' ? 'Shown as if recognized now.' : 'Shown as posted.'}{' '}
      <Button $look="quiet" onPress={() => onChange(basis === 'recognized' ? 'posted' : 'recognized')}>
        {basis === 'recognized' ? 'Show as posted' : 'Show as if recognized now'}
      </Button>
    </Note>
  );
}

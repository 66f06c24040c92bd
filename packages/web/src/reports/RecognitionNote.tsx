import { monthText } from '@lowtide/core/calendar/month.ts';
import { cents, difference } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';

export interface RecognitionNoteProps {
  readonly basis: string;
  /** The report shows results: it says what cost is not in them. */
  readonly leavesWipOut: boolean;
}

/**
 * Goes on with the sentence of a report: what the month is still to recognize, and how much cost stays in WIP, out of the result, and why.
 * Nothing where all of it is recognized.
 */
export function RecognitionNote({ basis, leavesWipOut }: RecognitionNoteProps) {
  const { through, known } = useShownBooks();
  const { answer } = useRead('recognitionState', known === undefined ? { query: { through } } : null);
  if (answer === undefined) return null;
  const month = monthText(through);
  const isRun = answer.recognizedThrough !== null && through <= answer.recognizedThrough;
  const toRecognize = `${dollars(answer.toRecognizeCents)} of revenue`;
  const state = !answer.changesAnything
    ? ''
    : basis === 'recognized'
      ? ` Among it ${toRecognize} that ${isRun ? 'came since the run' : 'is not posted yet'}.`
      : isRun
        ? ` Things came since ${month} was recognized: ${toRecognize} to recognize.`
        : ` ${month} is not recognized yet: ${toRecognize} to recognize.`;
  return (
    <span role="status">
      {state}
      {leavesWipOut ? leftOut(answer, basis, month) : ''}
    </span>
  );
}

/** How much cost is in WIP and so not in the result, and why. */
function leftOut(state: Answer<'recognitionState'>, basis: string, month: string): string {
  const { heldCents, waitingCents, waitingProjects } = state;
  const names = `${waitingProjects.join(', ')}${waitingProjects.length === 5 ? ' and others' : ''}`;
  const waits = `${dollars(waitingCents)} of ${names}, without contract or estimate`;
  if (basis === 'recognized') return waitingCents === 0 ? '' : ` Left out is cost that waits in WIP: ${waits}.`;
  if (heldCents === 0) return '';
  if (waitingCents === 0)
    return ` ${dollars(heldCents)} of cost waits in WIP until ${month} is recognized, and is left out.`;
  const untilRun = difference(heldCents, cents(Math.min(heldCents, waitingCents)));
  const why = [...(untilRun === 0 ? [] : [`${dollars(untilRun)} until ${month} is recognized`]), waits];
  return ` ${dollars(heldCents)} of cost waits in WIP and is left out: ${why.join('; ')}.`;
}

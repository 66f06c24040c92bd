import { monthText, type Month } from '../calendar/month.ts';
import { cents, difference, type Cents } from '../money/cents.ts';
import { dollars } from '../money/dollars.ts';

/** What a month is still to recognize, and what cost stands in WIP. */
export interface RecognitionStanding {
  /** As `yyyy-mm`; null before the first run. */
  readonly recognizedThrough: string | null;
  readonly changesAnything: boolean;
  readonly toRecognizeCents: Cents;
  /** Cost in WIP as posted; and of it what waits for a contract or an estimate, even once the month is run. */
  readonly heldCents: Cents;
  readonly waitingCents: Cents;
  /** Codes of projects that wait, the first few. */
  readonly waitingProjects: readonly string[];
}

/** The most projects that are named. */
export const MOST_WAITING_NAMED = 5;

export interface NoteAsked {
  readonly through: Month;
  /** `posted`, or `recognized`: as if the month were recognized now. */
  readonly basis: string;
  /** The report shows results: it says what cost is not in them. */
  readonly leavesWipOut: boolean;
}

/**
 * Sentences that go on with the sentence of a report: what the month is still to recognize, and how much cost stays in WIP, out of
 * the result, and why. None where all of it is recognized.
 */
export function recognitionNote(standing: RecognitionStanding, asked: NoteAsked): readonly string[] {
  return [...stillToRecognize(standing, asked), ...(asked.leavesWipOut ? leftOut(standing, asked) : [])];
}

function stillToRecognize(standing: RecognitionStanding, { through, basis }: NoteAsked): readonly string[] {
  const { recognizedThrough, changesAnything, toRecognizeCents } = standing;
  if (!changesAnything) return [];
  const isRun = recognizedThrough !== null && through <= recognizedThrough;
  const revenue = `${dollars(toRecognizeCents)} of revenue`;
  if (basis === 'recognized')
    return [`Among it ${revenue} that ${isRun ? 'came since the run' : 'is not posted yet'}.`];
  return isRun
    ? [`Things came since ${monthText(through)} was recognized: ${revenue} to recognize.`]
    : [`${monthText(through)} is not recognized yet: ${revenue} to recognize.`];
}

function leftOut(standing: RecognitionStanding, { through, basis }: NoteAsked): readonly string[] {
  const { heldCents, waitingCents, waitingProjects } = standing;
  const others = waitingProjects.length === MOST_WAITING_NAMED ? ' and others' : '';
  const waits = `${dollars(waitingCents)} of ${waitingProjects.join(', ')}${others}, without contract or estimate`;
  if (basis === 'recognized') return waitingCents === 0 ? [] : [`Left out is cost that waits in WIP: ${waits}.`];
  if (heldCents === 0) return [];
  const untilRun = `until ${monthText(through)} is recognized`;
  if (waitingCents === 0) return [`${dollars(heldCents)} of cost waits in WIP ${untilRun}, and is left out.`];
  const forRun = difference(heldCents, cents(Math.min(heldCents, waitingCents)));
  const why = [...(forRun === 0 ? [] : [`${dollars(forRun)} ${untilRun}`]), waits];
  return [`${dollars(heldCents)} of cost waits in WIP and is left out: ${why.join('; ')}.`];
}

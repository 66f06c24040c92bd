import { cents, ZERO, type Cents } from '../money/cents.ts';
import { MILLIONTHS, millionthsOf, shareOf } from '../money/ratio.ts';

/** From so much of the work completed on, so much of it is withheld; both in millionths. */
export interface RetentionStep {
  readonly from: number;
  readonly withheld: number;
}

export const RETENTION_SCOPES = ['the whole schedule', 'each line'] as const;
export const RETENTION_REDUCTIONS = ['what follows', 'all of it'] as const;

/** What a client holds back of invoices. */
export interface RetentionTerms {
  /** The first one from 0; none where nothing is withheld. */
  readonly steps: readonly RetentionStep[];
  /** Of stored materials, in millionths; null for as much as of the work then completed. */
  readonly stored: number | null;
  /** Whether its steps are reached by the whole schedule, or by each line of it. */
  readonly by: (typeof RETENTION_SCOPES)[number];
  /** Whether a later percent is of what is completed from there on, or of all of it: then what was withheld before is given back. */
  readonly reduces: (typeof RETENTION_REDUCTIONS)[number];
  /** Days after the project's end on which it is due; null where the contract says nothing. */
  readonly dueDays: number | null;
  /** How much of what is held the final invoice releases, in millionths; null for nothing. */
  readonly withFinal: number | null;
}

export const NO_RETENTION: RetentionTerms = {
  ...{ steps: [], stored: null, by: 'the whole schedule', reduces: 'what follows', dueDays: null, withFinal: null },
};

const PIECE = /^(\d+(?:\.\d{1,4})?)\s*%?(?:\s*(?:until|to)\s*(\d+(?:\.\d{1,4})?)\s*%?)?$/i;

/** Reads `10 until 50, then 5 until 75, then 0`; undefined where it says no such thing. Empty: nothing is withheld. */
export function retentionSteps(text: string): readonly RetentionStep[] | undefined {
  if (text.trim() === '') return [];
  const pieces = text.split(/\s*(?:,\s*then\s+|,|;|\bthen\b)\s*/i).filter((piece) => piece.trim() !== '');
  const steps: RetentionStep[] = [];
  let from = 0;
  for (const [place, piece] of pieces.entries()) {
    const [, withheld = '', until] = PIECE.exec(piece.trim()) ?? [];
    if (withheld === '' || (until === undefined) !== (place === pieces.length - 1)) return undefined;
    steps.push({ from, withheld: millionthsTyped(withheld) });
    if (until !== undefined) {
      const next = millionthsTyped(until);
      if (next <= from || next > MILLIONTHS) return undefined;
      from = next;
    }
  }
  return steps.every(({ withheld }) => withheld <= MILLIONTHS) ? steps : undefined;
}

function millionthsTyped(percent: string): number {
  return Math.round(Number(percent) * 10_000);
}

/** The steps as they are typed. */
export function stepsText(steps: readonly RetentionStep[]): string {
  return steps
    .map(({ withheld }, place) => {
      const next = steps[place + 1];
      return next === undefined ? percentText(withheld) : `${percentText(withheld)} until ${percentText(next.from)}`;
    })
    .join(', then ');
}

function percentText(millionths: number): string {
  return String(millionths / 10_000);
}

export interface Completed {
  /** What the work is priced at. */
  readonly value: Cents;
  readonly completed: Cents;
  readonly stored: Cents;
}

/**
 * What is withheld to date, of completed work and of stored materials, each rounded once. A step is reached at exactly its percent of
 * completed work; stored materials do not count for it. Work without a price reaches the first step only.
 */
export function withheldToDate(terms: RetentionTerms, of: Completed): { readonly work: Cents; readonly stored: Cents } {
  const { steps } = terms;
  if (steps.length === 0) return { work: ZERO, stored: ZERO };
  const now = stepReached(steps, of);
  return {
    work: terms.reduces === 'all of it' ? shareOf(of.completed, millionthsOf(now.withheld)) : stepByStep(steps, of),
    stored: shareOf(of.stored, millionthsOf(terms.stored ?? now.withheld)),
  };
}

const FIRST: RetentionStep = { from: 0, withheld: 0 };

function stepReached(steps: readonly RetentionStep[], { value, completed }: Completed): RetentionStep {
  const reached = steps.findLast(
    ({ from }) => from === 0 || (value > 0 && BigInt(completed) * BigInt(MILLIONTHS) >= BigInt(value) * BigInt(from)),
  );
  return reached ?? steps[0] ?? FIRST;
}

/** Of each step its percent of what was completed within it; rounded once, at the end. */
function stepByStep(steps: readonly RetentionStep[], { value, completed }: Completed): Cents {
  const [first = FIRST] = steps;
  if (completed < 0 || value <= 0) return shareOf(completed, millionthsOf(first.withheld));
  const done = BigInt(completed) * BigInt(MILLIONTHS);
  const whole = BigInt(value);
  const exact = steps.reduce((sum, { from, withheld }, place) => {
    const begins = whole * BigInt(from);
    const next = steps[place + 1];
    const ends = next === undefined ? done : whole * BigInt(next.from);
    const within = (done < ends ? done : ends) - begins;
    return within > 0n ? sum + within * BigInt(withheld) : sum;
  }, 0n);
  const scale = BigInt(MILLIONTHS) * BigInt(MILLIONTHS);
  return cents(Number((2n * exact + scale) / (2n * scale)));
}

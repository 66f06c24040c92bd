import type { z } from 'zod';
import type { IsoDate } from '../calendar/iso-date.ts';
import type { Month } from '../calendar/month.ts';
import type { Table } from './table.ts';

/** What the initial value of a choice may depend on. */
export interface ChoiceContext {
  readonly through: Month;
  readonly fiscalYearStart: Month;
}

/** A word of a report's sentence that can be changed; its name is that of the query parameter, or of the address where only the view changes. */
export type Choice =
  | { readonly kind: 'month'; readonly label: string; readonly initial: (context: ChoiceContext) => Month }
  | {
      readonly kind: 'day';
      readonly label: string;
      /** Null where the answer chooses: the latest day there is something for. */
      readonly initial: (context: ChoiceContext) => IsoDate | null;
      /** The day an answer is of that chose it itself. */
      readonly answered?: (answer: unknown) => IsoDate;
    }
  | { readonly kind: 'options'; readonly label: string; readonly options: readonly ChoiceOption[] }
  | { readonly kind: 'project' | 'client'; readonly label: string };

export interface ChoiceOption {
  readonly value: string;
  readonly text: string;
}

/** What people want to know, and reports answer; in this order. */
export const REPORT_GROUPS = {
  contracts: 'Where do contracts stand?',
  profit: 'What do projects earn and cost?',
  bought: 'What is bought, owed and due?',
  labor: 'What does labor cost?',
  books: 'What do the books say?',
} as const;
export type ReportGroup = keyof typeof REPORT_GROUPS;

export type Chosen = Readonly<Record<string, string>>;

/**
 * A report: one address that answers it, one sentence that says what it shows, one table that is drawn, saved and printed. Whatever
 * list it is in, its page, its CSV, its workbook and its PDF follow.
 */
export interface Report<Query extends z.ZodType = z.ZodType, Answer extends z.ZodType = z.ZodType> {
  readonly title: string;
  readonly group: ReportGroup;
  /** Other words people have for it, and for what it shows; it is found by them. */
  readonly alsoCalled: readonly string[];
  readonly facts: string;
  /** Below `/api`. */
  readonly path: string;
  readonly may: 'read-projects' | 'read-books' | 'see-pay';
  /** For the description of the API. */
  readonly summary: string;
  readonly query: Query;
  readonly answer: Answer;
  /** What it shows, each `{word}` a choice, `{through}` the month; what is chosen stands in the address. */
  readonly sentence: string;
  readonly choices: Readonly<Record<string, Choice>>;
  /** Choices that are no parameter of the query: they only change what is drawn. */
  readonly drawnOnly?: readonly string[];
  table(answer: z.output<Answer>, chosen: Chosen): Table;
  /** It shows results, in which cost that waits in WIP is left out; it says how much. */
  readonly leavesWipOut?: true;
  /** Its rows are a statement in its own order, sums among them: they are not put in order, filtered or grouped. */
  readonly isStatement?: true;
  /** Said where it has no rows. */
  readonly empty: string;
}

/** A report with the types of its shapes kept. */
export function report<Query extends z.ZodType, Answer extends z.ZodType>(
  facts: Report<Query, Answer>,
): Report<Query, Answer> {
  return facts;
}

/** How a month that is not recognized yet is shown. */
export const BASIS: Choice = {
  kind: 'options',
  label: 'Basis',
  options: [
    { value: 'posted', text: 'as posted' },
    { value: 'recognized', text: 'as if recognized now' },
  ],
};

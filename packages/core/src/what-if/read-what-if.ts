import { moneyIn, numberIn, type Cell } from '../cells/cell.ts';
import { MOST_SUM, SumTooLarge, ZERO, type Cents } from '../money/cents.ts';
import { MILLIONTHS, millionthsOf, shareOf, type Ratio } from '../money/ratio.ts';
import { accepted, following, listed, mapped, refused, type Decision } from '../problems/decision.ts';
import type { Problem } from '../problems/problem.ts';
import type { KeptDecimals } from '../progress/measured-progress.ts';
import type { ProjectPosition } from '../progress/project-position.ts';
import { changedPosition, costToComplete, type Changes } from './changed-position.ts';
import { outcome, outcomesTogether, sensitivity, type Outcome, type Summed } from './outcome.ts';

/** What is asked of a project, as typed: an amount, or a percent of its price or of what it will still cost; empty for nothing. */
export const ASKED = ['price', 'toComplete', 'work', 'billed'] as const;
export type AskedName = (typeof ASKED)[number];
export type WhatIfRow = Readonly<Record<AskedName, string>>;
export const BLANK_ASKED: WhatIfRow = { price: '', toComplete: '', work: '', billed: '' };

export interface WhatIfSheet {
  /** For every project whose own cell is empty. */
  readonly all: WhatIfRow;
  /** By the number of the project. */
  readonly rows: Readonly<Record<string, WhatIfRow>>;
}

export const NOTHING_ASKED: WhatIfSheet = { all: BLANK_ASKED, rows: {} };

export interface WhatIfBasis {
  readonly positions: readonly ProjectPosition[];
  readonly kept: KeptDecimals;
}

export interface WhatIfAnswer {
  /** In the order of the positions, as the books stand and as asked. */
  readonly rows: readonly { readonly books: Outcome; readonly asked: Outcome; readonly sensitivity: Cents }[];
  readonly books: Summed;
  readonly asked: Summed;
  /** At `all/column`, or `place/column` of a project's place in the sheet; such a cell counts for nothing. */
  readonly problems: readonly Problem[];
}

/** What the sheet comes to beside the books, both as if the month were recognized now. */
export function readWhatIf({ all, rows }: WhatIfSheet, { positions, kept }: WhatIfBasis): WhatIfAnswer {
  // What is asked of all is read once, not once for each project.
  const ofAll = rowRead(all, 'all');
  const problems: Problem[] = ofAll.ok || positions.length === 0 ? [] : [...ofAll.problems];
  // Together they stay where sums are exact, whatever is typed into however many projects.
  let left = MOST_ASKED;
  const answered = positions.map((position, place) => {
    const books = outcome(position, kept);
    const moved = sensitivity(position, books, kept);
    const same = { books, asked: books, sensitivity: moved };
    const typed = rows[String(position.project.id)];
    const own = typed === undefined ? accepted(NOTHING_TYPED) : rowRead(typed, String(place));
    if (!own.ok) problems.push(...own.problems);
    if (!own.ok || !ofAll.ok) return same;
    const changes = changesOf({ ...ofAll.value, ...own.value }, position);
    const size = sizeOf(changes);
    if (size === 0) return same;
    const asked = size > left ? null : withinSums(() => outcome(changedPosition(position, changes), kept));
    if (asked === null) {
      problems.push(tooLarge(typed ?? all, typed === undefined ? 'all' : String(place)));
      return same;
    }
    left -= size;
    return { books, asked, sensitivity: moved };
  });
  const books = outcomesTogether(answered.map((row) => row.books));
  const asked = withinSums(() => outcomesTogether(answered.map((row) => row.asked)));
  if (asked === null) problems.push(tooLarge(all, 'all'));
  return { rows: answered, books, asked: asked ?? books, problems };
}

/** Null where it would be more than can be added up exactly. */
function withinSums<T>(work: () => T): T | null {
  try {
    return work();
  } catch (error) {
    if (error instanceof SumTooLarge) return null;
    throw error;
  }
}

function tooLarge(row: WhatIfRow, place: string): Problem {
  const column = ASKED.find((each) => row[each].trim() !== '') ?? 'price';
  return { at: `${place}/${column}`, kind: 'number-too-large', typed: row[column] };
}

const MOST_ASKED = MOST_SUM / 8;

function sizeOf({ price, toComplete, work, billed }: Changes): number {
  return Math.abs(price) + Math.abs(toComplete) + Math.abs(work) + Math.abs(billed);
}

/** An amount, or a share of whatever the column is a share of. */
type Read = { readonly kind: 'amount'; readonly amount: Cents } | { readonly kind: 'share'; readonly share: Ratio };
/** What is typed of a row; columns of which nothing is are not there. */
type RowRead = { readonly [N in AskedName]?: Read };

const NOTHING_TYPED: RowRead = {};

function rowRead(row: WhatIfRow, place: string): Decision<RowRead> {
  const typed = ASKED.filter((column) => row[column].trim() !== '');
  return mapped(
    listed(typed.map((column) => cellRead({ typed: row[column], at: `${place}/${column}` }))),
    (read) => Object.fromEntries(typed.map((column, at) => [column, read[at]])) as RowRead,
  );
}

/** `1,500`, `-20,000`, or `5 %` of a whole. */
function cellRead(cell: Cell): Decision<Read> {
  const typed = cell.typed.trim();
  if (!typed.endsWith('%')) return mapped(moneyIn(cell), (amount): Read => ({ kind: 'amount', amount }));
  return following(numberIn({ typed: typed.slice(0, -1), at: cell.at }, 4), (millionths) =>
    Math.abs(millionths) <= MOST_SHARE
      ? accepted<Read>({ kind: 'share', share: millionthsOf(millionths) })
      : refused({ at: cell.at, kind: 'number-too-large', typed: cell.typed }),
  );
}

/** A thousand times the whole. */
const MOST_SHARE = 1_000 * MILLIONTHS;

function changesOf({ price, toComplete, work, billed }: RowRead, position: ProjectPosition): Changes {
  const toCome = costToComplete(position);
  return {
    price: amountOf(price, position.contract),
    toComplete: amountOf(toComplete, toCome),
    work: amountOf(work, toCome),
    billed: amountOf(billed, position.contract),
  };
}

function amountOf(read: Read | undefined, whole: Cents): Cents {
  if (read === undefined) return ZERO;
  return read.kind === 'amount' ? read.amount : shareOf(whole, read.share);
}

import { isEmpty, moneyIn, numberIn, withinBooks, type Cell } from '../cells/cell.ts';
import { MOST_SUM, ZERO, type Cents } from '../money/cents.ts';
import { MILLIONTHS, ratio, shareOf } from '../money/ratio.ts';
import { accepted, following, gathered, type Decision } from '../problems/decision.ts';
import type { Problem } from '../problems/problem.ts';
import type { KeptDecimals } from '../progress/progress.ts';
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
  const problems: Problem[] = [...problemsOfAll(all, positions[0])];
  // Together they stay where sums are exact, whatever is typed into however many projects.
  let left = MOST_ASKED;
  const answered = positions.map((position, place) => {
    const own = rows[String(position.project.id)] ?? BLANK_ASKED;
    const read = changesIn(own, all, { position, place });
    if (!read.ok) problems.push(...read.problems.filter(({ at }) => !at.startsWith('all/')));
    const books = outcome(position, kept);
    const size = read.ok ? sizeOf(read.value) : 0;
    if (size > left) problems.push({ at: `${place}/price`, kind: 'number-too-large', typed: own.price });
    const isTaken = read.ok && size <= left;
    if (isTaken) left -= size;
    const asked = isTaken ? outcome(changedPosition(position, read.value), kept) : books;
    return { books, asked, sensitivity: sensitivity(position, kept) };
  });
  return {
    rows: answered,
    books: outcomesTogether(answered.map(({ books }) => books)),
    asked: outcomesTogether(answered.map(({ asked }) => asked)),
    problems,
  };
}

const MOST_ASKED = MOST_SUM / 8;

function sizeOf(changes: Changes): number {
  return Object.values(changes).reduce<number>((all, change: Cents) => all + Math.abs(change), 0);
}

/** What is wrong with what is asked of all, told once. */
function problemsOfAll(all: WhatIfRow, position: ProjectPosition | undefined): readonly Problem[] {
  if (position === undefined) return [];
  const read = changesIn(BLANK_ASKED, all, { position, place: 0 });
  return read.ok ? [] : read.problems;
}

interface At {
  readonly position: ProjectPosition;
  readonly place: number;
}

function changesIn(own: WhatIfRow, all: WhatIfRow, { position, place }: At): Decision<Changes> {
  const cell = (column: AskedName): Cell =>
    own[column].trim() === ''
      ? { typed: all[column], at: `all/${column}` }
      : { typed: own[column], at: `${place}/${column}` };
  const toCome = costToComplete(position);
  return gathered({
    price: amountOrShare(cell('price'), position.contract),
    toComplete: amountOrShare(cell('toComplete'), toCome),
    work: amountOrShare(cell('work'), toCome),
    billed: amountOrShare(cell('billed'), position.contract),
  });
}

/** `1,500`, `-20,000`, or `5 %` of a whole. */
function amountOrShare(cell: Cell, whole: Cents): Decision<Cents> {
  if (isEmpty(cell)) return accepted(ZERO);
  const typed = cell.typed.trim();
  if (!typed.endsWith('%')) return moneyIn(cell);
  return following(numberIn({ typed: typed.slice(0, -1), at: cell.at }, 4), (millionths) =>
    withinBooks(cell, shareOf(whole, ratio(millionths, MILLIONTHS))),
  );
}

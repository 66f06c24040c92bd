import type { Content, TableCell } from 'pdfmake';
import { FIGURES, QUIET, RULES } from './letter.ts';

export interface ListedColumn {
  readonly head: string;
  /** Set to the right, in figures of one width. */
  readonly figures: boolean;
}

/** A table in a letter: a line of heads, then its rows; the last column is widest where it is of words. */
export function listed(columns: readonly ListedColumn[], rows: readonly (readonly string[])[]): Content {
  const cell = (text: string, place: number, more: object = {}): TableCell => ({
    text,
    ...(columns[place]?.figures === true ? { alignment: 'right', ...FIGURES } : {}),
    ...more,
  });
  const heads = columns.map(({ head }, place) => cell(head, place, { color: QUIET, fontSize: 9 }));
  const body = [heads, ...rows.map((row) => row.map((text, place) => cell(text, place)))];
  return {
    table: { headerRows: 1, widths: columns.map(({ figures }) => (figures ? 80 : '*')), body, dontBreakRows: true },
    layout: RULES,
  };
}

import type { CellPlace } from '../entry/grid/grid-edits.ts';
import type { Preview } from '../entry/draft/use-draft.ts';

/** Where the hand is in a sheet. */
export interface Hand {
  readonly place: CellPlace;
  /** The text of the cell is being typed. */
  readonly isTyping: boolean;
}

/** The columns of the sheet, and whether nothing is typed at `rows/3/net`. */
export interface TypedCells {
  readonly columns: readonly string[];
  readonly isEmpty: (at: string) => boolean;
}

/**
 * What a sheet would do, without what is only not typed yet: in the row where the hand is, cells that are empty or being typed in
 * are not wrong until the row is left, or posting is asked for.
 */
export function reached(preview: Preview | null, hand: Hand | null, { columns, isEmpty }: TypedCells): Preview | null {
  if (preview === null || hand === null) return preview;
  const { place, isTyping } = hand;
  const here = `rows/${place.row}/${columns[place.column] ?? ''}`;
  const isAhead = ({ at }: { readonly at: string }): boolean =>
    at === 'rows' || (isTyping && at === here) || (at.startsWith(`rows/${place.row}/`) && isEmpty(at));
  return { ...preview, problems: preview.problems.filter((problem) => !isAhead(problem)) };
}

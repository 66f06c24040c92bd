import { z } from 'zod';
import { difference } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import type { Answer } from '../../api/books-api.ts';
import { BLANK_RANGE, type RangeBasis, type RangeRow, type RangeSheet } from '@lowtide/core/what-if/read-ranges.ts';
import type { CellMark, GridColumn, GridRow } from '../../entry/grid/grid-edits.ts';
import { placeWords } from '../../entry/grid/remark-places.ts';
import type { RangeReading } from '../../workers/range-worker.ts';

type Forecast = Answer<'forecast'>;

export const RANGE_COLUMNS: readonly GridColumn[] = [
  { id: 'code', head: 'Line', width: '10%', readOnly: true },
  { id: 'name', head: 'Name', width: '25%', readOnly: true },
  { id: 'actual', head: 'Cost so far', width: '12%', figures: true, readOnly: true },
  { id: 'low', head: 'To come, at least', width: '13%', figures: true },
  { id: 'likely', head: 'Most likely', width: '13%', figures: true },
  { id: 'high', head: 'At most', width: '13%', figures: true },
  { id: 'spread', head: 'Of the spread', width: '14%', figures: true, readOnly: true },
];

export const NOTHING_TYPED: RangeSheet = { all: BLANK_RANGE, together: '50%', rows: [] };

/** What each line will still cost by its forecast. */
export function rangeBasis({ lines, position, percentDecimals }: Forecast): RangeBasis {
  const toCome = lines.map(({ estimateCents, actual }) => difference(estimateCents, actual.amountCents));
  return { position, kept: percentDecimals, toCome };
}

/** The first row is of all; one a line follows. */
export function rangeRows({ rows, all }: RangeSheet, { lines }: Forecast, reading: RangeReading | null): GridRow[] {
  return [
    { code: 'All', name: 'each without its own', actual: '', spread: '', ...all },
    ...lines.map(({ code, name, actual }, place): GridRow => {
      const spread = reading?.lines[place]?.spread;
      return {
        ...{ code, name, actual: dollars(actual.amountCents), ...(rows[place] ?? BLANK_RANGE) },
        spread: spread === undefined ? '' : `${(100 * spread).toFixed(1)} %`,
      };
    }),
  ];
}

export function typedRanges(edited: readonly GridRow[], sheet: RangeSheet): RangeSheet {
  const typed = (row: GridRow | undefined): RangeRow => ({
    ...{ low: row?.['low'] ?? '', likely: row?.['likely'] ?? '', high: row?.['high'] ?? '' },
  });
  return { ...sheet, all: typed(edited[0]), rows: edited.slice(1).map(typed) };
}

/** What holds while nothing is typed stands quietly in the cell: what the forecast leaves to come, and what is typed for all. */
export function rangeFollows(
  { all }: RangeSheet,
  { toCome }: RangeBasis,
  row: number,
): Readonly<Record<string, string>> | undefined {
  if (row === 0) return undefined;
  const likely = toCome[row - 1];
  if (likely === undefined || all.likely.trim() !== '') return { ...all };
  return { ...all, likely: dollars(likely) };
}

/** Where a problem stands in the grid, whose first row is of all. */
function gridPlace(at: string): string {
  const [place = '', column = ''] = at.split('/');
  return `${place === 'all' ? 0 : Number(place) + 1}/${column}`;
}

const words = placeWords(RANGE_COLUMNS);

/** The place of a problem as people see it. */
export function rangePlace(at: string): string {
  return words(`rows/${gridPlace(at)}`);
}

export function rangeMarks(reading: RangeReading | null): ReadonlyMap<string, CellMark> {
  return new Map(
    (reading?.problems ?? []).map(({ at, message }): [string, CellMark] => [
      gridPlace(at),
      { tone: 'trouble', message },
    ]),
  );
}

export function isTyped({ all, rows }: RangeSheet): boolean {
  return [all, ...rows].some((row) => Object.values(row).some((cell: string) => cell.trim() !== ''));
}

const Row = z.object({ low: z.string(), likely: z.string(), high: z.string() });
const Kept = z.object({
  project: z.number(),
  all: Row,
  together: z.string(),
  rows: z.record(z.string(), Row),
});

/** As it is kept: its rows by their lines, so that a line that joins later moves none. */
export function rangesToKeep({ all, together, rows }: RangeSheet, { project, lines }: Forecast): string {
  const own = rows.flatMap((row, place) => {
    const line = lines[place]?.line;
    return line !== undefined && Object.values(row).some((cell) => cell !== '') ? [[line, row] as const] : [];
  });
  return JSON.stringify({ project: project.id, all, together, rows: Object.fromEntries(own) });
}

/** Ranges that were kept; null for those of another project, and where they cannot be read. */
export function keptRanges(state: string, { project, lines }: Forecast): RangeSheet | null {
  const read = Kept.safeParse(parsed(state));
  if (!read.success || read.data.project !== project.id) return null;
  const { all, together, rows } = read.data;
  return { all, together, rows: lines.map(({ line }) => rows[line] ?? BLANK_RANGE) };
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

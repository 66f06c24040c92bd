import { cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { percent } from '@lowtide/core/money/ratio.ts';
import {
  ASKED,
  BLANK_ASKED,
  NOTHING_ASKED,
  type AskedName,
  type WhatIfBasis,
  type WhatIfRow,
  type WhatIfSheet,
} from '@lowtide/core/what-if/read-what-if.ts';
import { z } from 'zod';
import type { CellMark, GridColumn, GridRow } from '../../entry/grid/grid-edits.ts';
import type { WhatIfReading } from '../../workers/what-if-worker.ts';

export const WHAT_IF_COLUMNS: readonly GridColumn[] = [
  { id: 'code', head: 'Code', width: '6.5%', readOnly: true },
  { id: 'name', head: 'Project', width: '16%', readOnly: true },
  { id: 'price', head: 'Price ±', width: '8%', figures: true },
  { id: 'toComplete', head: 'To complete ±', width: '8.5%', figures: true },
  { id: 'work', head: 'Work done +', width: '8%', figures: true },
  { id: 'billed', head: 'Billed ±', width: '8%', figures: true },
  { id: 'earned', head: 'Month earns', width: '9%', figures: true, readOnly: true },
  { id: 'change', head: 'Change', width: '8%', figures: true, readOnly: true },
  { id: 'profit', head: 'Profit at end', width: '9.5%', figures: true, readOnly: true },
  { id: 'margin', head: 'Margin', width: '5.5%', figures: true, readOnly: true },
  { id: 'net', head: 'Over +, under −', width: '9%', figures: true, readOnly: true },
  { id: 'sensitivity', head: '1 % dearer', width: '7%', figures: true, readOnly: true },
];

/** The first row is asked of all; one a project follows. */
export function gridRows(
  sheet: WhatIfSheet,
  { positions }: WhatIfBasis,
  reading: WhatIfReading | null,
): readonly GridRow[] {
  const all = { ...sheet.all, code: 'All', name: 'each without its own', ...EMPTY };
  return [
    all,
    ...positions.map(({ project: { id, code, name } }, place): GridRow => {
      const own = sheet.rows[String(id)] ?? BLANK_ASKED;
      return { ...own, code, name, ...results(reading?.rows[place]) };
    }),
  ];
}

const EMPTY = { earned: '', change: '', profit: '', margin: '', net: '', sensitivity: '' };

function results(row: WhatIfReading['rows'][number] | undefined): typeof EMPTY {
  if (row === undefined) return EMPTY;
  const { books, asked, sensitivity } = row;
  const change = asked.earnedMonth - books.earnedMonth;
  return {
    earned: dollars(asked.earnedMonth),
    change: dollars(cents(change)),
    profit: dollars(asked.profitAtCompletion),
    margin: asked.margin === null ? '' : `${percent(asked.margin, 1)} %`,
    net: dollars(cents(asked.overbilled - asked.underbilled)),
    sensitivity: dollars(sensitivity),
  };
}

/** What was typed, out of the rows of the grid; projects of which nothing is asked are left out. */
export function typedSheet(rows: readonly GridRow[], { positions }: WhatIfBasis): WhatIfSheet {
  const asked = (row: GridRow | undefined): WhatIfRow => ({
    ...{ price: row?.['price'] ?? '', toComplete: row?.['toComplete'] ?? '' },
    ...{ work: row?.['work'] ?? '', billed: row?.['billed'] ?? '' },
  });
  const own = positions.flatMap(({ project: { id } }, place) => {
    const row = asked(rows[place + 1]);
    return ASKED.some((name) => row[name].trim() !== '') ? [[String(id), row] as const] : [];
  });
  return { all: asked(rows[0]), rows: Object.fromEntries(own) };
}

/** What is asked of all stands quietly in the cells that say nothing of their own. */
export function followed({ all }: WhatIfSheet, row: number): Readonly<Record<string, string>> | undefined {
  return row === 0 ? undefined : { ...all };
}

/** Marks by the places of the grid, whose first row is asked of all. */
export function marks(reading: WhatIfReading | null): ReadonlyMap<string, CellMark> {
  return new Map(
    (reading?.problems ?? []).map(({ at, message }): [string, CellMark] => {
      const [place = '', column = ''] = at.split('/');
      return [`${place === 'all' ? 0 : Number(place) + 1}/${column}`, { tone: 'trouble', message }];
    }),
  );
}

export function isAsked({ all, rows }: WhatIfSheet): boolean {
  return Object.keys(rows).length > 0 || ASKED.some((name: AskedName) => all[name].trim() !== '');
}

const Row = z.object({ price: z.string(), toComplete: z.string(), work: z.string(), billed: z.string() });
const Sheet = z.object({ all: Row, rows: z.record(z.string(), Row) });

/** A sheet that was kept under a name; one that cannot be read asks nothing. */
export function keptSheet(state: string): WhatIfSheet {
  try {
    const read = Sheet.safeParse(JSON.parse(state));
    return read.success ? read.data : NOTHING_ASKED;
  } catch {
    return NOTHING_ASKED;
  }
}

import type { Warning } from '../problems/problem.ts';
import type { IsoDate } from '../calendar/iso-date.ts';
import type { DayReading } from '../calendar/typed-date.ts';
import type { Catalog } from './catalog.ts';
import type { DocumentKind } from './kinds.ts';
import type { SheetColumn } from './sheet-column.ts';
import type { SheetReading } from './sheet-reading.ts';

/** A field above the rows: an amount, a day, a text, something that is picked, or a week that is moved through. */
export interface SheetField {
  readonly id: string;
  readonly label: string;
  readonly holds: 'money' | 'day' | 'text' | 'project' | 'tax code' | 'week';
  readonly hint?: string;
}

/** What of the books a sheet names, beyond its projects. */
export interface SheetScope {
  readonly billNumbers: readonly string[];
  /** The days of its bills, which others of the same amount may have. */
  readonly billDays: readonly IsoDate[];
  /** Suppliers whose open orders it is read against, and numbers of further orders, as typed. */
  readonly suppliers: readonly string[];
  readonly orders: readonly string[];
  /** Projects that are billed, and numbers of applications whose projects are, as typed. */
  readonly billed: readonly string[];
  readonly applications: readonly string[];
  /** Projects whose unbilled work it bills, as typed. */
  readonly workedFor: readonly string[];
  /** Clients whose open invoices it is read against, as typed. */
  readonly clients: readonly string[];
  /** The days whose posted hours it is read beside; null where there are none. */
  readonly worked: { readonly from: IsoDate; readonly through: IsoDate } | null;
}

export const NO_SCOPE: SheetScope = {
  ...{ billNumbers: [], billDays: [], suppliers: [], orders: [], billed: [], applications: [], clients: [] },
  workedFor: [],
  worked: null,
};

/** What is true of a kind of sheet; its page, its reading and its place among the sheets waiting follow from it. */
export interface KindOfSheet<S extends object = object> {
  /** The title of its page, and what begins one. */
  readonly title: string;
  /** What it is for, in one sentence. */
  readonly facts: string;
  /** What it posts. */
  readonly document: DocumentKind;
  /** Said of one that is ready and posts no lines. */
  readonly postsNothing?: string;
  /** What its rows are called. */
  readonly rows: string;
  readonly mostRows: number;
  readonly fields: readonly SheetField[];
  /** The columns it shows. */
  columns(sheet: S): readonly SheetColumn[];
  /** All of its columns, where it shows some only when they are wanted, and what those are called. */
  readonly everyColumn?: readonly SheetColumn[];
  readonly extras?: readonly { readonly id: string; readonly head: string }[];
  /** Its rows have days of their own, and not that of the document they are posted with. */
  readonly rowsHaveDays?: boolean;
  /** A blank row ends a document in it. */
  readonly blankRowEnds?: boolean;
  /** An empty one, begun on a day. */
  blank(today: IsoDate): S;
  /** What a kept one is called; `id` is its number as a draft. */
  nameOf(sheet: S, id: number): string;
  scope(sheet: S, days: DayReading): SheetScope;
  /** Cells that are typed in and not looked at. */
  unread?(sheet: S): readonly Warning[];
  /** What it says, by the code that reads it when it is posted. */
  read(sheet: S, catalog: Catalog): SheetReading;
}

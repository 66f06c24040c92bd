import type { ReactNode } from 'react';

export interface Column<Row> {
  readonly id: string;
  readonly head: string;
  /** The head in full, where it is an abbreviation. */
  readonly long?: string | undefined;
  readonly cell: (row: Row) => ReactNode;
  /** Numbers: at the right, in figures of one width. */
  readonly figures?: boolean;
  readonly sortBy?: (row: Row) => string | number;
  readonly total?: ReactNode;
  readonly width?: string;
  /** Gives way where the table is wide: cut off with dots, whole on hover. */
  readonly gives?: boolean;
  /** Shown only where it is chosen. */
  readonly hidden?: boolean;
  /** How it is worked out, in words, shown on hover. */
  readonly formula?: string | undefined;
}

/** Sort column and direction, as the address holds them: `earned`, or `-earned` from large to small. */
export interface TableSort {
  readonly by: string;
  readonly onChange: (by: string) => void;
}

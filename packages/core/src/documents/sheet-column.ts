/** What a cell of a sheet holds: how it is typed, what is offered, whether it is a figure. */
export type CellHolds =
  | 'account'
  | 'activity'
  | 'client'
  | 'code'
  | 'coding or account'
  | 'cost type'
  | 'day'
  | 'employee'
  | 'employee or equipment'
  | 'hours'
  | 'money'
  | 'opening balance'
  | 'order'
  | 'order line'
  | 'paid from'
  | 'pay'
  | 'project'
  | 'quantity'
  | 'scheduled line'
  | 'share of contract'
  | 'spread'
  | 'supplier'
  | 'client or supplier'
  | 'tax code'
  | 'text'
  | 'yes or no';

/** A column of a sheet; forms, suggestions and the words for a wrong cell follow from it. */
export interface SheetColumn {
  readonly id: string;
  readonly head: string;
  /** Share of the sheet's width, in percent. */
  readonly width: number;
  readonly holds: CellHolds;
  /** Nobody types in it: it shows what follows from the rest of its row. */
  readonly isShown?: true;
}

export function isFigure({ holds }: SheetColumn): boolean {
  return holds === 'money' || holds === 'hours' || holds === 'quantity' || holds === 'share of contract';
}

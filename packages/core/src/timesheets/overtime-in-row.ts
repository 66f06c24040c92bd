/** A row of somebody's own week, as far as its days go. */
interface DayRow {
  readonly pay: string;
  readonly days: readonly string[];
}

/** What comes after the hours of a day, and how it is paid. */
const PAID = { ot: 'overtime', dt: 'double' } as const;
type Mark = keyof typeof PAID;
const MARKS = Object.keys(PAID) as readonly Mark[];

/** `8+2 ot`: hours, and more of them paid otherwise. */
const SPLIT = /^(.*?)\+\s*(\d[\d.,]*)\s*(ot|dt)$/i;

/** A row as it is posted, with the place of the row it was typed in. */
export interface PaidRow<Row> {
  readonly row: Row;
  readonly place: number;
}

/**
 * Rows in which a day says its overtime (`8+2 ot`) or double time (`8+2 dt`), with that in rows of their own, after all that were typed.
 * A row that says how all of it is paid is left as it is.
 */
export function rowsByPay<Row extends DayRow>(rows: readonly Row[]): readonly PaidRow<Row>[] {
  const typed = rows.map((row, place) => ({ row, place, parts: row.days.map((day) => partsOf(day, row.pay)) }));
  return [
    ...typed.map(({ row, place, parts }) => ({ row: { ...row, days: parts.map(({ hours }) => hours) }, place })),
    ...MARKS.flatMap((mark) =>
      typed
        .filter(({ parts }) => parts.some((part) => part.mark === mark))
        .map(({ row, place, parts }) => ({
          row: { ...row, pay: PAID[mark], days: parts.map((part) => (part.mark === mark ? part.more : '')) },
          place,
        })),
    ),
  ];
}

interface Parts {
  readonly hours: string;
  readonly more: string;
  readonly mark: Mark | null;
}

function partsOf(typed: string, pay: string): Parts {
  const [, hours = '', more = '', mark = ''] = SPLIT.exec(typed.trim()) ?? [];
  const known = MARKS.find((each) => each === mark.toLowerCase());
  return pay.trim() === '' && known !== undefined
    ? { hours: hours.trim(), more, mark: known }
    : { hours: typed, more: '', mark: null };
}

/** Where a problem of a posted row is, in the rows as they were typed. */
export function typedPlace<Row>(at: string, rows: readonly PaidRow<Row>[]): string {
  return at.replace(/^rows\/(\d+)/, (_, row) => `rows/${rows[Number(row)]?.place ?? row}`);
}

import { month } from '../calendar/month.ts';
import type { Report } from './report.ts';
import type { Cell, Table, TableColumn } from './table.ts';

/** Columns as a reader of the test sees them: `Earned (earned, money, earned)`. */
export function columnsRead({ columns }: Table): readonly string[] {
  return columns.map(({ head, file, holds, ...more }) => `${head} (${[file, holds, ...marks(more)].join(', ')})`);
}

function marks({ tone, gives, only }: Partial<TableColumn>): readonly string[] {
  return [tone ?? '', gives ? 'gives way' : '', only === undefined ? '' : `${only} only`].filter((mark) => mark !== '');
}

/** Rows as a reader of the test sees them: an amount with its figure is `812000 ← contract`, a share `1/4`, what says nothing `–`. */
export function rowsRead({ rows }: Table): readonly (readonly string[])[] {
  return rows.map(({ cells }) => cells.map(cellRead));
}

export function totalsRead({ totals }: Table): readonly string[] | null {
  return totals?.map(cellRead) ?? null;
}

/** What rows are called and where they lead: `1, PE-01, trouble, /projects/1`. */
export function rowsNamed({ rows }: Table): readonly string[] {
  return rows.map(({ key, name, tone, leadsTo }) =>
    [key, name, tone, leadsTo].filter((part) => part !== undefined).join(', '),
  );
}

function cellRead({ value, figure }: Cell): string {
  const said =
    value === null ? '–' : typeof value === 'object' ? `${value.numerator}/${value.denominator}` : String(value);
  return figure === undefined ? said : `${said} ← ${figure}`;
}

/** An amount as the wire has it. */
export function money(amountCents: number, figure?: string) {
  return { amountCents, figure };
}

export function share(numerator: number, denominator: number) {
  return { numerator, denominator };
}

/** What a choice of a report is in February of a fiscal year that began in January, until something else is chosen. */
export function initialOf({ choices }: Pick<Report, 'choices'>, name: string): string | undefined {
  const choice = choices[name];
  if (choice?.kind !== 'month' && choice?.kind !== 'day') return undefined;
  return choice.initial({ through: month('2027-02'), fiscalYearStart: month('2027-01') }) ?? undefined;
}

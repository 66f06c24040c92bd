import { understoodNumber } from '@lowtide/core/documents/understood-cell.ts';
import { builtRate, PART_GROUPS, partRate } from '@lowtide/core/rates/build-up.ts';
import { BLANK_BUILD_UP_ROW, type BuildUpRow } from '@lowtide/core/rates/build-up-row.ts';
import { PER, readBuildUp } from '@lowtide/core/rates/read-build-up.ts';
import { wording } from '@lowtide/core/problems/wording.ts';
import { problemsOf } from '@lowtide/core/problems/decision.ts';
import { EntryGrid } from '../../entry/grid/EntryGrid.tsx';
import type { CellMark, GridColumn, GridRow } from '../../entry/grid/grid-edits.ts';
import { named } from '../../entry/grid/pick-suggestions.ts';
import { useUndo } from '../../entry/grid/use-undo.ts';
import { rateText } from './rate-words.ts';

const COLUMNS: readonly GridColumn[] = [
  { id: 'group', head: 'Pays for', width: '12%' },
  { id: 'name', head: 'Part', width: '18%' },
  { id: 'amount', head: 'Amount', width: '11%', figures: true },
  { id: 'per', head: 'Per', width: '11%' },
  { id: 'heads', head: 'People covered', width: '8%', figures: true },
  { id: 'hours', head: 'Hours a month', width: '9%', figures: true },
  { id: 'ceiling', head: 'Yearly ceiling', width: '11%', figures: true },
  { id: 'yearlyWage', head: "Year's wage", width: '10%', figures: true },
  { id: 'adds', head: 'Adds an hour', width: '10%', figures: true, readOnly: true },
];

const GROUP_WORDS: Readonly<Record<(typeof PART_GROUPS)[number], string>> = {
  wage: 'what is paid for the hour; salaries too',
  taxes: "the employer's share",
  insurance: 'for accidents, liability and the like',
  benefits: 'health, pension, allowances',
  overhead: 'no payroll pays it; credited to overhead applied',
};
const PER_WORDS: Readonly<Record<(typeof PER)[number], string>> = {
  hour: 'an amount for each hour',
  '% of wage': 'a percentage, up to a yearly ceiling if there is one',
  month: 'a monthly amount, divided by the people covered and the hours a month',
  year: 'a yearly amount, divided by the people covered and the hours a month',
};

export interface BuildUpGridProps {
  readonly rows: readonly BuildUpRow[];
  readonly onChange: (rows: readonly BuildUpRow[]) => void;
  readonly isReadOnly: boolean;
  /** Marks what is wrong only once saving was asked for. */
  readonly isAsked: boolean;
}

/** What an hour is made up of, part by part, with what each adds. */
export function BuildUpGrid({ rows, onChange, isReadOnly, isAsked }: BuildUpGridProps) {
  const steps = useUndo<readonly BuildUpRow[]>();
  const step = (to: readonly BuildUpRow[] | undefined): void => {
    if (to) onChange(to);
  };
  return (
    <EntryGrid
      label="What an hour is made up of"
      columns={isReadOnly ? COLUMNS.map((column) => ({ ...column, readOnly: true })) : COLUMNS}
      rows={withAdds(rows)}
      onChange={(edited, place) => {
        steps.typed(rows, place);
        onChange(edited.map(rowOf));
      }}
      marks={isAsked ? marksOf(rows) : new Map()}
      understood={understood}
      suggest={(_row, column, typed) => suggestions(column, typed)}
      onCursor={() => undefined}
      onUndo={() => step(steps.back(rows))}
      onRedo={() => step(steps.forward(rows))}
    />
  );
}

function suggestions(column: string, typed: string) {
  if (column === 'group')
    return named(
      PART_GROUPS.map((code) => ({ code, name: GROUP_WORDS[code] })),
      column,
      typed,
    );
  if (column === 'per')
    return named(
      PER.map((code) => ({ code, name: PER_WORDS[code] })),
      column,
      typed,
    );
  return [];
}

function understood(row: GridRow, column: string): { readonly text: string | undefined } | undefined {
  const isAmount = ['amount', 'heads', 'hours', 'ceiling', 'yearlyWage'].includes(column);
  return isAmount ? { text: understoodNumber(row[column] ?? '', 4) } : undefined;
}

function isBlank(row: BuildUpRow): boolean {
  return Object.values(row).every((cell) => cell.trim() === '');
}

/** Rows with what each adds to a regular hour, as far as it can be told. */
function withAdds(rows: readonly BuildUpRow[]): readonly GridRow[] {
  const places = rows.flatMap((row, place) => (isBlank(row) ? [] : [place]));
  const read = readBuildUp(rows);
  const adds = new Map(
    read.ok ? builtRate(read.value).parts.map((part, nth) => [places[nth], rateText(partRate(part))]) : [],
  );
  return rows.map((row, place) => ({ ...row, adds: adds.get(place) ?? '' }));
}

function rowOf({ adds: _adds, ...cells }: GridRow): BuildUpRow {
  return { ...BLANK_BUILD_UP_ROW, ...cells };
}

function marksOf(rows: readonly BuildUpRow[]): ReadonlyMap<string, CellMark> {
  return new Map(
    problemsOf(readBuildUp(rows)).map((problem) => {
      const [, row = '0', column = 'group'] = problem.at.split('/');
      return [`${row}/${column}`, { tone: 'trouble', message: wording(problem) }];
    }),
  );
}

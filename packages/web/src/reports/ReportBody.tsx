import { useState, type ReactNode } from 'react';
import { reportOf, type ReportName } from '@lowtide/core/reports/reports.ts';
import { readFilters, viewed, type Filter } from '@lowtide/core/reports/table-view.ts';
import type { Table, TableRow } from '@lowtide/core/reports/table.ts';
import { wording } from '@lowtide/core/problems/wording.ts';
import { useTableSort } from '../api/table-view.ts';
import type { Column } from '../ui/table-column.ts';
import { Loading, Note } from '../ui/notes.tsx';
import { ListWords } from './ListWords.tsx';
import { RecognitionNote } from './RecognitionNote.tsx';
import { ReportSentence } from './ReportSentence.tsx';
import { ReportTable } from './ReportTable.tsx';
import { SelectionBar } from './SelectionBar.tsx';
import { useListView } from './use-list-view.ts';
import { useReport } from './use-report.ts';

export interface ReportBodyProps {
  readonly name: ReportName;
  /** A column that only this report draws, before the one of that id, or after all. */
  readonly extra?: { readonly column: Column<TableRow>; readonly before?: string } | undefined;
  /** What is drawn above the table, from the answer, whole. */
  readonly picture?: ((answer: unknown) => ReactNode) | undefined;
}

/** A report's sentence, its table, and what can be done with its rows. */
export function ReportBody({ name, extra, picture }: ReportBodyProps) {
  const sort = useTableSort();
  const view = useListView(name);
  const { isStatement = false, leavesWipOut = false, title, empty, choices } = reportOf(name);
  const isWhole = picture !== undefined || isStatement || view.filters.length > 0 || view.group !== '';
  const { chosen, choose, answer, table, drawn, trouble } = useReport(name, sort.by, { isWhole });
  const [rows, setRows] = useState<readonly string[]>([]);
  const { list, filters, problem } = listOf(table, isStatement ? null : { ...view, order: isWhole ? sort.by : '' });
  return (
    <>
      <ReportSentence name={name} chosen={chosen} onChoose={choose} view={{ ...view, order: sort.by }}>
        {table === undefined || isStatement ? null : <ListWords table={table} filters={filters} view={view} />}
        {'basis' in choices ? (
          <RecognitionNote
            project={chosen['project'] ?? ''}
            basis={chosen['basis'] ?? 'posted'}
            leavesWipOut={leavesWipOut}
          />
        ) : null}
      </ReportSentence>
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      {problem === undefined ? null : <Note $tone="trouble">{problem}</Note>}
      {picture === undefined || answer === undefined ? null : picture(answer)}
      {list === undefined ? (
        trouble ? null : (
          <Loading />
        )
      ) : (
        <>
          <ReportTable
            label={title}
            table={list}
            {...(isStatement ? {} : { sort, arranged: view.arranged, selection: { chosen: rows, onChange: setRows } })}
            empty={view.filters.length > 0 ? 'No row is like that. Take a filter away to see more.' : empty}
            {...(isWhole ? { isOrdered: true } : drawn)}
            extra={extra}
          />
          <SelectionBar table={list} chosen={rows} onChoose={setRows} view={view} />
        </>
      )}
    </>
  );
}

interface Listed {
  /** As it is looked at. */
  readonly list: Table | undefined;
  readonly filters: readonly Filter[];
  /** What is wrong with the filters of the address. */
  readonly problem?: string;
}

interface AskedView {
  readonly filters: readonly string[];
  readonly group: string;
  readonly order: string;
}

function listOf(table: Table | undefined, view: AskedView | null): Listed {
  if (table === undefined || view === null) return { list: table, filters: [] };
  const read = readFilters(table.columns, view.filters);
  if (!read.ok) return { list: table, filters: [], problem: read.problems.map(wording).join(' ') };
  return { list: viewed(table, { ...view, filters: read.value }), filters: read.value };
}

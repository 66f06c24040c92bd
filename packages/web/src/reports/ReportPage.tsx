import { reportOf, type ReportName } from '@lowtide/core/reports/reports.ts';
import type { TableRow } from '@lowtide/core/reports/table.ts';
import { useTableSort } from '../api/table-view.ts';
import type { Column } from '../ui/DataTable.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page } from '../ui/Page.tsx';
import { timeAndWork } from './deadlines/TimeAndWork.tsx';
import { RecognitionNote } from './RecognitionNote.tsx';
import { ReportSentence } from './ReportSentence.tsx';
import { ReportTable } from './ReportTable.tsx';
import { ReportTabs } from './ReportTabs.tsx';
import { useReport } from './use-report.ts';

/** Columns that only one report draws. */
const EXTRAS: Readonly<Partial<Record<ReportName, Column<TableRow>>>> = { deadlines: timeAndWork };

/** Any report: its sentence, its table, its files. */
export function ReportPage({ name }: { readonly name: ReportName }) {
  const sort = useTableSort();
  const { chosen, choose, table, drawn, trouble } = useReport(name, sort.by);
  const { title, facts, empty, choices } = reportOf(name);
  return (
    <Page title={title} facts={facts}>
      <ReportTabs chosen={name} />
      <ReportSentence name={name} chosen={chosen} onChoose={choose} />
      {'basis' in choices ? (
        <RecognitionNote basis={chosen['basis'] ?? 'posted'} onChange={(basis) => choose('basis', basis)} />
      ) : null}
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      {table ? (
        <ReportTable label={title} table={table} sort={sort} empty={empty} {...drawn} extra={EXTRAS[name]} />
      ) : trouble ? null : (
        <Loading />
      )}
    </Page>
  );
}

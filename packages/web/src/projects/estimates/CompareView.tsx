import type { Cents } from '@lowtide/core/money/cents.ts';
import { useViewState } from '../../api/as-of.tsx';
import { useRead, type Answer } from '../../api/books-api.ts';
import { Choice } from '../../ui/Choice.tsx';
import { amountColumn, textColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import type { Column } from '../../ui/table-column.ts';
import { Empty, Loading, Note } from '../../ui/notes.tsx';
import { Sentence } from '../../ui/Page.tsx';

type Comparison = Answer<'compareEstimates'>;
type Row = Comparison['rows'][number];

export interface CompareViewProps {
  readonly project: number;
  readonly id: number;
}

/** This version beside another one of the project, with the differences. */
export function CompareView({ project, id }: CompareViewProps) {
  const { answer: all } = useRead('estimates', { params: { id: String(project) } });
  const others = (all?.rows ?? []).filter((row) => row.id !== id);
  const [chosen, choose] = useViewState('with', '');
  const other =
    chosen === '' ? others.find(({ kind }) => kind === 'estimate') : others.find((row) => String(row.id) === chosen);
  const { answer, trouble } = useRead(
    'compareEstimates',
    other ? { params: { id: String(id) }, query: { with: String(other.id) } } : null,
  );
  if (!all) return <Loading />;
  if (others.length === 0) return <Empty>There is no other version yet. Copy this one, and change the copy.</Empty>;
  return (
    <>
      <Sentence>
        What changes from
        <Choice
          inline
          label="From"
          value={String(other?.id ?? '')}
          onChange={choose}
          options={others.map((row) => ({ value: String(row.id), text: `${row.number} ${row.name}` }))}
        />
        to this one.
      </Sentence>
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      {answer ? (
        <DataTable
          label="Versions side by side"
          rows={answer.rows}
          columns={columns(answer.totals)}
          rowKey={({ section, name }) => `${section} ${name}`}
          rowTone={({ cost, price }) => (cost.change === 0 && price.change === 0 ? undefined : 'strong')}
        />
      ) : null}
    </>
  );
}

function columns(totals: Comparison['totals']): readonly Column<Row>[] {
  const amount = (side: 'cost' | 'price', at: 'before' | 'after' | 'change', head: string): Column<Row> =>
    amountColumn<Row>({
      id: `${side} ${at}`,
      head,
      of: (row): Cents => row[side][at],
      total: totals[side][at],
    });
  return [
    textColumn({ id: 'section', head: 'Section', of: ({ section }) => section, total: 'Total' }),
    textColumn({ id: 'name', head: 'What it is', gives: true, of: ({ name }) => name }),
    amount('cost', 'before', 'Cost before'),
    amount('cost', 'after', 'Cost now'),
    amount('cost', 'change', 'Change'),
    amount('price', 'before', 'Price before'),
    amount('price', 'after', 'Price now'),
    amount('price', 'change', 'Change'),
  ];
}

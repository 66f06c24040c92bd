import { useState } from 'react';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { AsOfLink, useShownBooks } from '../api/as-of.tsx';
import { useRead, useWrite, type Answer } from '../api/books-api.ts';
import { useTableSort } from '../api/table-view.ts';
import type { Trouble } from '../api/trouble.ts';
import { RecordDialog } from '../entry/RecordDialog.tsx';
import { Button } from '../ui/Button.tsx';
import { DataTable, type Column } from '../ui/DataTable.tsx';
import { Amount, Money, Percent } from '../ui/Figure.tsx';
import { Loading, Note, Remarks } from '../ui/notes.tsx';
import { Page, Sentence } from '../ui/Page.tsx';
import { ReverseRunDialog } from './ReverseRunDialog.tsx';

type Run = Answer<'recognition'>;
type Row = Run['rows'][number];

/** The recognition run of a month: what it would post, and the one posting. */
export function EarningPage() {
  const { through } = useShownBooks();
  const { answer: run, trouble } = useRead('recognition', { query: { month: through } });
  const [recognize, { busy }] = useWrite('recognize');
  const [refused, setRefused] = useState<Trouble | null>(null);
  const [open, setOpen] = useState<'reverse' | Row | null>(null);
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!run) return <Loading />;
  const post = async (): Promise<void> => {
    const written = await recognize({ body: { month: run.month, stamp: run.stamp } });
    setRefused(written.ok ? null : written.trouble);
  };
  const { latest, problems, totals } = run;
  return (
    <Page
      title={`Earning, ${monthText(run.month)}`}
      facts={
        latest === null
          ? 'No month is recognized yet'
          : `Recognized through ${monthText(latest.month)}, by ${latest.recordedBy}`
      }
      actions={
        <>
          {latest === null ? null : (
            <Button onPress={() => setOpen('reverse')}>Reverse {monthText(latest.month)}</Button>
          )}
          <Button $look="primary" isDisabled={busy || problems.length > 0} onPress={() => void post()}>
            Recognize {dollars(totals.earnedMonthCents)}
          </Button>
        </>
      }
    >
      <Sentence>
        Cost-to-cost, with cost through <strong>{monthText(run.month)}</strong>: what each contract has earned, less
        what was recognized before. One posting for all, or none.
      </Sentence>
      {refused ? (
        <Note $tone="trouble" role="alert">
          {refused.detail}
        </Note>
      ) : null}
      <Remarks
        tone={latest?.month === run.month ? 'plain' : 'trouble'}
        title={latest?.month === run.month ? `${monthText(run.month)} is recognized` : 'This month cannot be run now'}
        remarks={problems}
      />
      <Remarks tone="warning" title="Worth a look" remarks={run.rows.flatMap(({ warnings }) => warnings)} />
      <RunTable run={run} onEstimate={setOpen} />
      {open === 'reverse' && latest ? <ReverseRunDialog run={latest} onClose={() => setOpen(null)} /> : null}
      {open !== null && open !== 'reverse' ? (
        <RecordDialog
          kind="estimate-override"
          fields={{ project: open.code, month: run.month }}
          onClose={() => setOpen(null)}
          onDone={() => setOpen(null)}
        />
      ) : null}
    </Page>
  );
}

function RunTable({ run, onEstimate }: { readonly run: Run; readonly onEstimate: (row: Row) => void }) {
  const { totals } = run;
  const sort = useTableSort('code');
  const amount = (
    id: keyof Row & `${string}Cents`,
    head: string,
    total: Row['earnedMonthCents'],
    tone?: 'earned',
  ): Column<Row> => ({
    id,
    head,
    figures: true,
    sortBy: (row) => Number(row[id]),
    cell: (row) => <Amount cents={row[id] as Row['earnedMonthCents']} tone={tone} />,
    total: dollars(total),
  });
  const columns: readonly Column<Row>[] = [
    {
      id: 'code',
      head: 'Code',
      sortBy: ({ code }) => code,
      cell: ({ id, code }) => <AsOfLink to={`/projects/${id}`}>{code}</AsOfLink>,
    },
    { id: 'name', gives: true, head: 'Project', sortBy: ({ name }) => name, cell: ({ name }) => name, total: 'Total' },
    {
      id: 'contract',
      head: 'Contract',
      figures: true,
      cell: ({ code, contract }) => <Money label={`Contract of ${code}`} money={contract} />,
      total: dollars(totals.contractCents),
    },
    {
      id: 'estimate',
      head: 'At completion',
      figures: true,
      cell: (row) => (
        <>
          <Money label={`At completion, ${row.code}`} money={row.estimate} />{' '}
          <Button $look="quiet" aria-label={`Set the estimate of ${row.code} by hand`} onPress={() => onEstimate(row)}>
            {row.override === null ? 'set' : 'by hand'}
          </Button>
        </>
      ),
      total: dollars(totals.estimateCents),
    },
    {
      id: 'cost',
      head: 'Cost to date',
      figures: true,
      cell: ({ code, cost }) => <Money label={`Cost of ${code}`} money={cost} />,
      total: dollars(totals.costCents),
    },
    {
      id: 'complete',
      head: 'Complete',
      figures: true,
      sortBy: ({ complete }) => complete.numerator / complete.denominator,
      cell: ({ code, complete }) => <Percent label={`Complete, ${code}`} ratio={complete} />,
    },
    amount('earnedBeforeCents', 'Earned before', totals.earnedBeforeCents),
    amount('earnedMonthCents', 'This run', totals.earnedMonthCents, 'earned'),
    amount('earnedToDateCents', 'Earned to date', totals.earnedToDateCents),
    amount('releasedCents', 'Cost released', totals.releasedCents),
    amount('provisionChangeCents', 'Loss provision ±', totals.provisionChangeCents),
  ];
  return (
    <DataTable
      label="Recognition run"
      rows={run.rows}
      columns={columns}
      rowKey={({ id }) => id}
      sort={sort}
      rowTone={({ warnings }) => (warnings.length > 0 ? 'unbudgeted' : undefined)}
      empty="No project is measured yet: none with cost or contract through this month."
    />
  );
}

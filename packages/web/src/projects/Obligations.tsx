import { useState } from 'react';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { choiceText } from '@lowtide/core/records/choice-text.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { May } from '../api/session.tsx';
import { Button } from '../ui/Button.tsx';
import { amountColumn, percentColumn, textColumn } from '../ui/columns.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { Note } from '../ui/notes.tsx';
import { Part, Sentence } from '../ui/Page.tsx';
import type { Column } from '../ui/table-column.ts';
import { SplitDialog } from './SplitDialog.tsx';

type Split = Answer<'obligations'>;
type Row = Split['rows'][number];

interface ObligationsProps {
  readonly project: string;
  readonly code: string;
}

/** The performance obligations a contract is split into: each with its price, its estimate and its measure. */
export function Obligations({ project, code }: ObligationsProps) {
  const { asOf } = useShownBooks();
  const { answer, trouble } = useRead('obligations', { params: { id: project }, query: asOf });
  const [open, setOpen] = useState(false);
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer || (answer.phases.length === 0 && answer.told === null)) return null;
  return (
    <Part title="Performance obligations">
      <Sentence>
        {said(answer)}{' '}
        <May do="keep-books">
          <Button onPress={() => setOpen(true)}>
            {answer.rows.length === 0 ? 'Split the contract' : 'Change how it is split'}
          </Button>
        </May>
      </Sentence>
      {answer.rows.length === 0 ? null : (
        <DataTable
          label={`Performance obligations of ${code}`}
          rows={answer.rows}
          columns={columnsOf(answer)}
          rowKey={({ phaseId }) => phaseId}
          empty="No obligation."
        />
      )}
      {open ? <SplitDialog project={project} code={code} split={answer} onClose={() => setOpen(false)} /> : null}
    </Part>
  );
}

function said({ told, rows, common }: Split): string {
  if (rows.length === 0) {
    const before = told === null ? '' : ` It was split until ${dayText(told.on)} (${told.by}: ${told.reason}).`;
    return `The contract earns as a whole.${before} Phases that the client can use by themselves may earn by themselves.`;
  }
  const losses = told?.lossesPer === 'obligation' ? 'of each obligation by itself' : 'of the contract as a whole';
  const shared =
    common.costCents === 0 && common.estimateCents === 0
      ? ''
      : ` ${dollars(common.costCents)} of cost and ${dollars(common.estimateCents)} of the estimate are of none of them, and are shared by their own estimates.`;
  return `Split since ${told === null ? '' : dayText(told.on)}, ${told?.reason ?? ''} (${told?.by ?? ''}). Losses are those ${losses}.${shared}`;
}

function columnsOf({ totals }: Split): readonly Column<Row>[] {
  const amount = (id: string, head: string, of: (row: Row) => number, total: number): Column<Row> =>
    amountColumn({ id, head, of: (row) => cents(of(row)), total: cents(total) });
  return [
    textColumn({ id: 'phase', head: 'Phase', gives: true, of: ({ code, name }) => `${code} ${name}` }),
    textColumn({ id: 'method', head: 'Earns', of: measureOf }),
    amount('price', 'Price', ({ priceCents }) => priceCents, totals.priceCents),
    amount('estimate', 'EAC', ({ estimateCents }) => estimateCents, totals.estimateCents),
    amount('cost', 'Cost', ({ costCents }) => costCents, totals.costCents),
    percentColumn({ id: 'complete', head: '%', of: ({ complete }) => complete, named: ({ code }) => code }),
    amount('earned', 'Earned', ({ earnedCents }) => earnedCents, totals.earnedCents),
    amount('posted', 'Of it posted', ({ postedCents }) => postedCents, totals.postedCents),
    amount('profit', 'Profit', ({ profitCents }) => profitCents, totals.profitCents),
    amount('provision', 'Loss provision', ({ provisionCents }) => provisionCents, totals.provisionCents),
  ];
}

function measureOf({ method, finishedOn }: Row): string {
  return finishedOn === null ? choiceText('method', method) : `finished ${dayText(finishedOn)}`;
}

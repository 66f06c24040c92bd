import { useState } from 'react';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { tenThousandths } from '@lowtide/core/money/dollars.ts';
import { AsOfLink, csvAddress, useShownBooks } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { Button } from '../ui/Button.tsx';
import { DataTable, type Column } from '../ui/DataTable.tsx';
import { Amount } from '../ui/Figure.tsx';
import { Loading } from '../ui/notes.tsx';
import { Sentence } from '../ui/Page.tsx';

type Line = Answer<'ledger'>['lines'][number];

const COLUMNS: readonly Column<Line>[] = [
  { id: 'day', head: 'Day', cell: ({ postedOn }) => dayText(postedOn) },
  {
    id: 'document',
    head: 'Document',
    cell: ({ documentId, documentNumber }) => <AsOfLink to={`/documents/${documentId}`}>{documentNumber}</AsOfLink>,
  },
  { id: 'account', head: 'Account', cell: ({ account }) => account },
  { id: 'coding', head: 'Coding', cell: ({ coding }) => coding },
  { id: 'party', head: 'Party', cell: ({ party }) => party },
  { id: 'text', head: 'Text', cell: ({ text }) => text },
  {
    id: 'quantity',
    head: 'Quantity',
    figures: true,
    cell: ({ quantity }) => (quantity === 0 ? '' : tenThousandths(quantity)),
  },
  { id: 'amount', head: 'Amount', figures: true, cell: ({ amountCents }) => <Amount cents={amountCents} /> },
];

/** Every posted line of a project, newest first, a page at a time. */
export function ProjectLedger({ project }: { readonly project: string }) {
  const { asOf, through } = useShownBooks();
  const [trail, setTrail] = useState<readonly string[]>([]);
  const after = trail.at(-1);
  const { answer } = useRead('ledger', { query: { ...asOf, project, ...(after === undefined ? {} : { after }) } });
  if (!answer) return <Loading />;
  const last = answer.lines.at(-1);
  return (
    <>
      <Sentence>
        Every line posted to the project through <strong>{monthText(through)}</strong>, newest first, debits positive.
        {trail.length > 0 ? (
          <Button $look="quiet" onPress={() => setTrail(trail.slice(0, -1))}>
            Newer
          </Button>
        ) : null}
        {answer.more && last ? (
          <Button $look="quiet" onPress={() => setTrail([...trail, String(last.id)])}>
            Older
          </Button>
        ) : null}
        <a href={csvAddress('ledger', asOf, { project })}>Save as CSV</a>
      </Sentence>
      <DataTable
        label="Ledger"
        rows={answer.lines}
        columns={COLUMNS}
        rowKey={({ id }) => id}
        empty="Nothing is posted to this project through this month."
      />
    </>
  );
}

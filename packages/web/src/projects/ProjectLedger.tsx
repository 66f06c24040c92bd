import { useState } from 'react';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { tenThousandths } from '@lowtide/core/money/dollars.ts';
import { AsOfLink, csvAddress, useShownBooks, useViewState } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { useTableLayout } from '../api/use-table-layout.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column } from '../ui/table-column.ts';
import { Amount } from '../ui/Figure.tsx';
import { Loading } from '../ui/notes.tsx';
import { Sentence } from '../ui/Page.tsx';
import { TextWord } from '../ui/TextWord.tsx';

type Line = Answer<'ledger'>['lines'][number];

const COLUMNS: readonly Column<Line>[] = [
  { id: 'day', head: 'Day', sortBy: ({ postedOn }) => postedOn, cell: ({ postedOn }) => dayText(postedOn) },
  {
    id: 'document',
    head: 'Document',
    cell: ({ documentId, documentNumber }) => <AsOfLink to={`/documents/${documentId}`}>{documentNumber}</AsOfLink>,
  },
  { id: 'account', head: 'Account', cell: ({ account }) => account },
  { id: 'coding', head: 'Cost code', cell: ({ coding }) => coding },
  { id: 'party', head: 'Party', cell: ({ party }) => party },
  { id: 'text', head: 'Text', cell: ({ text }) => text },
  {
    id: 'quantity',
    head: 'Quantity',
    figures: true,
    cell: ({ quantity }) => (quantity === 0 ? '' : tenThousandths(quantity)),
  },
  {
    id: 'amount',
    head: 'Amount',
    figures: true,
    sortBy: ({ amountCents }) => amountCents,
    cell: ({ amountCents }) => <Amount cents={amountCents} />,
  },
];

/** Posted lines of a project, a page at a time: found by a word, in the order asked for. */
export function ProjectLedger({ project }: { readonly project: string }) {
  const { asOf, through } = useShownBooks();
  const [by, setBy] = useViewState('sort', '-day');
  const [text, setText] = useViewState('find', '');
  const [moves, setMoves] = useViewState('moves', 'hidden');
  const arranged = useTableLayout('ledger');
  const view = { text, order: orderOf(by), moves: moves === 'shown' ? 'shown' : 'hidden' } as const;
  const list = JSON.stringify(view);
  const [shown, setShown] = useState<{ readonly list: string; readonly trail: readonly string[] }>({ list, trail: [] });
  // Another order or another search begins with its first page.
  const trail = shown.list === list ? shown.trail : [];
  const setTrail = (next: readonly string[]): void => setShown({ list, trail: next });
  const after = trail.at(-1);
  const query = { ...asOf, project, ...view, ...(after === undefined ? {} : { after }) };
  const { answer } = useRead('ledger', { query }, { keepLast: true });
  if (!answer) return <Loading />;
  const last = answer.lines.at(-1);
  return (
    <>
      <Sentence>
        Lines posted to the project through <strong>{monthText(through)}</strong>, debits positive,{' '}
        <Choice inline label="Cost that only moved" value={moves} onChange={setMoves} options={MOVES} />
        with
        <TextWord label="Text" value={text} onChange={setText} placeholder="any text" />
        {trail.length > 0 ? (
          <Button $look="quiet" onPress={() => setTrail(trail.slice(0, -1))}>
            Lines before
          </Button>
        ) : null}
        {answer.more && last ? (
          <Button $look="quiet" onPress={() => setTrail([...trail, String(last.id)])}>
            Lines after
          </Button>
        ) : null}
        <a href={csvAddress('ledger', asOf, { project, ...view })}>Save as CSV</a>
      </Sentence>
      <DataTable
        label="Ledger"
        rows={answer.lines}
        columns={COLUMNS}
        rowKey={({ id }) => id}
        sort={{ by, onChange: setBy }}
        isOrdered
        arranged={arranged}
        empty={text === '' ? 'Nothing is posted to this project through this month.' : `No line with “${text}”.`}
      />
    </>
  );
}

const MOVES = [
  { value: 'hidden', text: 'without cost that only moved between accounts' },
  { value: 'shown', text: 'with cost that only moved between accounts' },
];

const ORDERS = ['-day', 'day', '-amount', 'amount'] as const;

function orderOf(by: string): (typeof ORDERS)[number] {
  return ORDERS.find((order) => order === by) ?? '-day';
}

import { useState } from 'react';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { monthText } from '@lowtide/core/calendar/month.ts';
import type { ShareSheet } from '@lowtide/core/documents/share-invoice/form.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { SHEET_TO_BILL } from '@lowtide/core/reports/to-bill/report.ts';
import { AsOfLink, useGo, useShownBooks } from '../api/as-of.tsx';
import { useRead, useWrite, type Answer } from '../api/books-api.ts';
import { May } from '../api/session.tsx';
import { useTableSort } from '../api/table-view.ts';
import { Button } from '../ui/Button.tsx';
import { amountColumn, textColumn } from '../ui/columns.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Sentence } from '../ui/Page.tsx';
import type { Column } from '../ui/table-column.ts';

type Row = Answer<'to-bill'>['rows'][number];

/** What is to be billed now, and why; one step fills a sheet with all of it that is a share of a contract. */
export function ToBillNow() {
  const { asOf, through, today } = useShownBooks();
  const go = useGo();
  const sort = useTableSort('');
  const [make, made] = useWrite('newDraft');
  const [refused, setRefused] = useState('');
  const { answer, trouble } = useRead('to-bill', { query: asOf });
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  const sheet = sharesOf(answer.rows, today);
  const fill = async (): Promise<void> => {
    const written = await make({ body: { month: through, sheet, preview: false } });
    if (written.ok) go(`/costs/invoices/${written.answer.id}`);
    else setRefused(written.trouble.detail);
  };
  return (
    <>
      <Sentence>
        To bill by the end of <strong>{monthText(through)}</strong>: what the plans say, what is underbilled by more
        than 10,000, work unbilled for over a month, and retention that is due.{' '}
        <May do="keep-books">
          <Button isDisabled={sheet.rows.length === 0 || made.busy} onPress={() => void fill()}>
            Fill a sheet: {sheet.rows.length} contract {sheet.rows.length === 1 ? 'invoice' : 'invoices'}
          </Button>
        </May>
      </Sentence>
      {refused === '' ? null : <Note $tone="trouble">{refused}</Note>}
      <DataTable
        label="To bill now"
        rows={answer.rows}
        columns={columns(answer)}
        rowKey={({ id, reason }) => `${id} ${reason}`}
        sort={sort}
        empty="Nothing is to be billed now."
      />
    </>
  );
}

/** One row a project: what its plan says and what is underbilled beyond it. */
function sharesOf(rows: readonly Row[], datedOn: ShareSheet['datedOn']): ShareSheet {
  const shares = rows.filter(({ reason }) => SHEET_TO_BILL[reason] === 'invoices');
  const codes = [...new Set(shares.map(({ code }) => code))];
  return {
    ...{ kind: 'invoices', datedOn },
    rows: codes.map((code) => {
      const own = shares.filter((each) => each.code === code);
      const share = dollars(cents(own.reduce((all, { amountCents }) => all + amountCents, 0)));
      const text = own.map((each) => each.text).find((each) => each !== '') ?? '';
      return { ...{ project: code, share, taxCode: '', deposit: '', dueOn: '' }, text };
    }),
  };
}

function columns({ totalCents }: Answer<'to-bill'>): readonly Column<Row>[] {
  return [
    {
      id: 'code',
      head: 'Code',
      sortBy: ({ code }) => code,
      cell: ({ id, code }) => <AsOfLink to={`/projects/${id}`}>{code}</AsOfLink>,
    },
    textColumn({ id: 'name', head: 'Project', gives: true, of: ({ name }) => name }),
    textColumn({ id: 'client', head: 'Client', gives: true, of: ({ client }) => client, total: 'Total' }),
    textColumn({ id: 'reason', head: 'Why now', of: ({ reason }) => reason }),
    textColumn({ id: 'text', head: 'Of the plan', gives: true, of: ({ text }) => text }),
    textColumn({ id: 'since', head: 'Since', of: ({ since }) => (since === null ? '' : dayText(since)) }),
    textColumn({ id: 'days', head: 'Days late', of: ({ days }) => (days === null ? '' : String(days)) }),
    amountColumn({ id: 'amount', head: 'To bill', of: ({ amountCents }) => amountCents, total: totalCents }),
    { id: 'bill', head: 'Sheet', cell: (row) => <BillLink row={row} /> },
  ];
}

function BillLink({ row: { code, reason } }: { readonly row: Row }) {
  return (
    <May do="keep-books">
      <AsOfLink to={`/costs/${SHEET_TO_BILL[reason]}/new?project=${encodeURIComponent(code)}`}>Bill {code}</AsOfLink>
    </May>
  );
}

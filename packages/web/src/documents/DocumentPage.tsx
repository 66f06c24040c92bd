import { useState } from 'react';
import { Navigate, useParams, useSearchParams } from 'react-router';
import { dayText, isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { monthOf } from '@lowtide/core/calendar/month.ts';
import { allows, kindOf } from '@lowtide/core/documents/kinds.ts';
import type { Cents } from '@lowtide/core/money/cents.ts';
import { dollars, plainDollars, tenThousandths } from '@lowtide/core/money/dollars.ts';
import { AsOfLink, useGo, useKept } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { useMay } from '../api/session.tsx';
import { FilesPart } from '../entry/FilesPart.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column } from '../ui/table-column.ts';
import { Facts } from '../ui/Facts.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page, Sentence } from '../ui/Page.tsx';
import { ApplyCreditDialog } from './ApplyCreditDialog.tsx';
import { BilledLines } from './BilledLines.tsx';
import { CorrectHoursDialog } from './CorrectHoursDialog.tsx';
import { CreditDialog } from './CreditDialog.tsx';
import { DocumentActions, type Opened } from './DocumentActions.tsx';
import { HoursOfDocument } from './HoursOfDocument.tsx';
import { CorrectSheetDialog } from './CorrectSheetDialog.tsx';
import { RefundDialog } from './RefundDialog.tsx';
import { WriteOffDialog } from './WriteOffDialog.tsx';
import { RepeatDialog } from './RepeatDialog.tsx';
import { RecodeDialog } from './RecodeDialog.tsx';
import { ReverseDialog } from './ReverseDialog.tsx';
import { SettleDialog } from './SettleDialog.tsx';

type Line = Answer<'document'>['lines'][number];

/** One posted document: its lines, what settles it, and what it may still go through. */
export function DocumentPage() {
  const { id = '' } = useParams();
  return <DocumentOf key={id} id={id} />;
}

function DocumentOf({ id }: { readonly id: string }) {
  const [search] = useSearchParams();
  const kept = useKept();
  const { answer, trouble } = useRead('document', { params: { id } });
  const [open, setOpen] = useState<Opened | null>(search.get('do') === 'reverse' ? 'reverse' : null);
  const go = useGo();
  const may = useMay();
  const show = (made: number): void => {
    setOpen(null);
    go(`/documents/${made}`);
  };
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  const { document, lines } = answer;
  // An order's own page has its lines, versions and what came of it; reversing is done here.
  if (allows(document.kind, 'to order') && document.reversedBy === null && search.get('do') === null)
    return <Navigate to={kept(`/orders/${id}`)} replace />;
  return (
    <Page
      title={document.number}
      facts={[
        kindOf(document.kind).one,
        document.party,
        document.project,
        `dated ${dayText(document.datedOn)}`,
        postedText(document),
        `recorded ${dayText(isoDate(document.recordedAt.slice(0, 10)))}, ${document.recordedAt.slice(11, 16)} by ${document.recordedBy}`,
      ]
        .filter(Boolean)
        .join(' · ')}
      actions={<DocumentActions document={document} onOpen={setOpen} />}
    >
      <Facts
        facts={[
          { name: 'Amount', value: dollars(document.grossCents) },
          { name: 'Open', value: dollars(document.openCents) },
          ...(document.dueOn === null ? [] : [{ name: 'Due', value: dayText(document.dueOn) }]),
          ...(answer.sentAt === null ? [] : [{ name: 'Sent', value: dayText(isoDate(answer.sentAt.slice(0, 10))) }]),
          ...(document.memo === '' ? [] : [{ name: 'Text', value: document.memo }]),
        ]}
      />
      <Sentence>Posts: {kindOf(document.kind).posts}</Sentence>
      <Links detail={answer} />
      <FilesPart about="document" id={document.id} />
      {document.kind === 'hours' && may('see-pay') ? <HoursOfDocument id={id} /> : null}
      {document.kind === 'application' || document.kind === 'invoice' ? <BilledLines id={document.id} /> : null}
      {document.kind === 'application' ? null : (
        <DataTable
          label="Posted lines"
          rows={lines}
          columns={[...lineColumns(lines), ...recodedColumn(answer.recoded)]}
          rowKey={(line) => line.id}
        />
      )}
      <Dialogs detail={answer} open={open} onClose={() => setOpen(null)} onDone={show} />
    </Page>
  );
}

interface DialogsProps {
  readonly detail: Answer<'document'>;
  readonly open: Opened | null;
  readonly onClose: () => void;
  readonly onDone: (made: number) => void;
}

/** The dialog that is open about the document. */
function Dialogs({ detail: { document, lines }, open, onClose, onDone }: DialogsProps) {
  return (
    <>
      {open === 'reverse' && document.reversedBy === null ? (
        <ReverseDialog document={document} onClose={onClose} onDone={onDone} />
      ) : null}
      {open === 'repeat' ? <RepeatDialog document={document} onClose={onClose} /> : null}
      {open === 'recode' ? <RecodeDialog lines={lines} onClose={onClose} onDone={onDone} /> : null}
      {open === 'enter again' ? <CorrectSheetDialog document={document} onClose={onClose} /> : null}
      {open === 'correct' ? <CorrectHoursDialog id={document.id} onClose={onClose} /> : null}
      {open === 'credit' ? <CreditDialog document={document} onClose={onClose} onDone={onDone} /> : null}
      {open === 'write off' ? <WriteOffDialog document={document} onClose={onClose} onDone={onDone} /> : null}
      {open === 'pay back' ? <RefundDialog document={document} onClose={onClose} onDone={onDone} /> : null}
      {open === 'apply' ? <ApplyCreditDialog document={document} onClose={onClose} /> : null}
      {open === 'settle' ? (
        <SettleDialog document={document} typed={plainDollars(document.openCents)} onClose={onClose} />
      ) : null}
    </>
  );
}

/** What the document hangs together with. */
function Links({ detail }: { readonly detail: Answer<'document'> }) {
  const { document, settlements, linked } = detail;
  return (
    <>
      {document.reversedBy === null || linked.reversedById === null ? null : (
        <Note $tone="warning">
          Reversed by <AsOfLink to={`/documents/${linked.reversedById}`}>{document.reversedBy}</AsOfLink>.
        </Note>
      )}
      {document.reverses === null || linked.reversesId === null ? null : (
        <Note>
          Reverses <AsOfLink to={`/documents/${linked.reversesId}`}>{document.reverses}</AsOfLink>.
        </Note>
      )}
      <Settled words="Settled by" settlements={settlements.filter(({ way }) => way === 'by')} />
      <Settled words="Settles" settlements={settlements.filter(({ way }) => way === 'of')} />
    </>
  );
}

interface SettledProps {
  readonly words: string;
  readonly settlements: Answer<'document'>['settlements'];
}

function Settled({ words, settlements }: SettledProps) {
  if (settlements.length === 0) return null;
  return (
    <Note $tone="good">
      {words}{' '}
      {settlements.map(({ documentId, number, datedOn, amountCents }) => (
        <span key={documentId}>
          <AsOfLink to={`/documents/${documentId}`}>{number}</AsOfLink> on {dayText(datedOn)} with{' '}
          {dollars(amountCents)}.{' '}
        </span>
      ))}
    </Note>
  );
}

/** The day it posts, where that is another one: later, for its month was locked; earlier, in the months of what it is about. */
function postedText({ datedOn, postedOn }: Answer<'document'>['document']): string {
  if (postedOn === datedOn) return '';
  const isLater = monthOf(isoDate(postedOn)) > monthOf(isoDate(datedOn));
  return isLater ? `posted ${dayText(postedOn)}, for its month was locked` : `posted ${dayText(postedOn)}`;
}

/** Where lines were coded to since; only where any were. */
function recodedColumn(recoded: Answer<'document'>['recoded']): readonly Column<Line>[] {
  if (recoded.length === 0) return [];
  const byLine = new Map(recoded.map((each) => [each.lineId, each]));
  return [
    {
      id: 'recoded',
      head: 'Recoded to',
      cell: ({ id }) => {
        const found = byLine.get(id);
        if (found === undefined) return '';
        return (
          <>
            {found.to}, <AsOfLink to={`/documents/${found.documentId}`}>{found.number}</AsOfLink>
          </>
        );
      },
    },
  ];
}

function lineColumns(lines: readonly Line[]): readonly Column<Line>[] {
  const side = (sign: 1 | -1) =>
    dollars(lines.reduce((sum, { amountCents }) => sum + Math.max(0, sign * amountCents), 0) as Cents);
  return [
    { id: 'day', head: 'Day', cell: ({ postedOn }) => dayText(postedOn) },
    { id: 'account', head: 'Account', cell: ({ account }) => account },
    { id: 'project', head: 'Project', cell: ({ projectCode }) => projectCode },
    { id: 'coding', head: 'Cost code', cell: ({ coding }) => coding },
    { id: 'party', head: 'Party', cell: ({ party }) => party },
    { id: 'text', head: 'Text', cell: ({ text }) => text, total: 'Total' },
    {
      id: 'quantity',
      head: 'Quantity',
      figures: true,
      cell: ({ quantity }) => (quantity === 0 ? '' : tenThousandths(quantity)),
    },
    {
      id: 'debit',
      head: 'Debit',
      figures: true,
      cell: ({ amountCents }) => (amountCents > 0 ? dollars(amountCents) : ''),
      total: side(1),
    },
    {
      id: 'credit',
      head: 'Credit',
      figures: true,
      cell: ({ amountCents }) => (amountCents < 0 ? dollars(Math.max(0, -amountCents) as Cents) : ''),
      total: side(-1),
    },
  ];
}

import type { DocumentAction } from '@lowtide/core/documents/kind.ts';
import { kindOf } from '@lowtide/core/documents/kinds.ts';
import { sheetOfDocument } from '@lowtide/core/documents/sheets.ts';
import { AsOfLink, useGo } from '../api/as-of.tsx';
import type { Answer } from '../api/books-api.ts';
import { May } from '../api/session.tsx';
import { Button } from '../ui/Button.tsx';
import { SendButton } from './SendButton.tsx';
import { BeginSheetButton } from './BeginSheetButton.tsx';

/** A dialog about a document. */
export type Opened =
  | 'repeat'
  | 'recode'
  | 'enter again'
  | 'correct'
  | 'reverse'
  | 'settle'
  | 'credit'
  | 'apply'
  | 'write off'
  | 'pay back';

export interface DocumentActionsProps {
  readonly document: Answer<'document'>['document'];
  readonly onOpen: (dialog: Opened) => void;
}

/** What can be done with a posted document, as its kind says it. */
export function DocumentActions({ document, onOpen }: DocumentActionsProps) {
  const { id, kind, openCents } = document;
  const { undoing, party, actions = [] } = kindOf(kind);
  const sheet = sheetOfDocument(kind);
  const offered = (places: typeof READING) => actions.filter((action) => places.includes(action));
  return (
    <>
      {offered(READING).map((action) => (
        <Action key={action} action={action} document={document} onOpen={onOpen} />
      ))}
      {sheet === undefined ? null : <a href={`/api/sheet-files/${sheet}.csv?id=${id}`}>CSV</a>}
      <May do="keep-books">
        <AsOfLink to={`/settings/audit?text=${encodeURIComponent(document.number)}`}>Audit log</AsOfLink>
        {offered(CHANGING).map((action) => (
          <Action key={action} action={action} document={document} onOpen={onOpen} />
        ))}
        {undoing.how === 'reversal' && document.reversedBy === null ? (
          <Button onPress={() => onOpen('reverse')}>Reverse</Button>
        ) : null}
        {offered(CREDITING).map((action) => (
          <Action key={action} action={action} document={document} onOpen={onOpen} />
        ))}
        {openCents < 0 ? (
          <Button $look="primary" onPress={() => onOpen('apply')}>
            Apply credit
          </Button>
        ) : null}
        {openCents <= 0 ? null : (
          <Button $look="primary" onPress={() => onOpen('settle')}>
            {party === 'client' ? 'Record receipt' : 'Pay'}
          </Button>
        )}
      </May>
    </>
  );
}

/** What everybody may do who sees the document; what changes it; what is written against it. */
const READING: readonly DocumentAction[] = ['print', 'workbook', 'ubl', 'to order', 'to run'];
const CHANGING: readonly DocumentAction[] = ['send', 'repeat', 'recode', 'enter again', 'correct hours'];
const CREDITING: readonly DocumentAction[] = [
  ...(['correct application', 'certify', 'credit bill', 'credit invoice', 'write off', 'pay back'] as const),
];

/** One thing that can be done with the document now; nothing where it was reversed, and that can not be done with it any more. */
function Action({ action, document, onOpen }: DocumentActionsProps & { readonly action: DocumentAction }) {
  const go = useGo();
  const { id, kind, reversedBy } = document;
  const { pdf = '', undoing } = kindOf(kind);
  const standing = reversedBy === null;
  const reversible = standing && undoing.how === 'reversal';
  const opening = (words: string, dialog: Opened) => <Button onPress={() => onOpen(dialog)}>{words}</Button>;
  switch (action) {
    case 'print':
      return (
        <a href={`/api${pdf}/${id}.pdf`} target="_blank" rel="noreferrer">
          Print (PDF)
        </a>
      );
    case 'workbook':
      return <a href={`/api${pdf}/${id}.xlsx`}>Workbook</a>;
    case 'ubl':
      return <a href={`/api/documents/${id}/ubl.xml`}>UBL</a>;
    case 'send':
      return standing ? <SendButton id={id} /> : null;
    case 'to order':
      return standing ? <Button onPress={() => go(`/orders/${id}`)}>To the order</Button> : null;
    case 'to run':
      return <Button onPress={() => go(`/recognition?m=${document.datedOn.slice(0, 7)}`)}>To the run</Button>;
    case 'repeat':
      return opening('Repeat', 'repeat');
    case 'recode':
      return reversible ? opening('Recode', 'recode') : null;
    case 'enter again':
      return reversible ? opening('Correct', 'enter again') : null;
    case 'correct hours':
      return reversible ? opening('Correct', 'correct') : null;
    case 'certify':
      return standing ? <BeginSheetButton id={id} question="certificateSheet" words="Certify" look="primary" /> : null;
    case 'correct application':
      return standing ? <BeginSheetButton id={id} question="correctedApplication" words="Correct" /> : null;
    case 'credit bill':
      return reversible && document.grossCents > 0 ? (
        <BeginSheetButton id={id} question="creditSheet" words="Credit note" />
      ) : null;
    case 'credit invoice':
      return standing ? opening('Credit', 'credit') : null;
    case 'write off':
      return standing && document.openCents > 0 ? opening('Write off', 'write off') : null;
    case 'pay back':
      return standing && (document.openCents < 0 || kind === 'client-deposit') ? opening('Pay back', 'pay back') : null;
  }
}

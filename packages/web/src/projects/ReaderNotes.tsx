import { useState } from 'react';
import { dayText, isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useRead, useWrite } from '../api/books-api.ts';
import { May } from '../api/session.tsx';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog, DialogActions } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';

/** What readers of the WIP schedule are told of a project, with what they were told before. */
export function ReaderNotes({ project }: { readonly project: string }) {
  const { asOf, through } = useShownBooks();
  const { answer } = useRead('readerNotes', { params: { id: project }, query: asOf });
  const [isWriting, setWriting] = useState(false);
  if (!answer) return null;
  const [current] = answer.rows;
  return (
    <section>
      <h2 style={{ fontSize: 'inherit' }}>
        Note for readers of the WIP schedule{' '}
        <May do="plan-projects">
          <Button onPress={() => setWriting(true)}>Write a note</Button>
        </May>
      </h2>
      <ul style={{ margin: '4px 0 0', listStyle: 'none', padding: 0 }}>
        {answer.rows.map(({ month, text, at, by }) => (
          <li key={at}>
            From {monthText(month)}: {text === '' ? 'no note' : `“${text}”`} ({by}, {dayText(isoDate(at.slice(0, 10)))})
          </li>
        ))}
      </ul>
      {isWriting ? (
        <WriteNote project={project} text={current?.text ?? ''} month={through} onClose={() => setWriting(false)} />
      ) : null}
    </section>
  );
}

interface WriteNoteProps {
  readonly project: string;
  /** What counts now. */
  readonly text: string;
  readonly month: ReturnType<typeof useShownBooks>['through'];
  readonly onClose: () => void;
}

function WriteNote({ project, text, month, onClose }: WriteNoteProps) {
  const { form, field, general, settle } = useTypedForm({ text });
  const [send, { busy }] = useWrite('writeReaderNote');
  const write = async (): Promise<void> => {
    if (settle(await send({ params: { id: project }, body: { month, text: form.text } }))) onClose();
  };
  return (
    <Dialog title={`Note for readers, from ${monthText(month)} on`} onClose={onClose}>
      <p>It stands in the WIP schedule beside the project until another one is written; an empty one takes it back.</p>
      <Field label="Note" lines={3} autoFocus {...field('text')} />
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void write()}>
          Keep it
        </Button>
      </DialogActions>
    </Dialog>
  );
}

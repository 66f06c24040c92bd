import { monthText, type Month } from '@lowtide/core/calendar/month.ts';
import { typedMonth } from '@lowtide/core/calendar/typed-month.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useWrite } from '../api/books-api.ts';
import { useRecognitionWords } from '../api/use-recognition-words.ts';
import { draftsText } from '../api/drafts-text.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Note, Refused } from '../ui/notes.tsx';

export interface LockDialogProps {
  readonly lockedThrough: Month | null;
  readonly suggested: Month;
  readonly onClose: () => void;
}

const NOT_A_MONTH = 'Give a month, such as mar 2027, 3/27 or 2027-03, or leave it empty to lock none.';

/** Nothing posts into a locked month; locking and opening again say why, and the audit log keeps it. */
export function LockDialog({ lockedThrough, suggested, onClose }: LockDialogProps) {
  const { form, field, general, settle } = useTypedForm({ through: monthText(suggested), reason: '' });
  const [lock, { busy }] = useWrite('lockMonths');
  const { frame, through } = useShownBooks();
  const recognition = useRecognitionWords();
  const typed = form.through.trim();
  const until = typedMonth(typed, through) ?? null;
  const good = typed === '' || until !== null;
  const isLocking = until !== null && (lockedThrough === null || until > lockedThrough);
  const isUnrecognized = until !== null && until >= through && recognition !== 'recognized';
  // What is asked about before a month is closed on it.
  const waits = [draftsText(frame.drafts), isUnrecognized ? `${monthText(through)} is ${recognition}` : null].filter(
    (each) => each !== null,
  );
  const order = async (): Promise<void> => {
    const body = { through: until, reason: form.reason };
    if (settle(await lock({ body }))) onClose();
  };
  const now =
    lockedThrough === null
      ? 'No month is locked.'
      : `Locked through ${monthText(lockedThrough)}. An earlier month, or none, opens those after it again.`;
  return (
    <Dialog title="Lock or open months" onClose={onClose}>
      <p>{now}</p>
      <FieldGrid $columns={1}>
        <Field label="Locked through" autoFocus {...field('through')} {...(good ? {} : { problem: NOT_A_MONTH })} />
        <Field label="Reason" {...field('reason')} />
      </FieldGrid>
      {isLocking && waits.length > 0 ? (
        <Note $tone="warning" role="status">
          {waits.join('; ')}.
        </Note>
      ) : null}
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy || !good} onPress={() => void order()}>
          {typed === ''
            ? 'Open all months'
            : until !== null
              ? `Lock through ${monthText(until)}${isLocking && waits.length > 0 ? ' all the same' : ''}`
              : 'Lock'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

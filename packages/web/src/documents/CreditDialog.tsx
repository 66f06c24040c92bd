import { CREDITED_WORK } from '@lowtide/core/documents/credit-note/form.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useRead, useWrite, type Answer } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Choice } from '../ui/Choice.tsx';
import { Button } from '../ui/Button.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { DayField } from '../ui/DayField.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';

const WORK_IS = [
  { value: 'billed again', text: 'can be billed again' },
  { value: 'written down', text: 'are written down' },
];

export interface CreditDialogProps {
  readonly document: Answer<'document'>['document'];
  readonly onClose: () => void;
  readonly onDone: (id: number) => void;
}

/** A credit note against an invoice: all that is left of it, or a part, in all or line by line; its tax follows. */
export function CreditDialog(props: CreditDialogProps) {
  const { answer } = useRead('billedLines', { params: { id: String(props.document.id) } });
  if (!answer) return null;
  const lines = answer.lines.filter(({ work, stored }) => work + stored > 0);
  return <CreditForm {...props} lines={lines.length > 1 ? lines : []} />;
}

interface CreditFormProps extends CreditDialogProps {
  /** Lines of the schedule that it bills; none where there is nothing to choose between. */
  readonly lines: Answer<'billedLines'>['lines'];
}

function CreditForm({ document, lines, onClose, onDone }: CreditFormProps) {
  const { today } = useShownBooks();
  const initial: Readonly<Record<string, string>> = {
    ...{ datedOn: today, work: '', text: '', workIs: 'billed again' },
    ...Object.fromEntries(lines.map(({ number }) => [lineField(number), ''])),
  };
  const { form, field, general, settle, acceptance } = useTypedForm(initial);
  const [credit, { busy }] = useWrite('creditNote');
  const typed = lines.flatMap(({ number }) => {
    const amount = form[lineField(number)] ?? '';
    return amount.trim() === '' ? [] : [{ line: String(number), amount }];
  });
  const order = async (): Promise<void> => {
    const workIs = CREDITED_WORK.find((each) => each === form['workIs']) ?? CREDITED_WORK[0];
    const { datedOn = '', work = '', text = '' } = form;
    const body = { documentId: document.id, datedOn, work, text, lines: typed, workIs };
    const posted = settle(await credit({ body: { ...body, acceptWarnings: acceptance !== null } }));
    if (posted) onDone(posted.id);
  };
  return (
    <Dialog title={`Credit ${document.number}`} onClose={onClose}>
      <p>What the project billed and what the client owes become less; the invoice stays as it is.</p>
      <FieldGrid>
        <DayField near={today} label="Dated" {...field('datedOn')} />
        <Field
          label="Work credited"
          figures
          autoFocus
          {...field('work')}
          hint={
            lines.length === 0
              ? 'Before tax. Empty: all that is left.'
              : 'Before tax. Empty: the lines, or all that is left.'
          }
        />
        <Field label="Why" {...field('text')} />
        <Choice label="Hours and costs on it" options={WORK_IS} {...field('workIs')} />
        {lines.map(({ number, name, work, stored }) => (
          <Field
            key={number}
            label={`Of line ${number}, ${name}`}
            figures
            {...field(lineField(number), `lines/${typed.findIndex(({ line }) => line === String(number))}/amount`)}
            hint={`Billed: ${dollars(cents(work + stored))}`}
          />
        ))}
      </FieldGrid>
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void order()}>
          {acceptance ?? 'Post credit note'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function lineField(number: number): string {
  return `line ${number}`;
}

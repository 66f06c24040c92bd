import { useShownBooks, useGo } from '../api/as-of.tsx';
import { useWrite, type Answer } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { DayField } from '../ui/DayField.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';

export interface RepeatDialogProps {
  readonly document: Answer<'document'>['document'];
  readonly onClose: () => void;
}

/** Lets a posted journal come again every so many months. */
export function RepeatDialog({ document, onClose }: RepeatDialogProps) {
  const { today } = useShownBooks();
  const go = useGo();
  const initial: Readonly<Record<'name' | 'everyMonths' | 'nextOn' | 'endsOn', string>> = {
    ...{ name: document.memo, everyMonths: '1', nextOn: '', endsOn: '' },
  };
  const { form, field, general, settle } = useTypedForm(initial);
  const [repeat, { busy }] = useWrite('repeatJournal');
  const send = async (): Promise<void> => {
    if (settle(await repeat({ body: { documentId: document.id, ...form } }))) go('/costs?part=journals&show=recurring');
  };
  return (
    <Dialog title={`Repeat ${document.number}`} onClose={onClose}>
      <p>
        It is put on a sheet when it is due, and posted there; an accrual is reversed on the first of the month after.
      </p>
      <FieldGrid>
        <Field label="Name" autoFocus {...field('name')} />
        <Field label="Every so many months" figures {...field('everyMonths')} />
        <DayField near={today} label="Next" {...field('nextOn')} />
        <DayField near={today} label="Until (empty: no end)" {...field('endsOn')} />
      </FieldGrid>
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void send()}>
          Repeat
        </Button>
      </DialogActions>
    </Dialog>
  );
}

import { useState } from 'react';
import { useWrite } from '../../api/books-api.ts';
import { saidElsewhere } from '../../api/trouble.ts';
import { useTypedForm } from '../../api/use-typed-form.ts';
import { Button } from '../../ui/Button.tsx';
import { Dialog, DialogActions } from '../../ui/Dialog.tsx';
import { Field } from '../../ui/Field.tsx';
import { Refused } from '../../ui/notes.tsx';

interface ToldForecast {
  readonly id: number;
  readonly by: string;
  readonly text: string;
}

interface ToldDialogProps {
  /** The project's code. */
  readonly code: string;
  readonly told: ToldForecast;
  readonly onClose: () => void;
}

/** Takes over a forecast that was told, all the same where lines are below their cost. */
export function TakeOverDialog({ code, told, onClose }: ToldDialogProps) {
  const { settle, acceptance } = useTypedForm({});
  const [why, setWhy] = useState<string | null>(null);
  const [send, { busy }] = useWrite('takeOverForecast');
  const takeOver = async (): Promise<void> => {
    const body = { acceptWarnings: acceptance !== null };
    const written = await send({ params: { id: String(told.id) }, body });
    setWhy(written.ok ? null : saidElsewhere(written.trouble, []));
    if (settle(written)) onClose();
  };
  return (
    <Dialog title={`Take over the forecast of ${code}`} onClose={onClose}>
      <p>
        What {told.by} told counts from then on, worked out on the cost of now.
        {told.text === '' ? '' : ` “${told.text}”`}
      </p>
      <Refused why={why} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" autoFocus isDisabled={busy} onPress={() => void takeOver()}>
          {acceptance ?? 'Take it over'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** Sends a forecast back to whoever told it. */
export function SendBackDialog({ code, told, onClose }: ToldDialogProps) {
  const { form, field, general, settle } = useTypedForm({ reason: '' });
  const [send, { busy }] = useWrite('sendBackForecast');
  const sendBack = async (): Promise<void> => {
    if (settle(await send({ params: { id: String(told.id) }, body: form }))) onClose();
  };
  return (
    <Dialog title={`Send the forecast of ${code} back`} onClose={onClose}>
      <p>{told.by} finds the reason on the sheet and tells it again.</p>
      <Field label="Reason" autoFocus {...field('reason')} />
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void sendBack()}>
          Send it back
        </Button>
      </DialogActions>
    </Dialog>
  );
}

import { useEffect, useState } from 'react';
import { useWrite, type Answer } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog, DialogActions } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Loading, Refused } from '../ui/notes.tsx';

export interface SecondFactorDialogProps {
  /** Whether one is asked for now, and is to be taken away. */
  readonly isSet: boolean;
  readonly onClose: () => void;
}

export function SecondFactorDialog({ isSet, onClose }: SecondFactorDialogProps) {
  return isSet ? <Remove onClose={onClose} /> : <Add onClose={onClose} />;
}

type Closing = Pick<SecondFactorDialogProps, 'onClose'>;

function Add({ onClose }: Closing) {
  const [offered, setOffered] = useState<Answer<'offerSecondFactor'> | null>(null);
  const [offer] = useWrite('offerSecondFactor');
  const [set, { busy }] = useWrite('setSecondFactor');
  const { form, field, general, settle } = useTypedForm({ password: '', newCode: '' });
  useEffect(() => {
    let isOpen = true;
    void offer({}).then((written) => {
      if (isOpen && written.ok) setOffered(written.answer);
    });
    return () => {
      isOpen = false;
    };
    // Once, when the dialog opens: another secret would not fit what was scanned.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  const order = async (): Promise<void> => {
    if (offered && settle(await set({ body: { ...form, secret: offered.secret } }))) onClose();
  };
  return (
    <Dialog title="Add a second factor" onClose={onClose}>
      {offered === null ? (
        <Loading />
      ) : (
        <>
          <p>
            Show this to the authenticator on your phone, or type the letters below it. Then type the code it shows.
          </p>
          <img
            alt="What your authenticator reads"
            width={180}
            height={180}
            src={`data:image/svg+xml,${encodeURIComponent(offered.picture)}`}
          />
          <p>
            <code>{offered.secret.replace(/(.{4})(?=.)/g, '$1 ')}</code>
          </p>
          <Field label="Code" autoFocus figures fills="one-time-code" {...field('newCode')} />
          <Field label="Password" type="password" fills="current-password" {...field('password')} />
        </>
      )}
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy || offered === null} onPress={() => void order()}>
          Ask for it from now on
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function Remove({ onClose }: Closing) {
  const [drop, { busy }] = useWrite('dropSecondFactor');
  const { form, field, general, settle } = useTypedForm({ password: '', code: '' });
  const order = async (): Promise<void> => {
    if (settle(await drop({ body: form }))) onClose();
  };
  return (
    <Dialog title="Ask for the password alone" onClose={onClose}>
      <Field label="Password" type="password" fills="current-password" autoFocus {...field('password')} />
      <Field label="Code of your authenticator" figures fills="one-time-code" {...field('code')} />
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="trouble" isDisabled={busy} onPress={() => void order()}>
          Remove the second factor
        </Button>
      </DialogActions>
    </Dialog>
  );
}

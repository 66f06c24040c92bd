import { useState } from 'react';
import { localText } from '../api/as-of.tsx';
import { useWrite, type Answer } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';

const SCOPES = [
  { value: 'read', text: 'read' },
  { value: 'all', text: 'do what you may' },
];

/** Makes a token for a script; it is shown this once. */
export function TokenDialog({ onClose }: { readonly onClose: () => void }) {
  const { form, field, general, settle } = useTypedForm({ name: '', scope: 'read' });
  const [made, setMade] = useState<Answer<'makeToken'> | null>(null);
  const [make, { busy }] = useWrite('makeToken');
  const order = async (): Promise<void> => {
    const scope = form.scope === 'all' ? 'all' : 'read';
    const answer = settle(await make({ body: { name: form.name, scope } }));
    if (answer) setMade(answer);
  };
  if (made !== null) {
    return (
      <Dialog title="The token" onClose={onClose} width={560}>
        <Field
          label="Token"
          value={made.token}
          onChange={() => undefined}
          isReadOnly
          hint={`Copy it now: it is not shown again, and is kept nowhere. It ends ${localText(made.endsAt)}, or with a new password.`}
        />
        <DialogActions>
          <Button $look="primary" onPress={onClose}>
            Copied
          </Button>
        </DialogActions>
      </Dialog>
    );
  }
  return (
    <Dialog title="Make a token" onClose={onClose}>
      <FieldGrid>
        <Field label="For" hint="Such as: nightly report" autoFocus {...field('name')} />
        <Choice label="May" options={SCOPES} {...field('scope')} />
      </FieldGrid>
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void order()}>
          Make it
        </Button>
      </DialogActions>
    </Dialog>
  );
}

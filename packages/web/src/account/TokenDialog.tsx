import { useState } from 'react';
import { useWrite } from '../api/books-api.ts';
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
  const [token, setToken] = useState<string | null>(null);
  const [make, { busy }] = useWrite('makeToken');
  const order = async (): Promise<void> => {
    const scope = form.scope === 'all' ? 'all' : 'read';
    const made = settle(await make({ body: { name: form.name, scope } }));
    if (made) setToken(made.token);
  };
  if (token !== null) {
    return (
      <Dialog title="The token" onClose={onClose} width={560}>
        <Field
          label="Token"
          value={token}
          onChange={() => undefined}
          isReadOnly
          hint="Copy it now: it is not shown again, and is kept nowhere."
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

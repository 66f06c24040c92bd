import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { useRead, useWrite } from '../../api/books-api.ts';
import { useTypedForm } from '../../api/use-typed-form.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Dialog, DialogActions } from '../../ui/Dialog.tsx';
import { Field } from '../../ui/Field.tsx';
import { Refused } from '../../ui/notes.tsx';

/** What of the address a view is made of; month and moment are the screen's, not the view's. */
const PARTS = ['cols', 'by', 'sort'] as const;
const USUAL = 'usual';

function stateOf(search: URLSearchParams): string {
  const state = new URLSearchParams();
  for (const name of PARTS) {
    const value = search.get(name);
    if (value !== null) state.set(name, value);
  }
  return state.toString();
}

/** Views kept under a name: which columns, grouped how, sorted by what. */
export function ViewsBar({ page }: { readonly page: string }) {
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const [naming, setNaming] = useState(false);
  const { answer } = useRead('views', { params: { page } });
  const [drop] = useWrite('dropView');
  const views = answer?.rows ?? [];
  const state = stateOf(search);
  const shown = views.find((view) => view.state === state);
  const open = (id: string): void => {
    const next = new URLSearchParams(views.find((view) => String(view.id) === id)?.state ?? '');
    for (const [name, value] of search) if (!(PARTS as readonly string[]).includes(name)) next.set(name, value);
    void navigate({ search: next.toString() });
  };
  return (
    <>
      <Choice
        inline
        label="View"
        value={shown ? String(shown.id) : state === '' ? USUAL : ''}
        onChange={open}
        options={[
          { value: USUAL, text: 'usual view' },
          ...views.map(({ id, name }) => ({ value: String(id), text: name })),
          ...(shown || state === '' ? [] : [{ value: '', text: 'a view not kept' }]),
        ]}
      />
      {shown ? (
        <Button
          $look="quiet"
          onPress={() => void drop({ params: { page, id: String(shown.id) } }).then(() => open(USUAL))}
        >
          drop it
        </Button>
      ) : state === '' ? null : (
        <Button $look="quiet" onPress={() => setNaming(true)}>
          keep it
        </Button>
      )}
      {naming ? <NameDialog page={page} state={state} onClose={() => setNaming(false)} /> : null}
    </>
  );
}

interface NameDialogProps {
  readonly page: string;
  readonly state: string;
  readonly onClose: () => void;
}

function NameDialog({ page, state, onClose }: NameDialogProps) {
  const { form, field, general, settle } = useTypedForm({ name: '' });
  const [keep, { busy }] = useWrite('keepView');
  const order = async (): Promise<void> => {
    if (settle(await keep({ params: { page }, body: { ...form, state } }))) onClose();
  };
  return (
    <Dialog title="Keep this view" onClose={onClose}>
      <Field label="Name" autoFocus {...field('name')} />
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void order()}>
          Keep
        </Button>
      </DialogActions>
    </Dialog>
  );
}

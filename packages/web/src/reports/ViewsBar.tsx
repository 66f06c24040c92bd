import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { reportOf, type ReportName } from '@lowtide/core/reports/reports.ts';
import { useRead, useWrite } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { Dialog, DialogActions } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';

/** What of the address every view is made of, beside what its report lets one choose; months and moment are the screen's. */
const PARTS = ['cols', 'group', 'filter', 'sort'] as const;
const USUAL = 'usual';

/** Names a view's parts had in earlier versions. */
const FORMERLY: Readonly<Partial<Record<ReportName, Readonly<Record<string, string>>>>> = {
  portfolio: { by: 'group' },
};

function partsOf(name: ReportName): readonly string[] {
  const chosen = Object.entries(reportOf(name).choices).filter(
    ([word, { kind }]) => kind === 'options' && word !== 'basis',
  );
  return [...PARTS, ...chosen.map(([word]) => word)];
}

function stateOf(search: URLSearchParams, parts: readonly string[]): string {
  const state = new URLSearchParams();
  for (const name of parts) for (const value of search.getAll(name)) state.append(name, value);
  return state.toString();
}

/** The address a view has now. */
function addressOf(name: ReportName, state: string): string {
  const renamed = [...new URLSearchParams(state)].map(([word, value]) => [FORMERLY[name]?.[word] ?? word, value]);
  return new URLSearchParams(renamed.filter(([word, value]) => word !== 'group' || value !== 'none')).toString();
}

/** Views saved under a name: which rows and columns, in which groups and order. */
export function ViewsBar({ name }: { readonly name: ReportName }) {
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const [naming, setNaming] = useState(false);
  const { answer } = useRead('views', { params: { page: name } });
  const [drop] = useWrite('dropView');
  const parts = partsOf(name);
  const views = (answer?.rows ?? []).map((view) => ({ ...view, state: addressOf(name, view.state) }));
  const state = stateOf(search, parts);
  const shown = views.find((view) => view.state === state);
  const open = (id: string): void => {
    const next = new URLSearchParams(views.find((view) => String(view.id) === id)?.state ?? '');
    for (const [word, value] of search) if (!parts.includes(word)) next.set(word, value);
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
          { value: USUAL, text: 'default view' },
          ...views.map(({ id, name: text }) => ({ value: String(id), text })),
          ...(shown || state === '' ? [] : [{ value: '', text: 'a view not saved' }]),
        ]}
      />
      {shown ? (
        <Button
          $look="quiet"
          onPress={() => void drop({ params: { page: name, id: String(shown.id) } }).then(() => open(USUAL))}
        >
          Delete view
        </Button>
      ) : state === '' ? null : (
        <Button $look="quiet" onPress={() => setNaming(true)}>
          Save view
        </Button>
      )}
      {naming ? <NameDialog page={name} state={state} onClose={() => setNaming(false)} /> : null}
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
    <Dialog title="Save this view" onClose={onClose}>
      <Field label="Name" autoFocus {...field('name')} />
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void order()}>
          Save
        </Button>
      </DialogActions>
    </Dialog>
  );
}

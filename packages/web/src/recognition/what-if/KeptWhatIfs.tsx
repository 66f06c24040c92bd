import type { WhatIfSheet } from '@lowtide/core/what-if/read-what-if.ts';
import { useRead, useWrite } from '../../api/books-api.ts';
import { useTypedForm } from '../../api/use-typed-form.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Dialog, DialogActions } from '../../ui/Dialog.tsx';
import { Field } from '../../ui/Field.tsx';
import { Refused } from '../../ui/notes.tsx';
import { keptSheet } from './what-if-rows.ts';

/** Where views of this page are kept. */
const PAGE = 'what-if';
const NONE = 'none';

export interface Beside {
  readonly name: string;
  readonly sheet: WhatIfSheet;
}

interface KeptBarProps {
  readonly onOpen: (sheet: WhatIfSheet) => void;
  readonly beside: Beside | null;
  readonly onBeside: (beside: Beside | null) => void;
}

/** What-ifs kept under a name: one is opened, another stands beside it. */
export function KeptBar({ onOpen, beside, onBeside }: KeptBarProps) {
  const { answer } = useRead('views', { params: { page: PAGE } });
  const kept = answer?.rows ?? [];
  if (kept.length === 0) return null;
  const sheetOf = (id: string): Beside | null => {
    const found = kept.find((each) => String(each.id) === id);
    return found === undefined ? null : { name: found.name, sheet: keptSheet(found.state) };
  };
  const options = [{ value: NONE, text: 'none' }, ...kept.map(({ id, name }) => ({ value: String(id), text: name }))];
  return (
    <>
      Open{' '}
      <Choice
        inline
        label="Open a what-if"
        value={NONE}
        options={options}
        onChange={(id) => {
          const found = sheetOf(id);
          if (found !== null) onOpen(found.sheet);
        }}
      />
      , beside{' '}
      <Choice
        inline
        label="Beside another what-if"
        value={String(kept.find(({ name }) => name === beside?.name)?.id ?? NONE)}
        options={options}
        onChange={(id) => onBeside(sheetOf(id))}
      />
      .
    </>
  );
}

interface KeepDialogProps {
  readonly sheet: WhatIfSheet;
  readonly onClose: () => void;
}

/** Keeps what is asked under a name; one of the same name is replaced. */
export function KeepDialog({ sheet, onClose }: KeepDialogProps) {
  const { form, field, general, settle } = useTypedForm({ name: '' });
  const [keep, { busy }] = useWrite('keepView');
  const send = async (): Promise<void> => {
    const body = { name: form.name, state: JSON.stringify(sheet) };
    if (settle(await keep({ params: { page: PAGE }, body }))) onClose();
  };
  return (
    <Dialog title="Keep this what-if" onClose={onClose}>
      <p>One of yours with the same name is replaced.</p>
      <Field label="Name" autoFocus {...field('name')} />
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void send()}>
          Keep it
        </Button>
      </DialogActions>
    </Dialog>
  );
}

import { ZERO } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { VARIABLE_KINDS, type VariableKind } from '@lowtide/core/progress/variable-amounts.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useWrite, type Answer } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { DayField } from '../ui/DayField.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';

export type IncludedRow = Answer<'variableAmounts'>['rows'][number];

const TYPED_KINDS = VARIABLE_KINDS.filter((kind) => kind !== 'change order');

interface IncludeDialogProps {
  /** The pending change order that is included; null for what is told by hand. */
  readonly order: IncludedRow | null;
  readonly onClose: () => void;
}

/** Includes an amount in a price for the first time. */
export function IncludeDialog({ order, onClose }: IncludeDialogProps) {
  const { today } = useShownBooks();
  const { form, field, general, settle } = useTypedForm({
    ...{ project: order?.code ?? '', kind: 'claim', name: order?.name ?? '', on: today as string },
    ...{ amount: '', reason: '' },
  });
  const [include, { busy }] = useWrite('includeAmount');
  const send = async (): Promise<void> => {
    const kind: VariableKind =
      order === null ? (TYPED_KINDS.find((each) => each === form.kind) ?? 'claim') : order.kind;
    if (settle(await include({ body: { ...form, kind, estimateId: order?.estimateId ?? null } }))) onClose();
  };
  return (
    <Dialog
      title={order === null ? 'Claim, bonus or penalty' : `Change order ${order.name}, ${order.code}`}
      onClose={onClose}
    >
      <p>
        {order === null
          ? 'A claim or a bonus raises the price, a penalty is told below zero. Tell only what is likely enough; 0 keeps it in the list and counts for nothing.'
          : `It asks for ${dollars(order.asksCents ?? ZERO)}. What is included counts until the client decides.`}
      </p>
      <FieldGrid>
        {order === null ? (
          <>
            <Field label="Project" autoFocus {...field('project')} />
            <Choice
              label="Kind"
              options={TYPED_KINDS.map((kind) => ({ value: kind, text: kind }))}
              {...field('kind')}
            />
            <Field label="What it is" {...field('name')} />
          </>
        ) : null}
        <DayField near={today} label="Counts from" {...field('on')} />
        <Field label="Included in the price" figures autoFocus={order !== null} {...field('amount')} />
        <Field label="Why" {...field('reason')} />
      </FieldGrid>
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void send()}>
          Include it
        </Button>
      </DialogActions>
    </Dialog>
  );
}

interface ChangeIncludedDialogProps {
  readonly id: number;
  readonly row: IncludedRow;
  readonly onClose: () => void;
}

/** Changes what of an amount is included, from a day on. */
export function ChangeIncludedDialog({ id, row, onClose }: ChangeIncludedDialogProps) {
  const { today } = useShownBooks();
  const { form, field, general, settle } = useTypedForm({ on: today as string, amount: '', reason: '' });
  const [change, { busy }] = useWrite('changeIncluded');
  const send = async (): Promise<void> => {
    if (settle(await change({ params: { id: String(id) }, body: form }))) onClose();
  };
  return (
    <Dialog title={`${row.name}, ${row.code}`} onClose={onClose}>
      <p>{dollars(row.amountCents)} of it is included now. 0 takes it out of the price.</p>
      <FieldGrid>
        <DayField near={today} label="Counts from" {...field('on')} />
        <Field label="Included in the price" figures autoFocus {...field('amount')} />
        <Field label="Why" {...field('reason')} />
      </FieldGrid>
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void send()}>
          Change it
        </Button>
      </DialogActions>
    </Dialog>
  );
}

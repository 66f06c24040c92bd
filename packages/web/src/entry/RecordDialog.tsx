import type { Field as RecordField } from '@lowtide/core/records/field.ts';
import { choiceText } from '@lowtide/core/records/choice-text.ts';
import { wording } from '@lowtide/core/problems/wording.ts';
import { fieldProblems } from '@lowtide/core/records/read-record.ts';
import { fieldsOf, RECORD_KINDS, type RecordKind } from '@lowtide/core/records/record-kinds.ts';
import { AsOfLink, useShownBooks } from '../api/as-of.tsx';
import { useRead, useWrite } from '../api/books-api.ts';
import { useTypedForm, type TypedField } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { useDayOrder } from '../ui/day-order.ts';
import { DayField } from '../ui/DayField.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';
import { PickField } from '../ui/PickField.tsx';

export interface RecordDialogProps {
  readonly kind: RecordKind;
  /** Values to begin with. */
  readonly fields: Readonly<Record<string, string>>;
  /** The record to change; left out, a new one. */
  readonly existing?: { readonly id: number; readonly version: number };
  readonly onClose: () => void;
  readonly onDone: (fields: Readonly<Record<string, string>>) => void;
}

/** What most projects begin as. */
export const NEW_PROJECT = { kind: 'client', status: 'active', method: 'cost-to-cost', costTreatment: 'hold' } as const;

/** Adds or changes a record of any kind; its fields come from the list all forms and files are made from. */
export function RecordDialog({ kind, fields: initial, existing, onClose, onDone }: RecordDialogProps) {
  const { today } = useShownBooks();
  const order = useDayOrder();
  const list = fieldsOf(kind);
  const blank = Object.fromEntries(list.map(({ name }) => [name, initial[name] ?? '']));
  const { form, field, acceptance, general, settle, ready } = useTypedForm<Readonly<Record<string, string>>>(
    blank,
    (typed) =>
      fieldProblems(kind, typed, { near: today, order }).map((problem) => ({
        at: problem.at,
        message: wording(problem),
      })),
  );
  const withUsualType = useUsualType();
  const [add, adding] = useWrite('addRecord');
  const [change, changing] = useWrite('changeRecord');
  const acceptWarnings = acceptance !== null;
  const save = async (): Promise<void> => {
    if (!(await ready())) return;
    const written = settle(
      existing
        ? await change({
            params: { kind, id: String(existing.id) },
            body: { version: existing.version, fields: form, acceptWarnings },
          })
        : await add({ params: { kind }, body: { fields: form, acceptWarnings } }),
    );
    if (written) onDone(written.fields);
  };
  const { one } = RECORD_KINDS[kind];
  return (
    <Dialog
      title={existing ? `${one} ${initial['code'] ?? ''}` : `New ${one.toLowerCase()}`}
      onClose={onClose}
      width={640}
    >
      <FieldGrid>
        {list.map((each, index) => (
          <FieldOf
            key={each.name}
            field={each}
            typed={each.name === 'costCode' ? withUsualType(field('costCode'), field('costType')) : field(each.name)}
            isFixed={existing !== undefined && each.need === 'fixed'}
            autoFocus={index === (existing ? 1 : 0)}
          />
        ))}
      </FieldGrid>
      <Refused why={general} />
      <DialogActions>
        {existing ? <AsOfLink to={`/settings/audit?about=${kind}+${existing.id}`}>Audit log</AsOfLink> : null}
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={adding.busy || changing.busy} onPress={() => void save()}>
          {acceptance ?? (existing ? 'Save' : `Add ${one.toLowerCase()}`)}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** A cost code that is chosen brings its usual type, unless another one is there. */
function useUsualType(): (code: TypedField, type: TypedField) => TypedField {
  const { answer } = useRead('reference', {});
  const usual = new Map(answer?.costCodes.map(({ code, costType }) => [code, costType ?? '']) ?? []);
  return (code, type) => ({
    ...code,
    onChange: (value) => {
      code.onChange(value);
      const [before, own] = [usual.get(code.value) ?? '', usual.get(value.trim()) ?? ''];
      if (own !== '' && (type.value === '' || type.value === before)) type.onChange(own);
    },
  });
}

interface FieldOfProps {
  readonly field: RecordField;
  readonly typed: TypedField;
  readonly isFixed: boolean;
  readonly autoFocus: boolean;
}

function FieldOf({ field, typed, isFixed, autoFocus }: FieldOfProps) {
  const { today } = useShownBooks();
  const { name, label, holds, hint, need } = field;
  const common = { label: need === 'optional' ? label : `${label} *`, ...typed };
  if (isFixed) return <Field {...common} isReadOnly hint="Cannot be changed any more." />;
  switch (holds.kind) {
    case 'choice': {
      const none = need === 'optional' ? [{ value: '', text: 'none' }] : [];
      return (
        <Choice
          {...common}
          options={[...none, ...holds.choices.map((value) => ({ value, text: choiceText(name, value) }))]}
        />
      );
    }
    case 'code-of':
      return <CodeField {...common} record={holds.record} hint={hint} autoFocus={autoFocus} />;
    case 'lines':
      return <Field {...common} lines={3} hint={hint} autoFocus={autoFocus} />;
    case 'money':
    case 'quantity':
    case 'rate':
    case 'percent':
    case 'count':
      return <Field {...common} figures hint={hint} autoFocus={autoFocus} />;
    case 'day':
      return <DayField {...common} near={today} hint={hint} autoFocus={autoFocus} />;
    case 'text':
    case 'month':
      return <Field {...common} hint={hint} autoFocus={autoFocus} />;
  }
}

interface CodeFieldProps extends TypedField {
  readonly record: RecordKind;
  readonly label: string;
  readonly hint: string;
  readonly autoFocus: boolean;
}

function CodeField({ record, ...field }: CodeFieldProps) {
  const { answer } = useRead('records', { params: { kind: record } });
  const options = answer?.rows.map(({ fields }) => ({ code: fields['code'] ?? '', name: fields['name'] ?? '' })) ?? [];
  return <PickField {...field} options={options} />;
}

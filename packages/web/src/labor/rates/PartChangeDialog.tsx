import { useState } from 'react';
import { tenThousandths } from '@lowtide/core/money/dollars.ts';
import { PART_GROUPS } from '@lowtide/core/rates/build-up.ts';
import { useShownBooks } from '../../api/as-of.tsx';
import { useAsk, useWrite, type Answer } from '../../api/books-api.ts';
import { useTypedForm } from '../../api/use-typed-form.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { DayField } from '../../ui/DayField.tsx';
import { Dialog, DialogActions, FieldGrid } from '../../ui/Dialog.tsx';
import { Field } from '../../ui/Field.tsx';
import { Refused } from '../../ui/notes.tsx';
import { PickField } from '../../ui/PickField.tsx';
import type { Column } from '../../ui/table-column.ts';
import { whomText, type RateRow } from './rate-words.ts';

type Changed = Answer<'partChangePreview'>['rows'][number];

export interface PartChangeDialogProps {
  readonly rows: readonly RateRow[];
  readonly onClose: () => void;
}

/** One part of many build-ups gets another amount from a day on; each rate is shown before and after first. */
export function PartChangeDialog({ rows, onClose }: PartChangeDialogProps) {
  const { today } = useShownBooks();
  const { form, field, general, settle } = useTypedForm({
    ...{ effectiveOn: today as string, group: 'taxes', name: '', amount: '', note: '' },
  });
  const [seen, setSeen] = useState<{ readonly of: string; readonly rows: readonly Changed[] } | null>(null);
  const preview = useAsk('partChangePreview');
  const [change, { busy }] = useWrite('changePart');
  const asked = JSON.stringify(form);
  const isSeen = seen?.of === asked;
  const show = async (): Promise<void> => {
    const answer = settle(await preview({ body: form }));
    setSeen(answer === undefined ? null : { of: asked, rows: answer.rows });
  };
  const take = async (): Promise<void> => {
    if (settle(await change({ body: form })) !== undefined) onClose();
  };
  return (
    <Dialog title="Change a part of many rates" onClose={onClose} width={720}>
      <FieldGrid $columns={3}>
        <Choice
          label="Pays for"
          options={PART_GROUPS.map((group) => ({ value: group, text: group }))}
          {...field('group')}
        />
        <PickField label="Part" options={partNames(rows, form.group)} {...field('name')} />
        <Field label="Becomes" figures {...field('amount')} hint="In what it is of: % of wage, an hour, a month." />
        <DayField near={today} label="From" {...field('effectiveOn')} />
        <Field label="Note" {...field('note')} />
      </FieldGrid>
      <Refused why={general} />
      {seen !== null && isSeen ? (
        <div style={{ display: 'flex', maxHeight: 340 }}>
          <DataTable
            label="Rates before and after"
            rows={seen.rows}
            columns={COLUMNS}
            rowKey={({ id }) => id}
            empty="No rate has such a part on that day."
          />
        </div>
      ) : null}
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look={isSeen ? 'plain' : 'primary'} onPress={() => void show()}>
          Show what changes
        </Button>
        {isSeen && seen.rows.length > 0 ? (
          <Button $look="primary" isDisabled={busy} onPress={() => void take()}>
            Change {seen.rows.length} {seen.rows.length === 1 ? 'rate' : 'rates'}
          </Button>
        ) : null}
      </DialogActions>
    </Dialog>
  );
}

const COLUMNS: readonly Column<Changed>[] = [
  { id: 'whom', head: 'Holds for', gives: true, cell: whomText },
  { id: 'before', head: 'Hour now', figures: true, cell: ({ before }) => tenThousandths(before.regular.rate, 4) },
  { id: 'after', head: 'Hour then', figures: true, cell: ({ after }) => tenThousandths(after.regular.rate, 4) },
  { id: 'overtime', head: 'Overtime then', figures: true, cell: ({ after }) => tenThousandths(after.overtime.rate, 4) },
];

/** The names that parts of a kind have in the build-ups. */
function partNames(rows: readonly RateRow[], group: string) {
  const parts = rows.flatMap(({ buildUp }) => buildUp ?? []).filter((part) => part.group.toLowerCase() === group);
  const names = [...new Set(parts.map(({ name }) => name.trim() || group))];
  return names.map((code) => ({ code, name: '' }));
}

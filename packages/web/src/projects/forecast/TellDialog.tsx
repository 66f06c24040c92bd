import { useState } from 'react';
import { monthText } from '@lowtide/core/calendar/month.ts';
import type { ForecastRow } from '@lowtide/core/forecast/forecast-sheet.ts';
import { percent } from '@lowtide/core/money/ratio.ts';
import { useShownBooks } from '../../api/as-of.tsx';
import { useWrite } from '../../api/books-api.ts';
import { saidElsewhere } from '../../api/trouble.ts';
import { useTypedForm } from '../../api/use-typed-form.ts';
import { Button } from '../../ui/Button.tsx';
import { Dialog, DialogActions } from '../../ui/Dialog.tsx';
import { Field } from '../../ui/Field.tsx';
import { Refused } from '../../ui/notes.tsx';
import type { Sheet } from './forecast-rows.ts';

interface TellDialogProps {
  readonly sheet: Sheet & { readonly asked: NonNullable<Sheet['asked']> };
  readonly rows: readonly ForecastRow[];
  readonly onTold: () => void;
  readonly onClose: () => void;
}

/** Tells the forecast of a month that is asked for, with what moved and why. */
export function TellDialog({ sheet, rows, onTold, onClose }: TellDialogProps) {
  const { through } = useShownBooks();
  const { project, asked, stamp } = sheet;
  const [why, setWhy] = useState<string | null>(null);
  const { form, field, settle, acceptance } = useTypedForm({ text: asked.told?.text ?? '' });
  const [send, { busy }] = useWrite('tellForecast');
  const tell = async (): Promise<void> => {
    const body = { month: through, stamp, rows: [...rows], text: form.text, acceptWarnings: acceptance !== null };
    const written = await send({ params: { id: String(project.id) }, body });
    setWhy(written.ok ? null : saidElsewhere(written.trouble, ['text']));
    if (settle(written)) onTold();
  };
  return (
    <Dialog title={`Tell the forecast of ${project.code}, ${monthText(through)}`} onClose={onClose}>
      <p>
        It counts once somebody who keeps the books takes it over. An estimate that moves by more than{' '}
        {percent(asked.limit, 1)} % needs the reason.
      </p>
      {asked.textBefore === '' ? null : <p>Said with the one before: “{asked.textBefore}”</p>}
      <Field label="What moved, and why" lines={4} autoFocus {...field('text')} />
      <Refused why={why} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void tell()}>
          {acceptance ?? 'Tell it'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

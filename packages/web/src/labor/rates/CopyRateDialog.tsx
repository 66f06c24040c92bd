import { useState } from 'react';
import { useShownBooks } from '../../api/as-of.tsx';
import { useWrite } from '../../api/books-api.ts';
import { Button } from '../../ui/Button.tsx';
import { DayField } from '../../ui/DayField.tsx';
import { Dialog, DialogActions } from '../../ui/Dialog.tsx';
import { Field } from '../../ui/Field.tsx';
import { Note, Refused } from '../../ui/notes.tsx';
import { rateText, whomText, type RateRow } from './rate-words.ts';

export interface CopyRateDialogProps {
  readonly rate: RateRow;
  readonly side: 'cost' | 'bill';
  readonly onClose: () => void;
}

/** The same rate, with what it is made up of, for other people from a day on. */
export function CopyRateDialog({ rate, side, onClose }: CopyRateDialogProps) {
  const { today } = useShownBooks();
  const [codes, setCodes] = useState('');
  const [effectiveOn, setEffectiveOn] = useState<string>(today);
  const [done, setDone] = useState<readonly string[]>([]);
  const [why, setWhy] = useState<string | null>(null);
  const [add, { busy }] = useWrite('addRate');
  const named = [...new Set(codes.split(/[\s,;]+/).filter((code) => code !== '' && !done.includes(code)))];
  const copy = async (): Promise<void> => {
    for (const employee of named) {
      const made = await add({ body: bodyFor(rate, { side, employee, effectiveOn }) });
      if (!made.ok) return setWhy(`${employee}: ${made.trouble.detail}`);
      setDone((before) => [...before, employee]);
    }
    setWhy(null);
    onClose();
  };
  return (
    <Dialog title="Copy to others" onClose={onClose}>
      <p>
        {rateText(rate.rates.regular.rate)}, as {whomText(rate)} has it, for other people; what they had before stays up
        to the day.
      </p>
      <Field label="To employees" autoFocus value={codes} onChange={setCodes} hint="Codes, with commas between." />
      <DayField label="From" near={today} value={effectiveOn} onChange={setEffectiveOn} />
      {done.length === 0 ? null : <Note $tone="good">Copied to {done.join(', ')}.</Note>}
      <Refused why={why} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy || named.length === 0} onPress={() => void copy()}>
          Copy to {named.length}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

interface Copied {
  readonly side: 'cost' | 'bill';
  readonly employee: string;
  readonly effectiveOn: string;
}

function bodyFor({ project, client, rates, buildUp, note }: RateRow, copied: Copied) {
  const code = (text: string): string => text.split(' ')[0] ?? '';
  return {
    ...copied,
    ...{ role: '', activity: '', project: code(project), client: code(client), note },
    rate: buildUp === null ? rateText(rates.regular.rate) : '',
    buildUp: [...(buildUp ?? [])],
  };
}

import { useState } from 'react';
import { isoDate, mondayOf } from '@lowtide/core/calendar/iso-date.ts';
import { correctionRows } from '@lowtide/core/documents/hours/correction.ts';
import { useGo, useShownBooks } from '../api/as-of.tsx';
import { useRead, useWrite } from '../api/books-api.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { Dialog, DialogActions } from '../ui/Dialog.tsx';
import { Loading, Refused } from '../ui/notes.tsx';

export interface CorrectHoursDialogProps {
  readonly id: number;
  readonly onClose: () => void;
}

/** One person's hours of a posted week on a new sheet: with a minus, and once more to be put right. The others stay as they are. */
export function CorrectHoursDialog({ id, onClose }: CorrectHoursDialogProps) {
  const go = useGo();
  const { through: month } = useShownBooks();
  const { answer, trouble } = useRead('postedSheet', { params: { id: String(id) } });
  const [chosen, setChosen] = useState('');
  const [why, setWhy] = useState<string | null>(null);
  const [send, { busy }] = useWrite('newDraft');
  if (answer === undefined) return trouble ? <Refused why={trouble.detail} /> : <Loading />;
  const { sheet } = answer;
  const rows = sheet.kind === 'hours' ? sheet.rows : [];
  const people = [...new Set(rows.map(({ employee }) => employee))];
  const employee = chosen === '' ? (people[0] ?? '') : chosen;
  const begin = async (): Promise<void> => {
    const weekOn = mondayOf(isoDate(sheet.kind === 'hours' ? sheet.weekOn : '2000-01-03'));
    const corrected = { kind: 'hours' as const, weekOn, rows: [...correctionRows(rows, employee)] };
    const made = await send({ body: { month, sheet: corrected, preview: false } });
    if (!made.ok) return setWhy(made.trouble.detail);
    onClose();
    go(`/costs/hours/${made.answer.id}`);
  };
  return (
    <Dialog title="Correct hours" onClose={onClose}>
      <p>Takes one person's hours of this week back and has them once more, on a sheet where you put them right.</p>
      <Choice
        label="Whose"
        value={employee}
        options={people.map((code) => ({ value: code, text: code }))}
        onChange={setChosen}
      />
      <Refused why={why} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy || employee === ''} onPress={() => void begin()}>
          Begin the correction
        </Button>
      </DialogActions>
    </Dialog>
  );
}

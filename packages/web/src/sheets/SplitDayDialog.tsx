import { useState } from 'react';
import { hoursColumns, type HoursSheet } from '@lowtide/core/documents/hours/form.ts';
import { splitDay } from '@lowtide/core/documents/hours/split-day.ts';
import { dayText, plusDays, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { wording } from '@lowtide/core/problems/wording.ts';
import { useRead } from '../api/books-api.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { Dialog, DialogActions } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { PickField } from '../ui/PickField.tsx';

type Row = HoursSheet['rows'][number];

export interface SplitDayDialogProps {
  readonly row: Row;
  /** The column of the cursor; its day is proposed. */
  readonly column: number;
  readonly weekOn: IsoDate;
  readonly onSplit: (rows: readonly [Row, Row]) => void;
  readonly onClose: () => void;
}

/** Moves a part of a day to other work: the row keeps the rest, a new one below has what was moved. */
export function SplitDayDialog({ row, column, weekOn, onSplit, onClose }: SplitDayDialogProps) {
  const { answer } = useRead('reference', {});
  const filled = row.days.flatMap((typed, day) => (typed.trim() === '' ? [] : [day]));
  const [day, setDay] = useState(() => proposedDay(column, weekOn, filled));
  const [hours, setHours] = useState('');
  const [project, setProject] = useState('');
  const [code, setCode] = useState('');
  const [wrong, setWrong] = useState<{ readonly at: string; readonly message: string } | null>(null);
  const split = (): void => {
    const read = splitDay(row, { day: Number(day), hours, project, code });
    if (read.ok) return onSplit(read.value);
    const [first] = read.problems;
    setWrong(first === undefined ? null : { at: first.at, message: wording(first) });
  };
  return (
    <Dialog title={`Split a day of ${row.employee}`} onClose={onClose}>
      <Choice
        label="Day"
        value={day}
        options={filled.map((each) => ({
          value: String(each),
          text: `${dayText(plusDays(weekOn, each))}: ${row.days[each] ?? ''}`,
        }))}
        onChange={setDay}
      />
      <Field
        label="Hours to move"
        figures
        autoFocus
        value={hours}
        problem={wrong?.at === 'hours' ? wrong.message : undefined}
        onChange={setHours}
      />
      <PickField label="To project" value={project} options={answer?.projects ?? []} onChange={setProject} />
      <PickField label="To code" value={code} options={answer?.costCodes ?? []} onChange={setCode} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={filled.length === 0} onPress={split}>
          Split the day
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** The day the cursor is on, where it holds something; else the first that does. */
function proposedDay(column: number, weekOn: IsoDate, filled: readonly number[]): string {
  const [, at] = hoursColumns(weekOn)[column]?.id.split('/') ?? [];
  return String(filled.find((day) => String(day) === at) ?? filled[0] ?? 0);
}

import { useState } from 'react';
import { useRead, useWrite, type Answer } from '../../api/books-api.ts';
import type { Trouble } from '../../api/trouble.ts';
import { Button } from '../../ui/Button.tsx';
import { Dialog, DialogActions, FieldGrid } from '../../ui/Dialog.tsx';
import { Field } from '../../ui/Field.tsx';
import { Note, Refused } from '../../ui/notes.tsx';
import { PickField } from '../../ui/PickField.tsx';

type Entry = Answer<'clockEntries'>['rows'][number];

export interface ClockEntryDialogProps {
  readonly entry: Entry;
  readonly onDone: (taken: Answer<'correctClock'>) => void;
  readonly onClose: () => void;
}

/** An entry put right; what can be used goes onto a week of hours. */
export function ClockEntryDialog({ entry, onDone, onClose }: ClockEntryDialogProps) {
  const { id, file: _file, problems, ...first } = entry;
  const { answer } = useRead('reference', {});
  const [line, setLine] = useState(first);
  const [refused, setRefused] = useState<Trouble | null>(null);
  const [send, { busy }] = useWrite('correctClock');
  const problemAt = (at: string): string | undefined =>
    (refused?.problems ?? []).find((problem) => problem.at === at)?.message;
  const set = (change: Partial<typeof first>) => setLine({ ...line, ...change });
  const save = async (): Promise<void> => {
    const written = await send({ params: { id: String(id) }, body: line });
    if (written.ok) return onDone(written.answer);
    setRefused(written.trouble);
  };
  return (
    <Dialog title="Correct an entry" onClose={onClose}>
      {problems.map(({ message }) => (
        <Note key={message}>{message}</Note>
      ))}
      <PickField
        label="Badge"
        value={line.badge}
        options={answer?.employees ?? []}
        problem={problemAt('badge')}
        onChange={(badge) => set({ badge })}
      />
      <FieldGrid>
        <Field label="In" value={line.in} problem={problemAt('in')} onChange={(typed) => set({ in: typed })} />
        <Field label="Out" value={line.out} problem={problemAt('out')} onChange={(out) => set({ out })} />
      </FieldGrid>
      <PickField
        label="Project"
        value={line.project}
        options={answer?.projects ?? []}
        problem={problemAt('project')}
        onChange={(project) => set({ project })}
      />
      <PickField
        label="Code"
        value={line.code}
        options={answer?.costCodes ?? []}
        problem={problemAt('code')}
        onChange={(code) => set({ code })}
      />
      <Refused why={refused !== null && refused.problems.length === 0 ? refused.detail : null} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void save()}>
          Use it
        </Button>
      </DialogActions>
    </Dialog>
  );
}

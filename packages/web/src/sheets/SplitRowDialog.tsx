import { useState } from 'react';
import { understoodNumber } from '@lowtide/core/documents/understood-cell.ts';
import { wording } from '@lowtide/core/problems/wording.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import type { BillRow } from '@lowtide/core/documents/supplier-bill/form.ts';
import { SPLITS, splitRow, type SplitBy, type SplitPart } from '@lowtide/core/documents/supplier-bill/split-row.ts';
import { useRead } from '../api/books-api.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Note } from '../ui/notes.tsx';
import { PickField } from '../ui/PickField.tsx';

export interface SplitRowDialogProps {
  readonly row: BillRow;
  readonly onSplit: (rows: readonly BillRow[]) => void;
  readonly onClose: () => void;
}

const BLANK: SplitPart = { project: '', code: '', costType: '', share: '' };
const MOST_PARTS = 20;
const SHARE_LABELS: { readonly [B in SplitBy]: string } = { amounts: 'Amount', percent: 'Percent', hours: 'Hours' };

/** One line of a bill over several projects and codes, by amounts, percent or hours, to the cent. */
export function SplitRowDialog({ row, onSplit, onClose }: SplitRowDialogProps) {
  const { frame } = useShownBooks();
  const currency = frame.company?.currency ?? '';
  const [by, setBy] = useState<SplitBy>('amounts');
  const [parts, setParts] = useState<readonly SplitPart[]>(() => [
    { ...BLANK, project: row.project, code: row.code, costType: row.costType },
    BLANK,
  ]);
  const [wasAsked, setAsked] = useState(false);
  const read = splitRow(row, parts, { by, currency });
  const problems = read.ok || !wasAsked ? [] : read.problems;
  const split = (): void => {
    setAsked(true);
    if (read.ok) onSplit(read.value);
  };
  const nets = read.ok ? read.value.map(({ net }) => net) : [];
  return (
    <Dialog
      title={`Split ${understoodNumber(row.net, 2) ?? row.net} over projects and codes`}
      onClose={onClose}
      width={640}
    >
      <Choice
        label="By"
        value={by}
        options={SPLITS.map((value) => ({ value, text: value }))}
        onChange={(next) => setBy(SPLITS.find((each) => each === next) ?? 'amounts')}
      />
      {parts.map((part, place) => (
        <PartFields
          key={place}
          {...{ part, place, by, net: nets[place] }}
          wrong={problemAt(problems, `parts/${place}/share`)}
          onChange={(changed) => setParts(parts.map((each, index) => (index === place ? changed : each)))}
        />
      ))}
      {problems
        .filter(({ at }) => !/^parts\/\d/.test(at))
        .map((problem) => (
          <Note key={problem.kind} $tone="trouble" role="alert">
            {wording(problem)}
          </Note>
        ))}
      <DialogActions>
        <Button isDisabled={parts.length >= MOST_PARTS} onPress={() => setParts([...parts, BLANK])}>
          One more part
        </Button>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" onPress={split}>
          Split the line
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function problemAt(problems: readonly Problem[], at: string): string | undefined {
  const found = problems.find((problem) => problem.at === at);
  return found === undefined ? undefined : wording(found);
}

interface PartFieldsProps {
  readonly part: SplitPart;
  readonly place: number;
  readonly by: SplitBy;
  /** What it comes to, once all parts can be read. */
  readonly net: string | undefined;
  readonly wrong: string | undefined;
  readonly onChange: (part: SplitPart) => void;
}

function PartFields({ part, place, by, net, wrong, onChange }: PartFieldsProps) {
  const { answer } = useRead('reference', {});
  const nth = `, part ${place + 1}`;
  return (
    <FieldGrid $columns={3}>
      <PickField
        label={`Project${nth}`}
        value={part.project}
        options={answer?.projects ?? []}
        onChange={(project) => onChange({ ...part, project })}
      />
      <PickField
        label={`Code${nth}`}
        value={part.code}
        options={(part.project.trim() === '' ? answer?.accounts : answer?.costCodes) ?? []}
        onChange={(code) => onChange({ ...part, code, costType: '' })}
      />
      <Field
        label={`${SHARE_LABELS[by]}${nth}`}
        figures
        autoFocus={place === 0}
        value={part.share}
        problem={wrong}
        hint={net === undefined || by === 'amounts' ? '' : `Comes to ${net}.`}
        onChange={(share) => onChange({ ...part, share })}
      />
    </FieldGrid>
  );
}

import { useShownBooks } from '../api/as-of.tsx';
import { useWrite, type Answer } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { DayField } from '../ui/DayField.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';
import type { ToldRow } from './SurveySheet.tsx';

export type Milestone = Answer<'projectTold'>['milestones'][number];

interface AddMilestoneDialogProps {
  readonly row: ToldRow;
  readonly onClose: () => void;
}

/** A further milestone of a project, with its weight beside the others; it counts from a day on. */
export function AddMilestoneDialog({ row, onClose }: AddMilestoneDialogProps) {
  const { today } = useShownBooks();
  const { form, field, general, settle } = useTypedForm({ name: '', weight: '', countsOn: today as string });
  const [add, { busy }] = useWrite('addMilestones');
  const send = async (): Promise<void> => {
    const { name, weight, countsOn } = form;
    const written = await add({
      params: { id: String(row.projectId) },
      body: { countsOn, rows: [{ name, weight }] },
    });
    if (settle(written)) onClose();
  };
  return (
    <Dialog title={`Milestone of ${row.code}`} onClose={onClose}>
      <p>Its share of the price is its weight among all milestones of the project.</p>
      <FieldGrid>
        <Field label="Milestone" autoFocus {...field('name', 'rows/0/name')} />
        <Field label="Weight" figures {...field('weight', 'rows/0/weight')} />
        <DayField near={today} label="Counts from" {...field('countsOn')} />
      </FieldGrid>
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void send()}>
          Add the milestone
        </Button>
      </DialogActions>
    </Dialog>
  );
}

interface ReachDialogProps {
  readonly milestone: Milestone;
  readonly onClose: () => void;
}

/** Says that a milestone was reached, or that it is not after all, from a day on. */
export function ReachDialog({ milestone: { id, name, reachedOn }, onClose }: ReachDialogProps) {
  const { today } = useShownBooks();
  const { form, field, general, settle } = useTypedForm({ on: today as string, reason: '' });
  const [reach, { busy }] = useWrite('reachMilestone');
  const words = reachedOn === null ? 'Mark reached' : 'Take back';
  const send = async (): Promise<void> => {
    const body = { ...form, isReached: reachedOn === null };
    if (settle(await reach({ params: { id: String(id) }, body }))) onClose();
  };
  return (
    <Dialog title={`${words}: ${name}`} onClose={onClose}>
      <FieldGrid>
        <DayField near={today} label="Counts from" {...field('on')} />
        <Field label="Who says so, and why" autoFocus {...field('reason')} />
      </FieldGrid>
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void send()}>
          {words}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

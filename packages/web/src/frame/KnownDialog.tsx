import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { Button } from '../ui/Button.tsx';
import { Dialog, DialogActions } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { localText, useShownBooks } from '../api/as-of.tsx';

/** Sets up to which moment of recording the screen reads the books. */
export function KnownDialog({ onClose }: { readonly onClose: () => void }) {
  const { known, today } = useShownBooks();
  const [, setSearch] = useSearchParams();
  const [typed, setTyped] = useState(known === undefined ? today : localText(known));
  const moment = momentOf(typed);
  const show = (value: string | undefined): void => {
    setSearch((before) => {
      const next = new URLSearchParams(before);
      if (value === undefined) next.delete('known');
      else next.set('known', value);
      return next;
    });
    onClose();
  };
  return (
    <Dialog title="Show the books as known at" onClose={onClose}>
      <Field
        label="Recorded up to"
        value={typed}
        onChange={setTyped}
        autoFocus
        hint="A day, up to its end, or a day and a time, such as 2027-02-28 17:00. What was recorded later is left out of every figure."
        problem={
          moment === undefined
            ? 'Give a day, such as 2027-02-28, or a day and a time, such as 2027-02-28 17:00.'
            : undefined
        }
      />
      <DialogActions>
        <Button onPress={() => show(undefined)}>As known now</Button>
        <Button $look="primary" isDisabled={moment === undefined} onPress={() => show(moment)}>
          Show
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** A day means its end, where the reader lives. */
function momentOf(typed: string): string | undefined {
  const read = /^(\d{4}-\d\d-\d\d)(?: (\d\d:\d\d))?$/.exec(typed.trim());
  if (!read) return undefined;
  const at = Date.parse(read[2] === undefined ? `${read[1]}T23:59:59.999` : `${read[1]}T${read[2]}`);
  return Number.isNaN(at) ? undefined : new Date(at).toISOString();
}

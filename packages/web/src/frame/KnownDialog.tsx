import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { Button } from '../ui/Button.tsx';
import { Dialog, DialogActions } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { useShownBooks } from '../api/as-of.tsx';

/** Sets up to which moment of recording the screen reads the books. */
export function KnownDialog({ onClose }: { readonly onClose: () => void }) {
  const { known, today } = useShownBooks();
  const [, setSearch] = useSearchParams();
  const [typed, setTyped] = useState(known?.slice(0, 16).replace('T', ' ') ?? `${today} 00:00`);
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
        label="Recorded up to (UTC)"
        value={typed}
        onChange={setTyped}
        autoFocus
        hint="Day and time, such as 2027-02-28 17:00. What was recorded later is left out of every figure."
        problem={moment === undefined ? 'Give a day and a time, such as 2027-02-28 17:00.' : undefined}
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

function momentOf(typed: string): string | undefined {
  const at = /^\d{4}-\d\d-\d\d( \d\d:\d\d)?$/.test(typed.trim())
    ? Date.parse(`${typed.trim().replace(' ', 'T')}${typed.includes(':') ? '' : 'T00:00'}Z`)
    : Number.NaN;
  return Number.isNaN(at) ? undefined : new Date(at).toISOString();
}

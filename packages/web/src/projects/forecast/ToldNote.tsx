import { useState } from 'react';
import { May } from '../../api/session.tsx';
import { Button } from '../../ui/Button.tsx';
import { Note } from '../../ui/notes.tsx';
import { SendBackDialog, TakeOverDialog } from '../told-forecasts/ToldDialogs.tsx';
import type { Sheet } from './forecast-rows.ts';

/** What was told of a month's forecast and still waits, or was sent back. */
export function ToldNote({ sheet: { asked, project } }: { readonly sheet: Sheet }) {
  const [deciding, setDeciding] = useState<'take over' | 'send back' | null>(null);
  if (asked === null || asked.told === null) return null;
  const { told, state } = asked;
  const close = (): void => setDeciding(null);
  if (state === 'sent back') {
    return (
      <Note $tone="warning">
        Sent back: {told.sentBack} {told.by} tells it again once it is put right.
      </Note>
    );
  }
  if (state !== 'told') return null;
  return (
    <Note $tone="warning">
      {told.by} told a forecast. It waits, and does not count yet. {told.text === '' ? null : <>“{told.text}” </>}
      <May do="keep-books">
        <Button onPress={() => setDeciding('take over')}>Take over</Button>{' '}
        <Button $look="quiet" onPress={() => setDeciding('send back')}>
          Send back
        </Button>
      </May>
      {deciding === 'take over' ? <TakeOverDialog code={project.code} told={told} onClose={close} /> : null}
      {deciding === 'send back' ? <SendBackDialog code={project.code} told={told} onClose={close} /> : null}
    </Note>
  );
}

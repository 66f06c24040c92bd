import { useState } from 'react';
import styled from 'styled-components';
import { fieldsOf, RECORD_KINDS, type RecordKind } from '@lowtide/core/records/record-kinds.ts';
import type { Answer } from '../api/books-api.ts';
import { useLongWrite } from '../api/use-long-write.ts';
import type { Trouble } from '../api/trouble.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog, DialogActions } from '../ui/Dialog.tsx';
import { CsvText, PASTED } from '../ui/CsvText.tsx';
import { useDayOrder } from '../ui/day-order.ts';
import { cameInBefore, FileRefused, Note } from '../ui/notes.tsx';
import { space, type } from '../theme/tokens.ts';

/** Takes in a CSV file, whole or not at all; what is wrong is listed by row and column. */
export function ImportDialog({ kind, onClose }: { readonly kind: RecordKind; readonly onClose: () => void }) {
  const [file, setFile] = useState(PASTED);
  const [told, setTold] = useState<Trouble | Answer<'importRecords'> | null>(null);
  const { order: send, busy, progress, stop } = useLongWrite('importRecords');
  const fields = fieldsOf(kind);
  const order = useDayOrder();
  const take = async (): Promise<void> => {
    const written = await send({ params: { kind }, body: { ...file, again: cameInBefore(told) } });
    setTold(written.ok ? written.answer : written.trouble);
  };
  return (
    <Dialog title={`Import ${RECORD_KINDS[kind].many.toLowerCase()} from CSV`} onClose={onClose} width={720}>
      <CsvText
        file={file}
        onChange={(other) => {
          setFile(other);
          setTold(null);
        }}
      />
      <p>
        Days in figures are read{' '}
        {order === 'month first' ? 'month first: 01/03/2027 is 3 January' : 'day first: 01/03/2027 is 1 March'}.
      </p>
      <Columns>
        {fields.map(({ name, need, hint }) => (
          <div key={name}>
            <dt>
              {name}
              {need === 'optional' ? '' : ' *'}
            </dt>
            <dd>{hint}</dd>
          </div>
        ))}
      </Columns>
      {told !== null && 'added' in told ? (
        <Note $tone="good" role="status">
          {told.added} added, {told.changed} changed.
        </Note>
      ) : null}
      {told !== null && 'detail' in told ? <FileRefused trouble={told} /> : null}
      {busy && progress !== null ? <Running {...progress} onStop={stop} /> : null}
      <DialogActions>
        <Button onPress={onClose}>Close</Button>
        <Button $look="primary" isDisabled={busy || file.csv.trim() === ''} onPress={() => void take()}>
          {cameInBefore(told) ? 'Import it again' : 'Import'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

interface RunningProps {
  readonly done: number;
  readonly of: number;
  readonly onStop: () => void;
}

function Running({ done, of, onStop }: RunningProps) {
  return (
    <ProgressLine>
      <progress aria-label="Rows read" value={done} max={of} />
      Row {done.toLocaleString()} of {of.toLocaleString()}
      <Button onPress={onStop}>Stop</Button>
    </ProgressLine>
  );
}

const ProgressLine = styled.div`
  display: flex;
  align-items: center;
  gap: ${space.two};
  progress {
    flex: 1;
  }
`;

const Columns = styled.dl`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 ${space.four};
  margin: ${space.two} 0;
  font-size: ${type.small};
  div {
    display: grid;
    grid-template-columns: 92px 1fr;
  }
  dt {
    font-weight: 650;
  }
`;

import { useState } from 'react';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { useRead, useWrite, type Answer } from '../api/books-api.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Choice } from '../ui/Choice.tsx';
import { PickField } from '../ui/PickField.tsx';
import { Refused, Remarks } from '../ui/notes.tsx';

export interface RecodeDialogProps {
  readonly lines: Answer<'document'>['lines'];
  readonly onClose: () => void;
  readonly onDone: (id: number) => void;
}

/** One line of a document to another project or code, the rest as it is, paid or not. */
export function RecodeDialog({ lines, onClose, onDone }: RecodeDialogProps) {
  const { answer: reference } = useRead('reference', {});
  const costs = lines.filter(
    ({ projectCode, amountCents, party }) => projectCode !== null || (amountCents > 0 && party !== ''),
  );
  const [line, setLine] = useState(String(costs[0]?.id ?? ''));
  const [to, setTo] = useState({ project: '', code: '', costType: '' });
  const [why, setWhy] = useState<string | null>(null);
  const [send, { busy }] = useWrite('recode');
  const order = { lines: [{ line: Number(line), ...to }], reason: '' };
  const isTyped = to.project.trim() !== '' && to.code.trim() !== '' && line !== '';
  const { answer: preview } = useRead('recodePreview', isTyped ? { body: order } : null, { keepLast: true });
  const post = async (): Promise<void> => {
    const written = await send({ body: { ...order, acceptWarnings: (preview?.warnings.length ?? 0) > 0 } });
    if (written.ok) onDone(written.answer.id);
    else setWhy(written.trouble.detail);
  };
  return (
    <Dialog title="Recode a line" onClose={onClose} width={620}>
      <p>The line is taken back and posted once more where it belongs, in its own month or the first open one.</p>
      <FieldGrid>
        <Choice
          label="Line"
          value={line}
          onChange={setLine}
          options={costs.map(({ id, projectCode, coding, amountCents, text }) => ({
            value: String(id),
            text: [projectCode, coding, dollars(amountCents), text].filter(Boolean).join(' '),
          }))}
        />
        <PickField
          label="Project"
          autoFocus
          value={to.project}
          options={reference?.projects.filter(({ takesCost }) => takesCost) ?? []}
          onChange={(project) => setTo({ ...to, project })}
        />
        <Field label="Code, or phase/code" value={to.code} onChange={(code) => setTo({ ...to, code })} />
        <Field
          label="Type"
          hint="Empty: what is usual for the code."
          value={to.costType}
          onChange={(costType) => setTo({ ...to, costType })}
        />
      </FieldGrid>
      {preview === undefined || !isTyped ? null : <WhatItPosts preview={preview} />}
      <Refused why={why} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy || !isTyped} onPress={() => void post()}>
          {(preview?.warnings.length ?? 0) > 0 ? 'Recode all the same' : 'Recode'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function WhatItPosts({ preview }: { readonly preview: Answer<'recodePreview'> }) {
  return (
    <>
      <Remarks tone="trouble" title="Not yet" remarks={preview.problems} place={() => ''} />
      <Remarks tone="warning" title="Worth a look" remarks={preview.warnings} place={() => ''} />
      {preview.posts.map((posted, index) => (
        <p key={index}>
          {posted.amountCents > 0 ? 'Dr' : 'Cr'} {posted.accountCode} {posted.accountName}{' '}
          {[posted.projectCode, posted.coding].filter(Boolean).join(' ')} {dollars(posted.amountCents)}
        </p>
      ))}
    </>
  );
}

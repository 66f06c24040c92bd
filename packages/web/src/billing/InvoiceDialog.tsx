import { useState } from 'react';
import styled from 'styled-components';
import { lastDay, monthOf } from '@lowtide/core/calendar/month.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useRead, useWrite, type Answer, type Asked } from '../api/books-api.ts';
import type { Trouble } from '../api/trouble.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Note } from '../ui/notes.tsx';
import { PickField } from '../ui/PickField.tsx';
import { color, space } from '../theme/tokens.ts';

type Form = Asked<'invoice'>['body'];

const SHARES = [
  { value: 'percent', text: '% of the contract' },
  { value: 'amount', text: 'an amount' },
  { value: 'rest', text: 'all that is left' },
];

export interface InvoiceDialogProps {
  /** Code to begin with; empty to choose. */
  readonly project: string;
  readonly onClose: () => void;
  readonly onPosted: (id: number) => void;
}

/** A progress invoice as a share of the contract; what it bills is worked out as it is typed. */
export function InvoiceDialog({ project, onClose, onPosted }: InvoiceDialogProps) {
  const { through, today } = useShownBooks();
  const datedOn = monthOf(today) === through ? today : lastDay(through);
  // The tax code is the project's until another one is typed.
  const [typed, setTyped] = useState<Omit<Form, 'taxCode'> & { readonly taxCode?: string }>({
    project,
    datedOn,
    dueOn: '',
    share: 'percent',
    value: '',
    text: '',
  });
  const [refused, setRefused] = useState<Trouble | null>(null);
  const [post, { busy }] = useWrite('invoice');
  const { answer: reference } = useRead('reference', {});
  const ownTaxCode = reference?.projects.find(({ code }) => code === typed.project)?.taxCode ?? '';
  const form: Form = { ...typed, taxCode: typed.taxCode ?? ownTaxCode };
  const { answer: preview } = useRead('previewInvoice', { body: form });
  const change = (part: Partial<Form>): void => setTyped({ ...typed, ...part });
  // Fields still empty are not wrong yet; the refusal of a posting names them.
  const problem = (at: keyof Form): string | undefined => {
    const found = preview?.problems.find((each) => each.at === at)?.message;
    return form[at] === '' && !refused
      ? undefined
      : (found ?? refused?.problems.find((each) => each.at === at)?.message);
  };
  const order = async (): Promise<void> => {
    const written = await post({ body: form });
    if (written.ok) onPosted(written.answer.id);
    else setRefused(written.trouble);
  };
  const text = (at: keyof Form & string) => ({
    value: form[at],
    onChange: (value: string) => change({ [at]: value }),
    problem: problem(at),
  });
  const clients = reference?.projects.filter(({ kind }) => kind === 'client') ?? [];
  return (
    <Dialog title="Bill progress" onClose={onClose} width={640}>
      <FieldGrid>
        <PickField label="Project" autoFocus={project === ''} options={clients} {...text('project')} />
        <Field label="Text on the invoice" {...text('text')} />
        <Choice
          label="Bill"
          value={form.share}
          onChange={(share) => change({ share: share as Form['share'] })}
          options={SHARES}
        />
        {form.share === 'rest' ? (
          <span />
        ) : (
          <Field
            label={form.share === 'percent' ? 'Percent' : 'Amount'}
            figures
            autoFocus={project !== ''}
            {...text('value')}
          />
        )}
        <Field label="Dated" {...text('datedOn')} />
        <Field label="Due" {...text('dueOn')} hint="Empty: by the client's terms." />
        <PickField label="Tax code" options={reference?.taxCodes ?? []} {...text('taxCode')} />
      </FieldGrid>
      {preview && preview.contractCents > 0 ? <InvoiceFigures preview={preview} /> : null}
      {refused && refused.problems.every(({ at }) => at === '') ? (
        <Note $tone="trouble" role="alert">
          {refused.detail}
        </Note>
      ) : null}
      <DialogActions>
        <Button onPress={onClose}>Not now</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void order()}>
          Post invoice{preview && preview.dueCents > 0 ? ` of ${dollars(preview.dueCents)}` : ''}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function InvoiceFigures({ preview }: { readonly preview: Answer<'previewInvoice'> }) {
  const rows = [
    ['Contract', preview.contractCents],
    ['Billed before', preview.billedBeforeCents],
    ['Earned to date', preview.earnedCents],
    ['This invoice, work', preview.workCents],
    ['Tax', preview.taxCents],
    ['Due', preview.dueCents],
    ['Left to bill after', preview.leftAfterCents],
  ] as const;
  return (
    <Figures aria-live="polite">
      {rows.map(([name, amount]) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>{dollars(amount)}</dd>
        </div>
      ))}
    </Figures>
  );
}

const Figures = styled.dl`
  margin-top: ${space.four};
  padding: ${space.two} ${space.three};
  background: ${color.paperDim};
  div {
    display: flex;
    justify-content: space-between;
    padding: 2px 0;
  }
  dd {
    font-variant-numeric: tabular-nums;
    font-weight: 600;
  }
`;

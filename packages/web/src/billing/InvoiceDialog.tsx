import styled from 'styled-components';
import { lastDay, monthOf } from '@lowtide/core/calendar/month.ts';
import type { Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useRead, useWrite, type Answer, type Asked } from '../api/books-api.ts';
import { useTypedForm, type TypedField } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { DayField } from '../ui/DayField.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';
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
  const { form, field, preview, general, settle, acceptance, projects, taxCodes } = useInvoiceForm(project);
  const { today } = useShownBooks();
  const [post, { busy }] = useWrite('invoice');
  const order = async (): Promise<void> => {
    const posted = settle(await post({ body: { ...form, acceptWarnings: acceptance !== null } }));
    if (posted) onPosted(posted.id);
  };
  return (
    <Dialog title="Bill progress" onClose={onClose} width={640}>
      <FieldGrid>
        <PickField label="Project" autoFocus={project === ''} options={projects} {...field('project')} />
        <Field label="Text on the invoice" {...field('text')} />
        <Choice label="Bill" options={SHARES} {...field('share')} />
        {form.share === 'rest' ? (
          <span />
        ) : (
          <Field
            label={form.share === 'percent' ? 'Percent' : 'Amount'}
            figures
            autoFocus={project !== ''}
            {...field('value')}
          />
        )}
        <DayField near={today} label="Dated" {...field('datedOn')} />
        <DayField near={today} label="Due" {...field('dueOn')} hint="Empty: by the client's terms." />
        <PickField label="Tax code" options={taxCodes} {...field('taxCode')} />
      </FieldGrid>
      {preview && (preview.contractCents > 0 || preview.workCents > 0) ? <InvoiceFigures preview={preview} /> : null}
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void order()}>
          {acceptance ?? `Post invoice${preview && preview.dueCents > 0 ? ` of ${dollars(preview.dueCents)}` : ''}`}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** The invoice as typed with its figures. The tax code is the project's until another one is typed. */
function useInvoiceForm(project: string) {
  const { through, today } = useShownBooks();
  const datedOn: string = monthOf(today) === through ? today : lastDay(through);
  const typed = useTypedForm({
    project,
    datedOn,
    dueOn: '',
    share: 'percent',
    value: '',
    taxCode: AS_PROJECT,
    text: '',
  });
  const { answer: reference } = useRead('reference', {});
  const own = reference?.projects.find(({ code }) => code === typed.form.project)?.taxCode ?? '';
  const taxCode = typed.form.taxCode === AS_PROJECT ? own : typed.form.taxCode;
  const form = { ...typed.form, taxCode, share: typed.form.share as Form['share'] };
  const { answer: preview } = useRead('previewInvoice', { body: form }, { keepLast: true });
  // Fields still empty are not wrong yet; the refusal of a posting names them.
  const field = (name: keyof typeof typed.form): TypedField => {
    const { value, problem, ...own } = typed.field(name);
    const previewed = value === '' ? undefined : preview?.problems.find(({ at }) => at === name)?.message;
    return { ...own, value: name === 'taxCode' ? taxCode : value, problem: previewed ?? problem };
  };
  return {
    form,
    field,
    preview,
    general: typed.general,
    settle: typed.settle,
    acceptance: typed.acceptance,
    projects: reference?.projects.filter(({ kind }) => kind === 'client') ?? [],
    taxCodes: reference?.taxCodes ?? [],
  };
}

/** No tax code is typed like this. */
const AS_PROJECT = '\u0000';

function InvoiceFigures({ preview }: { readonly preview: Answer<'previewInvoice'> }) {
  // Without a price there is none to stand against, and nothing is left of it.
  const isPriced = preview.contractCents > 0;
  const rows: readonly (readonly [string, Cents])[] = [
    ...(isPriced ? [['Contract', preview.contractCents] as const] : []),
    ['Billed before', preview.billedBeforeCents],
    ['Earned to date', preview.earnedCents],
    ['This invoice, work', preview.workCents],
    ['Tax', preview.taxCents],
    ['Due', preview.dueCents],
    ...(isPriced ? [['Unbilled contract value after', preview.leftAfterCents] as const] : []),
  ];
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

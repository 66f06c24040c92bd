import { useState } from 'react';
import { useShownBooks } from '../api/as-of.tsx';
import { useWrite } from '../api/books-api.ts';
import type { Trouble } from '../api/trouble.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Note } from '../ui/notes.tsx';
import { Page } from '../ui/Page.tsx';

const DECIMALS = [
  { value: 'all', text: 'all' },
  ...[0, 1, 2, 3, 4].map((count) => ({ value: String(count), text: String(count) })),
];

/** The company, and how exactly percent complete is kept. */
export function CompanyForm() {
  const { frame } = useShownBooks();
  const { company } = frame;
  const [form, setForm] = useState({
    name: company?.name ?? '',
    currency: company?.currency ?? '',
    startMonth: String(company?.fiscalYearStartMonth ?? 1),
    decimals: company?.percentDecimals == null ? 'all' : String(company.percentDecimals),
  });
  const [told, setTold] = useState<Trouble | 'kept' | null>(null);
  const [change, { busy }] = useWrite('changeCompany');
  const problems = told === null || told === 'kept' ? [] : told.problems;
  const field = (name: keyof typeof form, at: string = name) => ({
    value: form[name],
    onChange: (value: string) => setForm({ ...form, [name]: value }),
    problem: problems.find((problem) => problem.at === at)?.message,
  });
  const keep = async (): Promise<void> => {
    const percentDecimals = form.decimals === 'all' ? null : Number(form.decimals);
    const body = {
      name: form.name,
      currency: form.currency.toUpperCase(),
      fiscalYearStartMonth: Number(form.startMonth),
      percentDecimals,
    };
    const written = await change({ body });
    setTold(written.ok ? 'kept' : written.trouble);
  };
  return (
    <Page
      title="Company"
      facts="Whose books these are"
      actions={
        <Button $look="primary" isDisabled={busy} onPress={() => void keep()}>
          Keep changes
        </Button>
      }
    >
      <FieldGrid>
        <Field label="Company" {...field('name')} />
        <Field label="Currency" {...field('currency')} />
        <Field
          label="Fiscal year begins in month"
          {...field('startMonth', 'fiscalYearStartMonth')}
          hint="1 for January."
        />
        <Choice
          label="Decimals of a percent that percent complete is kept to"
          options={DECIMALS}
          {...field('decimals')}
        />
      </FieldGrid>
      {told === 'kept' ? (
        <Note $tone="good" role="status">
          Kept.
        </Note>
      ) : null}
      {told !== null && told !== 'kept' ? (
        <Note $tone="trouble" role="alert">
          {told.detail}
        </Note>
      ) : null}
    </Page>
  );
}

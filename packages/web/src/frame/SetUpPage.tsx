import { useState } from 'react';
import styled from 'styled-components';
import { fiscalYearStart, isNameableMonth, month, monthOf } from '@lowtide/core/calendar/month.ts';
import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { useWrite } from '../api/books-api.ts';
import type { Trouble } from '../api/trouble.ts';
import { Button } from '../ui/Button.tsx';
import { FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Note } from '../ui/notes.tsx';
import { color, space, type } from '../theme/tokens.ts';

/** The first page of empty books: who the company is, and from when the books run. */
export function SetUpPage({ today }: { readonly today: IsoDate }) {
  const [form, setForm] = useState({
    name: '',
    currency: 'USD',
    startMonth: '1',
    firstMonth: fiscalYearStart(monthOf(today), 1) as string,
  });
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [setUp, { busy }] = useWrite('setUp');
  const field = (name: keyof typeof form) => ({
    value: form[name],
    onChange: (value: string) => setForm({ ...form, [name]: value }),
    problem: trouble?.problems.find(({ at }) => at === name || (at === 'fiscalYearStartMonth' && name === 'startMonth'))
      ?.message,
  });
  const begin = async (): Promise<void> => {
    const { name, currency, startMonth, firstMonth } = form;
    const body = {
      name,
      currency: currency.toUpperCase(),
      fiscalYearStartMonth: Number(startMonth),
      percentDecimals: null,
      firstMonth,
    };
    const written = await setUp({ body });
    if (!written.ok) setTrouble(written.trouble);
  };
  const monthGood = isNameableMonth(form.firstMonth);
  return (
    <Sheet>
      <title>Set up · Lowtide</title>
      <h1>New books</h1>
      <p>
        These books are empty. Say whose they are; a chart of accounts for project work comes with them and may be
        changed.
      </p>
      <Field label="Company" autoFocus {...field('name')} />
      <FieldGrid $columns={3}>
        <Field label="Currency" {...field('currency')} hint="Three letters." />
        <Field label="Fiscal year begins in month" {...field('startMonth')} hint="1 for January." />
        <Field
          label="First month of the books"
          {...field('firstMonth')}
          problem={monthGood ? field('firstMonth').problem : 'Give a month as YYYY-MM.'}
          hint={monthGood ? `From ${month(form.firstMonth)} on.` : ''}
        />
      </FieldGrid>
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      <Button $look="primary" isDisabled={busy || !monthGood} onPress={() => void begin()}>
        Begin the books
      </Button>
    </Sheet>
  );
}

const Sheet = styled.main`
  display: grid;
  justify-items: start;
  gap: ${space.four};
  max-width: 620px;
  margin: 12vh auto;
  padding: ${space.eight};
  border-top: 4px solid ${color.billedBright};
  > * {
    width: 100%;
  }
  > button {
    width: auto;
  }
  h1 {
    font-size: ${type.title};
  }
`;

import { useState } from 'react';
import { useShownBooks } from '../api/as-of.tsx';
import { useWrite } from '../api/books-api.ts';
import { May } from '../api/session.tsx';
import { CompanyForm as CompanyShape } from '@lowtide/core/wire/setup.ts';
import { checkedBy, useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Note, Refused } from '../ui/notes.tsx';
import { Page } from '../ui/Page.tsx';
import { OrderPolicyFields, orderPolicyOf, typedOrderPolicy, type TypedOrderPolicy } from './OrderPolicyFields.tsx';
import {
  companyPolicyOf,
  CompanyPolicyFields,
  typedCompanyPolicy,
  type TypedCompanyPolicy,
} from './CompanyPolicyFields.tsx';
import { LetterheadPart } from './LetterheadPart.tsx';

const DECIMALS = [
  { value: 'all', text: 'all' },
  ...[0, 1, 2, 3, 4].map((count) => ({ value: String(count), text: String(count) })),
];

const DAY_ORDER_WORDS = [
  { value: 'month first', text: 'month first: 1 March is 3/1' },
  { value: 'day first', text: 'day first: 1 March is 1/3' },
];

const FORECAST_AGES = [
  { value: 'any', text: 'any age' },
  ...[0, 1, 2, 3, 6, 12].map((count) => ({ value: String(count), text: count === 1 ? '1 month' : `${count} months` })),
];

interface Typed extends TypedOrderPolicy, TypedCompanyPolicy {
  readonly name: string;
  readonly currency: string;
  readonly startMonth: string;
  readonly decimals: string;
  readonly forecastAge: string;
  readonly dayOrder: string;
}

function bodyOf({ name, currency, startMonth, decimals, forecastAge, dayOrder, ...more }: Typed) {
  return {
    ...{ name, currency: currency.toUpperCase(), fiscalYearStartMonth: Number(startMonth) },
    percentDecimals: decimals === 'all' ? null : Number(decimals),
    forecastMonths: forecastAge === 'any' ? null : Number(forecastAge),
    dayOrder: dayOrder === 'day first' ? ('day first' as const) : ('month first' as const),
    ...companyPolicyOf(more),
    ...orderPolicyOf(more),
  };
}

const CHECK = checkedBy(CompanyShape.omit({ firstMonth: true }), bodyOf, { fiscalYearStartMonth: 'startMonth' });

/** The company, and how exactly percent complete is kept. */
export function CompanyForm() {
  const { company } = useShownBooks().frame;
  const { form, field, general, settle, ready } = useTypedForm(
    {
      name: company?.name ?? '',
      currency: company?.currency ?? '',
      startMonth: String(company?.fiscalYearStartMonth ?? 1),
      decimals: company?.percentDecimals == null ? 'all' : String(company.percentDecimals),
      forecastAge: company?.forecastMonths == null ? 'any' : String(company.forecastMonths),
      dayOrder: company?.dayOrder ?? 'month first',
      ...typedCompanyPolicy(company),
      ...typedOrderPolicy(company?.orderPolicy),
    },
    CHECK,
  );
  const [kept, setKept] = useState(false);
  const [change, { busy }] = useWrite('changeCompany');
  const keep = async (): Promise<void> => {
    if (await ready()) setKept(settle(await change({ body: bodyOf(form) })) !== undefined);
  };
  return (
    <Page
      title="Company"
      facts="Whose books these are"
      actions={<Keep isDisabled={busy} onPress={() => void keep()} />}
    >
      {kept ? (
        <Note $tone="good" role="status">
          Saved.
        </Note>
      ) : null}
      <Refused why={general} />
      <FieldGrid>
        <Field label="Company" {...field('name')} />
        <Field label="Currency" {...field('currency')} />
        <Field
          label="Fiscal year begins in month"
          {...field('startMonth', 'fiscalYearStartMonth')}
          hint="1 for January."
        />
        <Choice
          label="Percent complete is rounded to so many decimals"
          options={DECIMALS}
          {...field('decimals', 'percentDecimals')}
        />
        <Choice
          label="Recognition marks forecasts older than"
          options={FORECAST_AGES}
          {...field('forecastAge', 'forecastMonths')}
        />
        <Choice label="Days in figures are read" options={DAY_ORDER_WORDS} {...field('dayOrder')} />
        <CompanyPolicyFields field={field} />
        <OrderPolicyFields field={field} />
      </FieldGrid>
      <LetterheadPart />
    </Page>
  );
}

function Keep(props: { readonly isDisabled: boolean; readonly onPress: () => void }) {
  return (
    <May do="run-company">
      <Button $look="primary" {...props}>
        Save
      </Button>
    </May>
  );
}

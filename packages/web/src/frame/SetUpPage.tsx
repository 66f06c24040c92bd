import { fiscalYearStart, monthOf, monthText } from '@lowtide/core/calendar/month.ts';
import { typedMonth } from '@lowtide/core/calendar/typed-month.ts';
import type { DayOrder } from '@lowtide/core/calendar/typed-date.ts';
import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { useWrite } from '../api/books-api.ts';
import { useTypedForm, type TypedField } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { FieldGrid } from '../ui/Dialog.tsx';
import { Choice } from '../ui/Choice.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';
import { FirstSheet } from '../ui/FirstSheet.tsx';

/** How days in figures are written where the reader is. */
function orderHere(): DayOrder {
  const parts = new Intl.DateTimeFormat(navigator.language).formatToParts(new Date());
  const placeOf = (type: string): number => parts.findIndex((part) => part.type === type);
  return placeOf('day') < placeOf('month') ? 'day first' : 'month first';
}

/** The first page of empty books: who the company is, and from when the books run. */
export function SetUpPage({ today }: { readonly today: IsoDate }) {
  const { form, field, general, settle } = useTypedForm({
    name: '',
    currency: 'USD',
    startMonth: '1',
    codes: 'starter',
    firstMonth: monthText(fiscalYearStart(monthOf(today), 1)),
  });
  const [setUp, { busy }] = useWrite('setUp');
  const firstMonth = typedMonth(form.firstMonth, monthOf(today));
  const begin = async (): Promise<void> => {
    const { name, currency, startMonth } = form;
    if (firstMonth === undefined) return;
    settle(
      await setUp({
        body: {
          name,
          currency: currency.toUpperCase(),
          fiscalYearStartMonth: Number(startMonth),
          percentDecimals: null,
          forecastMonths: 1,
          dayOrder: orderHere(),
          firstMonth,
          starterCostCodes: form.codes === 'starter',
        },
      }),
    );
  };
  return (
    <FirstSheet title="New books">
      <p>
        These books are empty. Say whose they are; a chart of accounts for project work comes with them and may be
        changed.
      </p>
      <Field label="Company" autoFocus {...field('name')} />
      <FieldGrid $columns={3}>
        <Field label="Currency" {...field('currency')} hint="Three letters." />
        <Field
          label="Fiscal year begins in month"
          {...field('startMonth', 'fiscalYearStartMonth')}
          hint="1 for January."
        />
        <Field
          label="First month of the books"
          {...field('firstMonth')}
          problem={firstMonth ? field('firstMonth').problem : 'Give a month such as jan 2027.'}
          hint={firstMonth ? `From ${monthText(firstMonth)} on.` : ''}
        />
      </FieldGrid>
      <CostCodesChoice {...field('codes', 'starterCostCodes')} />
      <Refused why={general} />
      <Button $look="primary" isDisabled={busy || firstMonth === undefined} onPress={() => void begin()}>
        Begin the books
      </Button>
    </FirstSheet>
  );
}

/** Whether there are cost codes to begin with. */
function CostCodesChoice(field: TypedField) {
  return (
    <Choice
      label="Cost codes"
      {...field}
      options={[
        { value: 'starter', text: 'one for each cost type, to begin with' },
        { value: 'none', text: 'none: they come from a file, or are added' },
      ]}
    />
  );
}

import styled from 'styled-components';
import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { opposite, type Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { LOSSES_PER, OBLIGATION_METHODS } from '@lowtide/core/progress/obligation.ts';
import { leftToSplit } from '@lowtide/core/progress/split-problems.ts';
import { choiceText } from '@lowtide/core/records/choice-text.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useWrite, type Answer } from '../api/books-api.ts';
import { useTypedForm, type TypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { DayField } from '../ui/DayField.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';
import { space } from '../theme/tokens.ts';

interface SplitDialogProps {
  readonly project: string;
  readonly code: string;
  readonly split: Answer<'obligations'>;
  readonly onClose: () => void;
}

type Form = Readonly<Record<string, string>>;

/** Splits a contract from a day on: what each phase is of the price agreed, and how it earns. A phase without a price is no obligation. */
export function SplitDialog({ project, code, split, onClose }: SplitDialogProps) {
  const { today } = useShownBooks();
  const { form, field, general, settle } = useTypedForm<Form>(begun(split, today));
  const [splitContract, { busy }] = useWrite('splitContract');
  const priced = split.phases.filter(({ id }) => (form[`price ${id}`] ?? '').trim() !== '');
  const placeOf = (id: number): string => `rows/${priced.findIndex((phase) => phase.id === id)}`;
  const left = leftToSplit(
    priced.map(({ id }) => form[`price ${id}`] ?? ''),
    split.agreedCents,
  );
  const send = async (): Promise<void> => {
    const rows = priced.map(({ id, code: phase }) => ({
      ...{ phase, price: form[`price ${id}`] ?? '', finishedOn: form[`finished ${id}`] ?? '' },
      method: OBLIGATION_METHODS.find((each) => each === form[`method ${id}`]) ?? 'cost-to-cost',
    }));
    const lossesPer = LOSSES_PER.find((each) => each === form['lossesPer']) ?? 'contract';
    const body = { on: form['on'] ?? '', reason: form['reason'] ?? '', lossesPer, rows };
    if (settle(await splitContract({ params: { id: project }, body }))) onClose();
  };
  return (
    <Dialog title={`Split the contract of ${code}`} width={760} keepsTyping onClose={onClose}>
      <p>
        {dollars(split.agreedCents)} is agreed. Give each phase that earns by itself its part of it; {leftText(left)}
      </p>
      <PhaseFields phases={split.phases} today={today} field={field} placeOf={placeOf} />
      <FieldGrid>
        <DayField near={today} label="Counts from" {...field('on')} />
        <Choice
          label="Losses are worked out"
          options={[
            { value: 'contract', text: 'for the contract as a whole' },
            { value: 'obligation', text: 'for each obligation by itself' },
          ]}
          {...field('lossesPer')}
        />
        <Field label="Why it is split so" {...field('reason')} />
      </FieldGrid>
      <Refused why={general ?? field('rows').problem ?? null} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void send()}>
          {priced.length === 0 ? 'Earn as a whole' : `Split it into ${priced.length}`}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

interface PhaseFieldsProps {
  readonly phases: Answer<'obligations'>['phases'];
  readonly today: IsoDate;
  readonly field: TypedForm<Form>['field'];
  /** Where its row stands in what is sent. */
  readonly placeOf: (id: number) => string;
}

/** A row for every phase: its price, how it earns, and when it was finished. */
function PhaseFields({ phases, today, field, placeOf }: PhaseFieldsProps) {
  return (
    <Rows>
      {phases.map(({ id, code: phase, name }) => (
        <Row key={id}>
          <span>
            {phase} {name}
          </span>
          <Field label={`Price of ${phase}`} figures {...field(`price ${id}`, `${placeOf(id)}/price`)} />
          <Choice
            label={`${phase} earns`}
            options={OBLIGATION_METHODS.map((value) => ({ value, text: choiceText('method', value) }))}
            {...field(`method ${id}`, `${placeOf(id)}/method`)}
          />
          <DayField
            near={today}
            label={`${phase} finished on`}
            {...field(`finished ${id}`, `${placeOf(id)}/finishedOn`)}
          />
        </Row>
      ))}
    </Rows>
  );
}

function begun({ phases, rows, told }: Answer<'obligations'>, today: string): Form {
  const fields = phases.flatMap(({ id }): readonly (readonly [string, string])[] => {
    const row = rows.find(({ phaseId }) => phaseId === id);
    return [
      [`price ${id}`, row === undefined ? '' : dollars(row.priceCents)],
      [`method ${id}`, row?.method ?? 'cost-to-cost'],
      [`finished ${id}`, row?.finishedOn ?? ''],
    ];
  });
  return { on: today, reason: '', lossesPer: told?.lossesPer ?? 'contract', ...Object.fromEntries(fields) };
}

function leftText(left: Cents): string {
  if (left === 0) return 'all of it is given.';
  return left > 0 ? `${dollars(left)} is left.` : `that is ${dollars(opposite(left))} too much.`;
}

const Rows = styled.div`
  display: grid;
  gap: ${space.two};
  margin: ${space.three} 0;
`;
const Row = styled.div`
  display: grid;
  grid-template-columns: minmax(140px, 1fr) 130px 170px 150px;
  gap: ${space.three};
  align-items: center;
`;

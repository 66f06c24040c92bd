import { useState } from 'react';
import styled from 'styled-components';
import { dayText, isoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { BuildUpRow } from '@lowtide/core/rates/build-up-row.ts';
import { ratesOf, type HourRates } from '@lowtide/core/rates/hour-rates.ts';
import { readBuildUp } from '@lowtide/core/rates/read-build-up.ts';
import { AsOfLink, useGo, useShownBooks } from '../../api/as-of.tsx';
import { useRead, useWrite } from '../../api/books-api.ts';
import { May, useMay } from '../../api/session.tsx';
import { useTypedForm } from '../../api/use-typed-form.ts';
import { space } from '../../theme/tokens.ts';
import { Button } from '../../ui/Button.tsx';
import { ConfirmDialog } from '../../ui/ConfirmDialog.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { DayField } from '../../ui/DayField.tsx';
import { FieldGrid } from '../../ui/Dialog.tsx';
import { Facts } from '../../ui/Facts.tsx';
import { Field } from '../../ui/Field.tsx';
import { Note, Refused } from '../../ui/notes.tsx';
import { Page } from '../../ui/Page.tsx';
import { PickField } from '../../ui/PickField.tsx';
import type { Column } from '../../ui/table-column.ts';
import { BuildUpGrid } from './BuildUpGrid.tsx';
import { CopyRateDialog } from './CopyRateDialog.tsx';
import { EffectsNote } from './RateEffects.tsx';
import { useRateEffects } from './use-rate-effects.ts';
import { useRoles } from './use-roles.ts';
import { rateText, whomText, type RateRow } from './rate-words.ts';

export interface RateFormProps {
  readonly side: 'cost' | 'bill';
  /** The one it begins with; null for one from nothing. */
  readonly rate: RateRow | null;
  readonly all: readonly RateRow[];
}

/** A rate for whom, from when, and what it is made up of. Rates are added from a day on: the one before stays. */
export function RateForm({ side, rate, all }: RateFormProps) {
  const { today } = useShownBooks();
  const go = useGo();
  const mayKeep = useMay()('keep-books');
  const [buildUp, setBuildUp] = useState<readonly BuildUpRow[]>(rate?.buildUp ?? []);
  const [isAsked, setAsked] = useState(false);
  const { form, field, general, settle } = useTypedForm(firstForm(rate, today));
  const [add, { busy }] = useWrite('addRate');
  const typed = buildUp.filter((row) => Object.values(row).some((cell) => cell.trim() !== ''));
  const read = typed.length === 0 ? null : readBuildUp(typed);
  const built = read?.ok === true ? ratesOf(read.value) : null;
  const save = async (): Promise<void> => {
    setAsked(true);
    const body = { side, ...form, rate: typed.length > 0 ? '' : form.rate, buildUp: [...typed] };
    const made = settle(await add({ body }));
    if (made !== undefined) go(`/labor/rates/${made.id}`);
  };
  return (
    <Page
      title={rate === null ? `New ${side} rate` : whomText(rate)}
      facts={factsOf(side, rate)}
      actions={<Actions rate={rate} side={side} busy={busy} onSave={() => void save()} />}
    >
      <WhomFields field={field} />
      <FieldGrid $columns={3}>
        <DayField near={today} label="From" {...field('effectiveOn')} />
        {typed.length > 0 ? null : (
          <Field
            label={side === 'cost' ? 'Cost of an hour' : 'Billed for an hour'}
            figures
            {...field('rate')}
            hint={
              side === 'cost' ? 'Or leave it out and tell below what it is made up of.' : 'Overtime is billed the same.'
            }
          />
        )}
        <Field label="Note" {...field('note')} hint="Where it comes from." />
      </FieldGrid>
      <Refused why={general} />
      <FormEffects side={side} form={form} rate={built === null ? form.rate : rateText(built.regular.rate)} />
      {side === 'bill' ? null : (
        <Parts style={{ height: heightOf(buildUp.length) }}>
          <BuildUpGrid rows={buildUp} onChange={setBuildUp} isReadOnly={!mayKeep} isAsked={isAsked} />
        </Parts>
      )}
      {built === null ? null : <BuiltFacts rates={built} />}
      {rate === null ? null : <History rate={rate} all={all} />}
    </Page>
  );
}

interface FormEffectsProps {
  readonly side: 'cost' | 'bill';
  readonly form: ReturnType<typeof firstForm>;
  readonly rate: string;
}

/** What the rate would do to hours, while it is typed; nothing until it can be read. */
function FormEffects({ side, form, rate }: FormEffectsProps) {
  const effects = useRateEffects(side, rate.trim() === '' ? [] : [{ ...form, rate }]);
  const moves = effects !== null && effects.unposted.hours + effects.posted.hours > 0;
  return effects === null || !moves ? null : <EffectsNote side={side} effects={effects} />;
}

/** As high as the parts there are, one to type and the heads. */
function heightOf(rows: number): number {
  const [row, heads] = [29, 30];
  return (Math.min(Math.max(rows, 5), 10) + 1) * row + heads;
}

function firstForm(rate: RateRow | null, today: string) {
  const code = (text: string): string => text.split(' ')[0] ?? '';
  return {
    ...{ employee: code(rate?.employee ?? ''), role: rate?.role ?? '', activity: rate?.activity ?? '' },
    ...{ project: code(rate?.project ?? ''), client: code(rate?.client ?? '') },
    effectiveOn: today,
    rate: rate === null || rate.buildUp !== null ? '' : rateText(rate.rates.regular.rate),
    note: '',
  };
}

function factsOf(side: 'cost' | 'bill', rate: RateRow | null): string {
  if (rate === null) return side === 'cost' ? 'What an hour costs, and why' : 'What a client is billed for an hour';
  const { effectiveOn, rates, recordedBy, recordedAt, note, isPast } = rate;
  const by = recordedBy === '' ? [] : [`recorded ${dayText(isoDate(recordedAt.slice(0, 10)))} by ${recordedBy}`];
  const said = [`${rateText(rates.regular.rate)} from ${dayText(effectiveOn)}`, ...by, ...(note === '' ? [] : [note])];
  return `${said.join(' · ')}${isPast ? ' · replaced or revoked' : ''}. A change is a rate from another day on`;
}

interface ActionsProps {
  readonly rate: RateRow | null;
  readonly side: 'cost' | 'bill';
  readonly busy: boolean;
  readonly onSave: () => void;
}

function Actions({ rate, side, busy, onSave }: ActionsProps) {
  const go = useGo();
  const [open, setOpen] = useState<'withdraw' | 'copy' | null>(null);
  const [withdraw] = useWrite('withdrawRate');
  const list = `/labor?part=rates&side=${side}`;
  const away = async (): Promise<void> => {
    if (rate !== null) await withdraw({ params: { id: String(rate.id) } });
    go(list);
  };
  return (
    <>
      <AsOfLink to={list}>All rates</AsOfLink>
      <May do="keep-books">
        {rate === null || rate.isPast ? null : (
          <>
            <Button $look="quiet" onPress={() => setOpen('withdraw')}>
              Revoke
            </Button>
            <Button onPress={() => setOpen('copy')}>Copy to others</Button>
          </>
        )}
        <Button $look="primary" isDisabled={busy} onPress={onSave}>
          {rate === null ? 'Save the rate' : 'Save as a new rate'}
        </Button>
      </May>
      {open === 'copy' && rate !== null ? (
        <CopyRateDialog rate={rate} side={side} onClose={() => setOpen(null)} />
      ) : null}
      {open === 'withdraw' && rate !== null ? (
        <ConfirmDialog
          title="Revoke this rate?"
          text={`Hours from ${dayText(rate.effectiveOn)} on take the rate before it. Posted hours keep the rate they have.`}
          button="Revoke the rate"
          onConfirm={() => void away()}
          onClose={() => setOpen(null)}
        />
      ) : null}
    </>
  );
}

interface WhomFieldsProps {
  readonly field: ReturnType<typeof useTypedForm<ReturnType<typeof firstForm>>>['field'];
}

/** Whom and what the rate holds for. */
function WhomFields({ field }: WhomFieldsProps) {
  const { answer: reference } = useRead('reference', {});
  const roles = useRoles();
  return (
    <FieldGrid $columns={5}>
      <PickField label="Employee" options={reference?.employees ?? []} {...field('employee')} hint="Or a role." />
      <PickField label="Role" options={roles} {...field('role')} hint="Both empty: everybody." />
      <PickField label="Activity" options={reference?.activities ?? []} {...field('activity')} hint="With a role." />
      <PickField label="On project" options={reference?.projects ?? []} {...field('project')} hint="Empty: on any." />
      <PickField label="For client" options={reference?.clients ?? []} {...field('client')} hint="Empty: for any." />
    </FieldGrid>
  );
}

function BuiltFacts({ rates: { regular, overtime, double } }: { readonly rates: HourRates }) {
  const overhead = regular.overhead === 0 ? [] : [{ name: 'Of it overhead', value: rateText(regular.overhead) }];
  return (
    <Facts
      facts={[
        { name: 'A regular hour costs', value: rateText(regular.rate) },
        { name: 'Overtime, 1.5 ×', value: rateText(overtime.rate) },
        { name: 'Double time', value: rateText(double.rate) },
        ...overhead,
      ]}
    />
  );
}

const HISTORY: readonly Column<RateRow>[] = [
  {
    id: 'from',
    head: 'From',
    cell: ({ id, effectiveOn }) => <AsOfLink to={`/labor/rates/${id}`}>{dayText(effectiveOn)}</AsOfLink>,
  },
  { id: 'regular', head: 'Regular', figures: true, cell: ({ rates }) => rateText(rates.regular.rate) },
  { id: 'overtime', head: 'Overtime', figures: true, cell: ({ rates }) => rateText(rates.overtime.rate) },
  { id: 'state', head: 'Status', cell: ({ isPast }) => (isPast ? 'replaced or revoked' : 'holds') },
  { id: 'note', head: 'Note', gives: true, cell: ({ note }) => note },
  {
    id: 'by',
    head: 'Recorded',
    cell: ({ recordedAt, recordedBy }) => `${dayText(isoDate(recordedAt.slice(0, 10)))} ${recordedBy}`,
  },
];

/** Every rate there was for the same, and who recorded it. */
function History({ rate, all }: { readonly rate: RateRow; readonly all: readonly RateRow[] }) {
  const same = all.filter((row) => whomText(row) === whomText(rate));
  return (
    <Part>
      <h2>History</h2>
      <DataTable label="History" rows={same} columns={HISTORY} rowKey={({ id }) => id} />
      {rate.isPast ? <Note>This rate is replaced or revoked; hours posted with it keep it.</Note> : null}
    </Part>
  );
}

const Parts = styled.div`
  display: flex;
  flex: none;
  flex-direction: column;
`;

const Part = styled.section`
  margin-top: ${space.four};
`;

import styled from 'styled-components';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { percent, type Ratio } from '@lowtide/core/money/ratio.ts';
import { AsOfLink, useShownBooks } from '../api/as-of.tsx';
import { useWrite, type Answer } from '../api/books-api.ts';
import { May } from '../api/session.tsx';
import { useTypedForm, type TypedField } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { DayField } from '../ui/DayField.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';
import { color, space } from '../theme/tokens.ts';

export type ToldRow = Answer<'toldProgress'>['rows'][number];

interface SurveySheetProps {
  /** A percent, or units done to date. */
  readonly told: 'percent' | 'units';
  readonly rows: readonly ToldRow[];
  readonly onTold: () => void;
}

/** A row for every project that is surveyed, or whose units are counted: what was told last, and what is told now. */
export function SurveySheet({ told, rows, onTold }: SurveySheetProps) {
  const { today } = useShownBooks();
  const [tellSurveys, surveys] = useWrite('tellSurveys');
  const [tellUnits, units] = useWrite('tellUnits');
  const busy = surveys.busy || units.busy;
  const { form, field, general, settle } = useTypedForm<Readonly<Record<string, string>>>({
    toldOn: today,
    ...Object.fromEntries(
      rows.flatMap((row) => [
        [percentOf(row), ''],
        [reasonOf(row), ''],
      ]),
    ),
  });
  const typed = rows.filter((row) => (form[percentOf(row)] ?? '').trim() !== '');
  const placeOf = (row: ToldRow): number => typed.indexOf(row);
  const send = async (): Promise<void> => {
    const each = typed.map((row) => ({
      ...{ projectId: row.projectId, toldOn: form['toldOn'] ?? '', reason: form[reasonOf(row)] ?? '' },
      ...{ phaseId: row.phaseId, typed: form[percentOf(row)] ?? '' },
    }));
    const written =
      told === 'percent'
        ? await tellSurveys({ body: { rows: each.map(({ typed: percent, ...row }) => ({ ...row, percent })) } })
        : await tellUnits({ body: { rows: each.map(({ typed: units, phaseId: _, ...row }) => ({ ...row, units })) } });
    if (settle(written)) onTold();
  };
  return (
    <>
      <Rows>
        {rows.map((row) => (
          <Row key={row.code}>
            <div>
              <AsOfLink to={`/projects/${row.projectId}`}>{row.code}</AsOfLink> {row.name}
              <Said>{saidOf(row)}</Said>
            </div>
            <Field
              label={told === 'percent' ? `${row.code}, % complete` : `${row.code}, done of ${row.unitsInAll ?? 0}`}
              figures
              {...field(percentOf(row), `rows/${placeOf(row)}/${told}`)}
            />
            <Field
              label={`${row.code}, who says so, and why`}
              {...field(reasonOf(row), `rows/${placeOf(row)}/reason`)}
            />
          </Row>
        ))}
      </Rows>
      <SheetFoot
        told={told}
        count={typed.length}
        busy={busy}
        day={field('toldOn', 'rows/0/toldOn')}
        onSend={() => void send()}
      />
      <Refused why={general} />
    </>
  );
}

interface SheetFootProps {
  readonly told: SurveySheetProps['told'];
  /** Projects that something is typed of. */
  readonly count: number;
  readonly busy: boolean;
  readonly day: TypedField;
  readonly onSend: () => void;
}

function SheetFoot({ told, count, busy, day, onSend }: SheetFootProps) {
  const { today } = useShownBooks();
  const words = told === 'percent' ? 'Tell progress' : 'Tell units';
  return (
    <May do="keep-books">
      <Foot>
        <DayField near={today} label={told === 'percent' ? 'Surveyed on' : 'Counted on'} {...day} />
        <Button $look="primary" isDisabled={busy || count === 0} onPress={onSend}>
          {count === 0 ? words : `${words} of ${count}`}
        </Button>
      </Foot>
    </May>
  );
}

function percentOf({ projectId, phaseId }: ToldRow): string {
  return `percent ${projectId} ${phaseId ?? 0}`;
}

function reasonOf({ projectId, phaseId }: ToldRow): string {
  return `reason ${projectId} ${phaseId ?? 0}`;
}

/** What was told last, beside what cost and billing say. */
export function saidOf({ method, complete, on, reason, by, byCost, byBilling }: ToldRow): string {
  const told =
    complete === null
      ? 'Nothing told yet'
      : `${method === 'labor-hours' ? 'By hours' : 'Told:'} ${percentText(complete)}${on === null ? '' : ` on ${dayText(on)}${by === '' ? '' : ` by ${by}, ${reason}`}`}`;
  const billed = byBilling === null ? '' : `; by billing ${percentText(byBilling)}`;
  return `${told}. By cost ${percentText(byCost)}${billed}.`;
}

export function percentText(of: Ratio): string {
  return `${percent(of, 1)} %`;
}

const Rows = styled.div`
  display: grid;
  gap: ${space.two};
`;
const Row = styled.div`
  display: grid;
  grid-template-columns: minmax(260px, 1fr) 150px minmax(220px, 340px);
  gap: ${space.three};
  align-items: end;
  padding-bottom: ${space.two};
  border-bottom: 1px solid ${color.line};
  @media (max-width: 800px) {
    grid-template-columns: 1fr;
  }
`;
const Said = styled.div`
  color: ${color.textQuiet};
`;
const Foot = styled.div`
  display: flex;
  gap: ${space.three};
  align-items: end;
  margin-top: ${space.three};
`;

import { Trash2 } from 'lucide-react';
import styled from 'styled-components';
import { plusDays, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { Answer } from '../api/books-api.ts';
import { color, narrow, size, space } from '../theme/tokens.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { Field } from '../ui/Field.tsx';
import type { OwnRow } from './use-own-week.ts';

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;
const PAY = [
  { value: '', text: 'regular' },
  { value: 'overtime', text: 'overtime' },
  { value: 'double', text: 'double time' },
  { value: 'leave', text: 'leave' },
];

export interface OwnWeekRowProps {
  readonly row: OwnRow;
  readonly place: number;
  readonly weekOn: IsoDate;
  readonly choices: Answer<'ownWeekChoices'>;
  readonly problems: Answer<'ownWeek'>['problems'];
  readonly isOpen: boolean;
  readonly onChange: (row: OwnRow) => void;
  readonly onRemove: () => void;
}

/** Where the hours went, and how many on each day; on a phone the days stand in two lines. */
export function OwnWeekRow(props: OwnWeekRowProps) {
  const { row, place, weekOn, choices, problems, isOpen, onChange, onRemove } = props;
  const problemAt = (cell: string): string | undefined =>
    problems.find(({ at }) => at === `rows/${place}/${cell}`)?.message;
  const set = (change: Partial<OwnRow>) => onChange({ ...row, ...change });
  if (!isOpen) return <ShownRow row={row} weekOn={weekOn} choices={choices} />;
  return (
    <Row aria-label={`Row ${place + 1}`}>
      <WhereFields {...{ row, choices, problemAt, set }} />
      <Days>
        {DAYS.map((name, day) => (
          <Field
            key={name}
            label={`${name} ${Number(plusDays(weekOn, day).slice(8))}`}
            figures
            value={row.days[day] ?? ''}
            problem={problemAt(`days/${day}`)}
            onChange={(typed) => set({ days: row.days.map((known, at) => (at === day ? typed : known)) })}
          />
        ))}
        <Button aria-label={`Remove row ${place + 1}`} onPress={onRemove}>
          <Trash2 size={15} aria-hidden />
        </Button>
      </Days>
    </Row>
  );
}

interface WhereFieldsProps {
  readonly row: OwnRow;
  readonly choices: Answer<'ownWeekChoices'>;
  readonly problemAt: (cell: string) => string | undefined;
  readonly set: (change: Partial<OwnRow>) => void;
}

function WhereFields({ row, choices, problemAt, set }: WhereFieldsProps) {
  const project = choices.projects.find(({ code }) => code === row.project);
  return (
    <Where>
      <Choice
        label="Project"
        value={row.project}
        options={[
          { value: '', text: 'no project' },
          ...choices.projects.map(({ code, name }) => ({ value: code, text: `${code} ${name}` })),
        ]}
        problem={problemAt('project')}
        onChange={(code) => set({ project: code, code: '' })}
      />
      <Choice
        label="Work"
        value={row.code}
        options={withTyped(
          row.code,
          (project?.codes ?? []).map(({ code, name }) => ({ value: code, text: `${code} ${name}` })),
        )}
        problem={problemAt('code')}
        onChange={(code) => set({ code })}
      />
      {choices.activities.length === 0 ? null : (
        <Choice
          label="Activity"
          value={row.activity}
          options={withTyped(
            row.activity,
            choices.activities.map(({ code, name }) => ({ value: code, text: name })),
          )}
          problem={problemAt('activity')}
          onChange={(activity) => set({ activity })}
        />
      )}
      <Choice label="Paid" value={row.pay} options={PAY} problem={problemAt('pay')} onChange={(pay) => set({ pay })} />
      <Field label="Note" value={row.text} problem={problemAt('text')} onChange={(text) => set({ text })} />
    </Where>
  );
}

/** What was typed stays among the choices, and nothing is one of them. */
function withTyped(typed: string, options: readonly { readonly value: string; readonly text: string }[]) {
  const known = options.some(({ value }) => value === typed) || typed === '' ? [] : [{ value: typed, text: typed }];
  return [{ value: '', text: '–' }, ...known, ...options];
}

function ShownRow({ row, weekOn, choices }: Pick<OwnWeekRowProps, 'row' | 'weekOn' | 'choices'>) {
  const project = choices.projects.find(({ code }) => code === row.project);
  const work = project?.codes.find(({ code }) => code === row.code);
  const days = row.days.flatMap((typed, day) =>
    typed.trim() === '' ? [] : [`${DAYS[day] ?? ''} ${Number(plusDays(weekOn, day).slice(8))}: ${typed}`],
  );
  return (
    <Row>
      <strong>{row.project === '' ? 'No project' : `${row.project} ${project?.name ?? ''}`}</strong>
      <span>{[row.code, work?.name, row.activity, row.pay, row.text].filter(Boolean).join(' · ')}</span>
      <span>{days.join(', ')}</span>
    </Row>
  );
}

const Row = styled.section`
  display: grid;
  gap: ${space.two};
  padding: ${space.two} ${space.three};
  border: 1px solid ${color.line};
  border-radius: ${size.radius};
`;

const Where = styled.div`
  display: grid;
  grid-template-columns: 2fr 2fr 1fr 1fr 2fr;
  gap: ${space.two};
  ${narrow} {
    grid-template-columns: 1fr;
  }
`;

const Days = styled.div`
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr)) auto;
  gap: ${space.two};
  align-items: start;
  > button {
    margin-top: 18px;
  }
  ${narrow} {
    grid-template-columns: repeat(4, minmax(0, 1fr));
  }
`;

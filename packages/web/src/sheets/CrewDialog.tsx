import { useState } from 'react';
import styled from 'styled-components';
import { Checkbox } from 'react-aria-components/Checkbox';
import { CheckboxGroup } from 'react-aria-components/CheckboxGroup';
import type { HoursSheet } from '@lowtide/core/documents/hours/form.ts';
import { plusDays, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { useRead, type Answer } from '../api/books-api.ts';
import { color, space } from '../theme/tokens.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { Dialog, DialogActions } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Loading } from '../ui/notes.tsx';
import { PickField } from '../ui/PickField.tsx';

type Row = HoursSheet['rows'][number];

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;
const NO_DAYS = ['', '', '', '', '', '', ''] as const;

export interface CrewDialogProps {
  readonly weekOn: IsoDate;
  readonly onAdd: (rows: readonly Row[]) => void;
  readonly onClose: () => void;
}

/** The same days on the same work for several people, typed once: a row each. */
export function CrewDialog({ weekOn, onAdd, onClose }: CrewDialogProps) {
  const { answer } = useRead('sheetBasis', {});
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const [work, setWork] = useState({ project: '', code: '', text: '' });
  const [days, setDays] = useState<readonly string[]>(NO_DAYS);
  if (answer === undefined) return <Loading />;
  const rows = chosen.map((employee) => ({
    ...{ employee, ...work, costType: '', pay: '', billable: '', activity: '' },
    days: [...days],
  }));
  return (
    <Dialog title="Add a crew" onClose={onClose} width={760}>
      <Parts>
        <PeopleChoice employees={answer.employees} chosen={chosen} onChoose={setChosen} />
        <Work>
          <PickField
            label="Project"
            value={work.project}
            options={answer.projects}
            onChange={(project) => setWork({ ...work, project })}
          />
          <PickField
            label="Code"
            value={work.code}
            options={answer.costCodes}
            onChange={(code) => setWork({ ...work, code })}
          />
          <Field label="Text" value={work.text} onChange={(text) => setWork({ ...work, text })} />
        </Work>
        <Week>
          {DAYS.map((name, day) => (
            <Field
              key={name}
              label={`${name} ${Number(plusDays(weekOn, day).slice(8))}`}
              figures
              value={days[day] ?? ''}
              onChange={(typed) => setDays(days.map((known, at) => (at === day ? typed : known)))}
            />
          ))}
        </Week>
      </Parts>
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={chosen.length === 0} onPress={() => onAdd(rows)}>
          Add {chosen.length} rows
        </Button>
      </DialogActions>
    </Dialog>
  );
}

interface PeopleChoiceProps {
  readonly employees: Answer<'sheetBasis'>['employees'];
  readonly chosen: readonly string[];
  readonly onChoose: (chosen: readonly string[]) => void;
}

function PeopleChoice({ employees, chosen, onChoose }: PeopleChoiceProps) {
  const [role, setRole] = useState('');
  const roles = [...new Set(employees.map(({ jobRole }) => jobRole))].filter((each) => each !== '').sort();
  const shown = employees.filter(({ jobRole }) => role === '' || jobRole === role);
  return (
    <>
      <div style={{ display: 'flex', gap: 12, alignItems: 'end' }}>
        <Choice
          label="Who works as"
          value={role}
          options={[{ value: '', text: 'anything' }, ...roles.map((each) => ({ value: each, text: each }))]}
          onChange={setRole}
        />
        <Button onPress={() => onChoose([...new Set([...chosen, ...shown.map(({ code }) => code)])])}>
          Choose all {shown.length}
        </Button>
        <Button isDisabled={chosen.length === 0} onPress={() => onChoose([])}>
          Choose none
        </Button>
      </div>
      <People aria-label="People" value={[...chosen]} onChange={onChoose}>
        {shown.map(({ code, name }) => (
          <Checkbox key={code} value={code}>
            <span aria-hidden>{chosen.includes(code) ? '☑' : '☐'}</span> {code} {name}
          </Checkbox>
        ))}
      </People>
    </>
  );
}

const People = styled(CheckboxGroup)`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
  gap: ${space.half} ${space.two};
  max-height: 220px;
  overflow: auto;
  padding: ${space.two};
  border: 1px solid ${color.line};
  .react-aria-Checkbox {
    cursor: pointer;
    &[data-focus-visible] {
      outline: 2px solid ${color.focus};
    }
  }
`;

const Parts = styled.div`
  display: grid;
  gap: ${space.three};
`;

const Work = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr 1fr;
  gap: ${space.two};
`;

const Week = styled.div`
  display: grid;
  grid-template-columns: repeat(7, 1fr);
  gap: ${space.two};
`;

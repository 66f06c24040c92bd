import { useState } from 'react';
import { mondayOf } from '@lowtide/core/calendar/iso-date.ts';
import { typedDate } from '@lowtide/core/calendar/typed-date.ts';
import { AsOfLink, useShownBooks } from '../../api/as-of.tsx';
import { useRead, useWrite, type Answer } from '../../api/books-api.ts';
import type { Trouble } from '../../api/trouble.ts';
import { useSession } from '../../api/session.tsx';
import { Button } from '../../ui/Button.tsx';
import { CsvText, PASTED } from '../../ui/CsvText.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { useDayOrder } from '../../ui/day-order.ts';
import { DayField } from '../../ui/DayField.tsx';
import { Dialog, DialogActions } from '../../ui/Dialog.tsx';
import { cameInBefore, Loading, Note, Refused } from '../../ui/notes.tsx';
import { Sentence } from '../../ui/Page.tsx';
import type { Column } from '../../ui/table-column.ts';
import { ClockEntryDialog } from './ClockEntryDialog.tsx';

type Entry = Answer<'clockEntries'>['rows'][number];
type Taken = Answer<'takeClock'>;

/** Entries of a time clock: what can be used waits as weeks of hours, what cannot waits here. */
export function ClockPart() {
  const { answer, trouble } = useRead('clockEntries', {});
  const [taken, setTaken] = useState<Taken | null>(null);
  const [open, setOpen] = useState<Entry | 'import' | null>(null);
  const [drop] = useWrite('dropClock');
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  return (
    <>
      <Sentence>
        What a time clock delivers becomes weeks of hours that wait to be looked at; nothing is posted by itself. Below
        is what could not be used: unknown badges, overlaps, days too long, closed projects.
      </Sentence>
      <Deliver onTaken={setTaken} onImport={() => setOpen('import')} />
      {taken === null ? null : <TakenNote taken={taken} />}
      <DataTable
        label="Entries that wait"
        rows={answer.rows}
        columns={columnsOf({ correct: setOpen, drop: ({ id }) => void drop({ params: { id: String(id) } }) })}
        rowKey={({ id }) => id}
        empty="No entry waits."
      />
      {open === 'import' ? (
        <ImportClockDialog
          onTaken={(next) => {
            setTaken(next);
            setOpen(null);
          }}
          onClose={() => setOpen(null)}
        />
      ) : null}
      {open !== null && open !== 'import' ? (
        <ClockEntryDialog
          entry={open}
          onDone={(next) => {
            setTaken(next);
            setOpen(null);
          }}
          onClose={() => setOpen(null)}
        />
      ) : null}
    </>
  );
}

interface DeliverProps {
  readonly onTaken: (taken: Taken) => void;
  readonly onImport: () => void;
}

/** A file from anywhere, or a week of the simulated clock. */
function Deliver({ onTaken, onImport }: DeliverProps) {
  const { today } = useShownBooks();
  const order = useDayOrder();
  const isDemo = useSession().books === 'demo';
  const [week, setWeek] = useState<string>(mondayOf(today));
  const [why, setWhy] = useState<string | null>(null);
  const [ask, asking] = useWrite('clock');
  const [take, taking] = useWrite('takeClock');
  const day = typedDate(week, today, order);
  const fetchWeek = async (): Promise<void> => {
    if (day === undefined) return;
    const file = await ask({ body: { weekOn: day } });
    if (!file.ok) return setWhy(file.trouble.detail);
    const made = await take({ body: file.answer });
    setWhy(made.ok ? null : made.trouble.detail);
    if (made.ok) onTaken(made.answer);
  };
  return (
    <>
      <div style={{ display: 'flex', gap: 12, alignItems: 'end' }}>
        <Button onPress={onImport}>Import CSV</Button>
        {isDemo ? (
          <>
            <DayField label="A day of the week" near={today} value={week} onChange={setWeek} />
            <Button
              $look="primary"
              isDisabled={day === undefined || asking.busy || taking.busy}
              onPress={() => void fetchWeek()}
            >
              Fetch the week from the clock
            </Button>
          </>
        ) : null}
      </div>
      <Refused why={why} />
    </>
  );
}

function TakenNote({ taken: { drafts, used, waiting } }: { readonly taken: Taken }) {
  return (
    <Note $tone="good" role="status">
      {used} entries used{waiting === 0 ? '' : `, ${waiting} wait below`}.{' '}
      {drafts.map(({ id, title }) => (
        <AsOfLink key={id} to={`/costs/hours/${id}`}>
          {title}
        </AsOfLink>
      ))}
    </Note>
  );
}

function ImportClockDialog({
  onTaken,
  onClose,
}: {
  readonly onTaken: (taken: Taken) => void;
  readonly onClose: () => void;
}) {
  const [csv, setCsv] = useState(PASTED);
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [take, { busy }] = useWrite('takeClock');
  const why = trouble === null ? null : trouble.problems.map(({ message }) => message).join(' ') || trouble.detail;
  const bring = async (): Promise<void> => {
    const made = await take({ body: { ...csv, again: cameInBefore(trouble) } });
    if (made.ok) return onTaken(made.answer);
    setTrouble(made.trouble);
  };
  return (
    <Dialog title="Import a time clock's file" onClose={onClose} width={640}>
      <CsvText
        file={csv}
        onChange={(other) => {
          setCsv(other);
          setTrouble(null);
        }}
      />
      <p>Columns: badge, in, out, project, code. Moments as 2027-03-22T07:00; without a project it is indirect time.</p>
      <Refused why={why} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy || csv.csv.trim() === ''} onPress={() => void bring()}>
          {cameInBefore(trouble) ? 'Import it again' : 'Import'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

interface Acts {
  readonly correct: (entry: Entry) => void;
  readonly drop: (entry: Entry) => void;
}

function columnsOf({ correct, drop }: Acts): readonly Column<Entry>[] {
  return [
    { id: 'badge', head: 'Badge', cell: ({ badge }) => badge },
    { id: 'in', head: 'In', cell: (entry) => entry.in.replace('T', ' ') },
    { id: 'out', head: 'Out', cell: ({ out }) => out.replace('T', ' ') },
    { id: 'where', head: 'Where', cell: ({ project, code }) => [project || 'no project', code].join(' ') },
    {
      id: 'why',
      head: 'Why it waits',
      gives: true,
      cell: ({ problems }) => problems.map(({ message }) => message).join(' '),
    },
    { id: 'file', head: 'File', cell: ({ file }) => file },
    {
      id: 'act',
      head: 'Decide',
      cell: (entry) => (
        <span style={{ display: 'flex', gap: 4 }}>
          <Button $look="quiet" onPress={() => correct(entry)}>
            Correct
          </Button>
          <Button $look="quiet" onPress={() => drop(entry)}>
            Drop
          </Button>
        </span>
      ),
    },
  ];
}

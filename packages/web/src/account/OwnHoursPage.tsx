import { ChevronLeft, ChevronRight } from 'lucide-react';
import { dayText, isoDate, mondayOf, plusDays, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { tenThousandths } from '@lowtide/core/money/dollars.ts';
import { quantity, sumQuantity, type Quantity } from '@lowtide/core/money/quantity.ts';
import { enteredHours } from '@lowtide/core/timesheets/week-approval.ts';
import { useShownBooks, useViewState } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { Button } from '../ui/Button.tsx';
import { Facts } from '../ui/Facts.tsx';
import { Loading, Note, Refused, Remarks } from '../ui/notes.tsx';
import { Page, Scroll } from '../ui/Page.tsx';
import { OwnWeekRow } from './OwnWeekRow.tsx';
import { PostedHours } from './PostedHours.tsx';
import { BLANK_ROW, useOwnWeek, type OwnRow } from './use-own-week.ts';

/** One's own week: entered and submitted, and what of it was posted. */
export function OwnHoursPage() {
  const { today } = useShownBooks();
  const [week, setWeek] = useViewState('week', mondayOf(today));
  const monday = mondayOf(isoDate(week));
  const move = (days: number) => () => setWeek(plusDays(monday, days));
  return (
    <Page
      title="My hours"
      facts={`Week of ${dayText(monday)}`}
      actions={
        <>
          <Button aria-label="A week earlier" onPress={move(-7)}>
            <ChevronLeft size={15} aria-hidden />
          </Button>
          <Button aria-label="A week later" onPress={move(7)}>
            <ChevronRight size={15} aria-hidden />
          </Button>
        </>
      }
    >
      <OwnWeek key={monday} monday={monday} />
    </Page>
  );
}

function OwnWeek({ monday }: { readonly monday: IsoDate }) {
  const week = useOwnWeek(monday);
  const before = useRead('ownWeek', { query: { weekOn: plusDays(monday, -7) } });
  const choices = useRead('ownWeekChoices', {});
  const posted = useRead('ownHours', { query: { weekOn: monday } }, { keepLast: true });
  const { answer, rows, change } = week;
  if (week.trouble) return <Note $tone="trouble">{week.trouble.detail}</Note>;
  if (!answer || !choices.answer) return <Loading />;
  if (answer.employee === null) {
    return <Note>Your account is of no employee yet. Ask an administrator to name you in Settings › People.</Note>;
  }
  const isOpen = answer.status === 'open' || answer.status === 'returned';
  const last = before.answer?.rows ?? [];
  // What was not reached yet is not wrong yet.
  const problems = answer.problems.filter(({ kind }) => kind !== 'missing' || week.refused !== null);
  return (
    <Scroll>
      <div style={{ display: 'grid', gap: 12 }}>
        <WeekFacts answer={answer} posted={sumQuantity((posted.answer?.rows ?? []).map(({ hours }) => hours))} />
        <Standing answer={answer} />
        <Refused why={week.refused} />
        <Remarks tone="warning" title="Posted already" remarks={answer.warnings} />
        {rows.map((row, place) => (
          <OwnWeekRow
            key={place}
            {...{ row, place, isOpen, weekOn: monday, choices: choices.answer ?? NOTHING, problems }}
            onChange={(next) => change(rows.map((known, at) => (at === place ? next : known)))}
            onRemove={() => change(rows.filter((_, at) => at !== place))}
          />
        ))}
        <DayTotals rows={rows} />
        {isOpen ? (
          <div style={{ display: 'flex', flexWrap: 'wrap', gap: 8 }}>
            <Button onPress={() => change([...rows, BLANK_ROW])}>Add a row</Button>
            {rows.length === 0 && last.length > 0 ? (
              <Button onPress={() => change(last.map(withoutHours))}>Take the rows of last week</Button>
            ) : null}
            <Button $look="primary" isDisabled={week.busy || rows.length === 0} onPress={() => void week.submit()}>
              Submit the week
            </Button>
          </div>
        ) : null}
        {answer.status === 'submitted' || answer.status === 'approved' ? (
          <div>
            <Button isDisabled={week.busy} onPress={() => void week.recall()}>
              Take it back to change it
            </Button>
          </div>
        ) : null}
        <PostedHours monday={monday} />
      </div>
    </Scroll>
  );
}

const NOTHING: Answer<'ownWeekChoices'> = { projects: [], activities: [] };

function withoutHours(row: OwnRow): OwnRow {
  return { ...row, days: BLANK_ROW.days };
}

/** What is entered, what is posted beside it, and how far both are from the usual week. */
function WeekFacts({
  answer: { hours, usualHours, status },
  posted,
}: {
  readonly answer: Answer<'ownWeek'>;
  readonly posted: Quantity;
}) {
  // A week that is posted is among what is posted.
  const all = status === 'posted' ? posted : quantity(hours + posted);
  const short = quantity(usualHours - all);
  return (
    <Facts
      facts={[
        { name: 'Hours entered', value: tenThousandths(hours) },
        ...(posted === 0 ? [] : [{ name: 'Posted', value: tenThousandths(posted) }]),
        { name: 'Usual week', value: tenThousandths(usualHours) },
        { name: short >= 0 ? 'Missing' : 'Beyond it', value: tenThousandths(quantity(Math.abs(short))) },
      ]}
    />
  );
}

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** What each day comes to over all rows. */
function DayTotals({ rows }: { readonly rows: readonly OwnRow[] }) {
  if (rows.length === 0) return null;
  return (
    <p aria-live="polite" style={{ display: 'flex', flexWrap: 'wrap', gap: '2px 12px' }}>
      {DAYS.map((name, day) => {
        const hours = enteredHours(rows.map((row) => ({ ...row, days: [row.days[day] ?? ''] })));
        return (
          <span key={name} style={{ whiteSpace: 'nowrap' }}>
            {name} <strong>{tenThousandths(hours)}</strong>
          </span>
        );
      })}
      <span style={{ whiteSpace: 'nowrap' }}>
        Week <strong>{tenThousandths(enteredHours(rows))}</strong>
      </span>
    </p>
  );
}

const STANDING = {
  open: 'Not submitted yet. What you enter is saved as you type. Overtime goes in the same cell: 8+2 ot, or dt for double time.',
  submitted: 'Submitted.',
  approved: 'Approved; it waits to be posted.',
  posted: 'Posted. Whoever keeps the books can correct it.',
} as const;

/** How the week stands, and what it waits for. */
function Standing({ answer: { status, reason, waitingFor } }: { readonly answer: Answer<'ownWeek'> }) {
  if (status === 'returned') return <Note $tone="trouble">Returned: {reason} Change it and submit it again.</Note>;
  const waits = waitingFor.length === 0 ? '' : ` It waits for ${waitingFor.join(' and ')}.`;
  return (
    <Note $tone={status === 'open' ? 'plain' : 'good'} role="status">
      {STANDING[status]}
      {waits}
    </Note>
  );
}

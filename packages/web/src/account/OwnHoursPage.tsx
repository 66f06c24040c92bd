import { ChevronLeft, ChevronRight } from 'lucide-react';
import { dayText, isoDate, mondayOf, plusDays } from '@lowtide/core/calendar/iso-date.ts';
import { tenThousandths } from '@lowtide/core/money/dollars.ts';
import { sumQuantity } from '@lowtide/core/money/quantity.ts';
import { useShownBooks, useViewState } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { Button } from '../ui/Button.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column } from '../ui/table-column.ts';
import { Loading, Note } from '../ui/notes.tsx';
import { Page } from '../ui/Page.tsx';

type Row = Answer<'ownHours'>['rows'][number];

/** One's own hours as they were posted, week by week. */
export function OwnHoursPage() {
  const { today } = useShownBooks();
  const [week, setWeek] = useViewState('week', mondayOf(today));
  const monday = mondayOf(isoDate(week));
  const { answer, trouble } = useRead('ownHours', { query: { weekOn: monday } }, { keepLast: true });
  const move = (days: number) => () => setWeek(plusDays(monday, days));
  return (
    <Page
      title="My hours"
      facts={`${answer?.employee ?? ''}, week of ${dayText(monday)}, as posted`}
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
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      {answer?.employee === null ? (
        <Note>Your account is of no employee yet. Ask an administrator to name you in Settings › People.</Note>
      ) : null}
      {answer ? (
        <DataTable
          label="My hours"
          rows={answer.rows}
          columns={columns(answer.rows)}
          rowKey={({ workedOn, project, work }) => `${workedOn} ${project} ${work}`}
          empty="No hours were posted in this week."
        />
      ) : trouble ? null : (
        <Loading />
      )}
    </Page>
  );
}

function columns(rows: readonly Row[]): readonly Column<Row>[] {
  return [
    { id: 'day', head: 'Day', cell: ({ workedOn }) => dayText(workedOn), total: 'Total' },
    { id: 'project', head: 'Project', cell: ({ project }) => project || 'No project', gives: true },
    { id: 'work', head: 'Work', cell: ({ work }) => work, gives: true },
    {
      ...{ id: 'hours', head: 'Hours', figures: true, cell: ({ hours }: Row) => tenThousandths(hours, 1) },
      total: tenThousandths(sumQuantity(rows.map(({ hours }) => hours)), 1),
    },
  ];
}

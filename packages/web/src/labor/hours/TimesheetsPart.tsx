import { useState } from 'react';
import { dayText, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { tenThousandths } from '@lowtide/core/money/dollars.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import { AsOfLink } from '../../api/as-of.tsx';
import { useRead, useWrite } from '../../api/books-api.ts';
import { useMay } from '../../api/session.tsx';
import { Button } from '../../ui/Button.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { Loading, Note, Refused } from '../../ui/notes.tsx';
import { Sentence } from '../../ui/Page.tsx';
import type { Column } from '../../ui/table-column.ts';
import { BatchDialog } from './BatchDialog.tsx';
import type { EnteredWeek } from './entered-week.ts';
import { ReturnWeekDialog } from './ReturnWeekDialog.tsx';

/** Weeks that people entered: approved or returned, and posted together. */
export function TimesheetsPart() {
  const may = useMay();
  const { answer, trouble } = useRead('timesheets', { query: {} });
  const [approve, approving] = useWrite('approveTimesheet');
  const [why, setWhy] = useState<string | null>(null);
  const [returning, setReturning] = useState<EnteredWeek | null>(null);
  const [posting, setPosting] = useState<IsoDate | null>(null);
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  const approveOne = async ({ id, version }: EnteredWeek): Promise<void> => {
    const written = await approve({ params: { id: String(id) }, body: { version } });
    setWhy(written.ok ? null : written.trouble.detail);
  };
  const approved = new Map<IsoDate, number>();
  for (const { status, weekOn } of answer.rows) {
    if (status === 'approved') approved.set(weekOn, (approved.get(weekOn) ?? 0) + 1);
  }
  const waiting = answer.rows.filter(({ status }) => status === 'submitted').length;
  return (
    <>
      <Sentence>
        Weeks that people entered themselves: <strong>{waiting}</strong> to approve,{' '}
        <strong>{[...approved.values()].reduce((sum, each) => sum + each, 0)}</strong> to post. A week posts nothing
        until it is posted here.
      </Sentence>
      {may('keep-books') && approved.size > 0 ? (
        <div style={{ display: 'flex', flexWrap: 'wrap', gap: 8 }}>
          {[...approved].map(([weekOn, count]) => (
            <Button key={weekOn} $look="primary" onPress={() => setPosting(weekOn)}>
              Post {count} of the week of {dayText(weekOn)}
            </Button>
          ))}
        </div>
      ) : null}
      <Refused why={why} />
      <DataTable
        label="Timesheets"
        rows={answer.rows}
        columns={columnsOf({
          approve: (week) => void approveOne(week),
          giveBack: setReturning,
          busy: approving.busy,
        })}
        rowKey={({ id }) => id}
        empty="Nobody has submitted a week yet. People enter theirs under My hours, also on a phone."
      />
      {returning === null ? null : <ReturnWeekDialog week={returning} onClose={() => setReturning(null)} />}
      {posting === null ? null : (
        <BatchDialog
          weekOn={posting}
          weeks={answer.rows.filter(({ status, weekOn }) => status === 'approved' && weekOn === posting)}
          onClose={() => setPosting(null)}
        />
      )}
    </>
  );
}

interface Acts {
  readonly approve: (week: EnteredWeek) => void;
  readonly giveBack: (week: EnteredWeek) => void;
  readonly busy: boolean;
}

function columnsOf({ approve, giveBack, busy }: Acts): readonly Column<EnteredWeek>[] {
  return [
    { id: 'week', head: 'Week of', cell: ({ weekOn }) => dayText(weekOn) },
    { id: 'employee', head: 'Employee', gives: true, cell: ({ employee }) => employee },
    { id: 'where', head: 'Where', gives: true, cell: ({ rows }) => rows.map(rowWords).join('; ') },
    { id: 'hours', head: 'Hours', figures: true, cell: ({ hours }) => tenThousandths(hours) },
    { id: 'missing', head: 'Missing', figures: true, cell: (week) => missingText(week) },
    {
      id: 'status',
      head: 'Stands',
      gives: true,
      cell: ({ status, reason, documentId, warnings }) =>
        documentId === null ? (
          [[status, reason].filter(Boolean).join(': '), ...warnings].join('. ')
        ) : (
          <AsOfLink to={`/documents/${documentId}`}>posted</AsOfLink>
        ),
    },
    {
      id: 'act',
      head: 'Decide',
      cell: (week) =>
        week.status === 'submitted' ? (
          <span style={{ display: 'flex', gap: 4 }}>
            <Button $look="quiet" isDisabled={busy || isDone(week)} onPress={() => approve(week)}>
              {isDone(week) ? 'Approved' : 'Approve'}
            </Button>
            <Button $look="quiet" onPress={() => giveBack(week)}>
              Return
            </Button>
          </span>
        ) : (
          ''
        ),
    },
  ];
}

/** Whoever looks has approved all they may. */
function isDone({ rows }: EnteredWeek): boolean {
  return rows.every(({ approvedBy }) => approvedBy !== '');
}

function rowWords({ project, code, days, activity, pay }: EnteredWeek['rows'][number]): string {
  const hours = days.filter((typed) => typed.trim() !== '').join(', ');
  return [project || 'no project', code, activity, pay, hours].filter(Boolean).join(' ');
}

/** What is posted apart from the week is not missing. */
function missingText({ hours, postedHours, usualHours }: EnteredWeek): string {
  const missing = usualHours - hours - postedHours;
  return missing <= 0 ? '' : tenThousandths(quantity(missing));
}

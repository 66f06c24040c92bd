import { useState } from 'react';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useRead } from '../api/books-api.ts';
import { May } from '../api/session.tsx';
import { Button } from '../ui/Button.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Sentence } from '../ui/Page.tsx';
import { textColumn } from '../ui/columns.tsx';
import type { Column } from '../ui/table-column.ts';
import { AddMilestoneDialog, ReachDialog, type Milestone } from './MilestoneDialogs.tsx';
import { percentText, saidOf, type ToldRow } from './SurveySheet.tsx';

/** The milestones of a project with their weights, and which are reached. */
export function MilestonesTable({ row }: { readonly row: ToldRow }) {
  const { asOf } = useShownBooks();
  const { answer, trouble } = useRead('projectTold', { params: { id: String(row.projectId) }, query: asOf });
  const [open, setOpen] = useState<'add' | Milestone | null>(null);
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  const close = (): void => setOpen(null);
  return (
    <>
      <Sentence>
        {saidOf(row)}{' '}
        <May do="keep-books">
          <Button onPress={() => setOpen('add')}>Add a milestone to {row.code}</Button>
        </May>
      </Sentence>
      <DataTable
        label={`Milestones of ${row.code}`}
        rows={answer.milestones}
        columns={columns(setOpen)}
        rowKey={({ id }) => id}
        empty="No milestone yet."
      />
      {open === 'add' ? <AddMilestoneDialog row={row} onClose={close} /> : null}
      {open !== null && open !== 'add' ? <ReachDialog milestone={open} onClose={close} /> : null}
    </>
  );
}

function columns(onOpen: (milestone: Milestone) => void): readonly Column<Milestone>[] {
  return [
    textColumn({ id: 'name', head: 'Milestone', gives: true, of: ({ name }) => name }),
    { id: 'share', head: 'Weight', figures: true, cell: ({ share }) => percentText(share) },
    textColumn({
      id: 'reached',
      head: 'Reached',
      of: ({ reachedOn }) => (reachedOn === null ? '' : dayText(reachedOn)),
    }),
    textColumn({
      id: 'reason',
      head: 'Who says so, and why',
      of: ({ reason, by }) => (by === '' ? '' : `${reason} (${by})`),
    }),
    {
      ...{ id: 'act', head: 'Decide' },
      cell: (milestone) => (
        <May do="keep-books">
          <Button $look="quiet" aria-label={`${actOf(milestone)}: ${milestone.name}`} onPress={() => onOpen(milestone)}>
            {actOf(milestone)}
          </Button>
        </May>
      ),
    },
  ];
}

function actOf({ reachedOn }: Milestone): string {
  return reachedOn === null ? 'Mark reached' : 'Take back';
}

import { useState } from 'react';
import { monthText, plusMonths } from '@lowtide/core/calendar/month.ts';
import { difference } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { useGo, useShownBooks } from '../api/as-of.tsx';
import type { Answer } from '../api/books-api.ts';
import { May } from '../api/session.tsx';
import { Button } from '../ui/Button.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column } from '../ui/table-column.ts';
import { Amount } from '../ui/Figure.tsx';
import { Refused } from '../ui/notes.tsx';
import { Page, Scroll, Sentence } from '../ui/Page.tsx';
import { LockDialog } from './LockDialog.tsx';
import { MonthSteps } from './MonthSteps.tsx';

type Tie = Answer<'frame'>['ties'][number];

const COLUMNS: readonly Column<Tie>[] = [
  { id: 'name', head: 'Tie-out', cell: ({ name }) => name },
  { id: 'one', head: 'One way', cell: ({ one }) => one },
  { id: 'oneCents', head: 'comes to', figures: true, cell: ({ oneCents }) => <Amount cents={oneCents} /> },
  { id: 'other', head: 'The other way', cell: ({ other }) => other },
  { id: 'otherCents', head: 'comes to', figures: true, cell: ({ otherCents }) => <Amount cents={otherCents} /> },
  {
    id: 'apart',
    head: 'Difference',
    figures: true,
    cell: ({ oneCents, otherCents }) => <Amount cents={difference(oneCents, otherCents)} />,
  },
];

/** Whether the books tie, what the month still needs, and the lock. */
export function ClosingPage() {
  const { frame, through } = useShownBooks();
  const go = useGo();
  const [locking, setLocking] = useState(false);
  const { ties, company } = frame;
  const lockedThrough = company?.lockedThrough ?? null;
  const off = ties.filter(({ oneCents, otherCents }) => oneCents !== otherCents);
  return (
    <Page
      title={`Closing, ${monthText(through)}`}
      facts={lockedThrough === null ? 'No month is locked' : `Locked through ${monthText(lockedThrough)}`}
      actions={
        <May do="keep-books">
          <Button onPress={() => go('/costs/journal/new')}>Post a journal</Button>
          <Button $look="primary" onPress={() => setLocking(true)}>
            Lock or open months
          </Button>
        </May>
      }
    >
      <Scroll>
        <div style={{ display: 'grid', gap: 12 }}>
          <MonthSteps />
          <Sentence>
            Sums that are reached by two ways through the books and must be one. Labor is that of{' '}
            <strong>{monthText(through)}</strong>, all others are of the books as they are now.
          </Sentence>
          <DataTable
            label="Tie-outs"
            rows={ties}
            columns={COLUMNS}
            rowKey={({ name }) => name}
            rowTone={({ oneCents, otherCents }) => (oneCents === otherCents ? undefined : 'trouble')}
          />
          <Refused why={apart(off)} />
        </div>
      </Scroll>
      {locking ? (
        <LockDialog
          lockedThrough={lockedThrough}
          suggested={lockedThrough === null || through > lockedThrough ? through : plusMonths(lockedThrough, 1)}
          onClose={() => setLocking(false)}
        />
      ) : null}
    </Page>
  );
}

function apart(off: readonly Tie[]): string | null {
  if (off.length === 0) return null;
  const each = off.map(({ name, oneCents, otherCents }) => `${dollars(difference(oneCents, otherCents))} in ${name}`);
  return `The books are apart by ${each.join(', ')}. Run npm run verify: it recomputes every balance and says what differs.`;
}

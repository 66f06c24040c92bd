import { useState } from 'react';
import { SHEET_KINDS, sheetKind } from '@lowtide/core/documents/sheets.ts';
import { monthText, plusMonths } from '@lowtide/core/calendar/month.ts';
import { cents, difference, sum, ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { AsOfLink, useGo, useShownBooks } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { May, useMay } from '../api/session.tsx';
import { useRecognitionWords } from '../api/use-recognition-words.ts';
import { Button } from '../ui/Button.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column } from '../ui/table-column.ts';
import { Amount } from '../ui/Figure.tsx';
import { Refused } from '../ui/notes.tsx';
import { Page, Scroll, Sentence } from '../ui/Page.tsx';
import { LockDialog } from './LockDialog.tsx';

type Tie = Answer<'frame'>['ties'][number];

const COLUMNS: readonly Column<Tie>[] = [
  { id: 'name', head: 'What must tie', cell: ({ name }) => name },
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
          <Steps />
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

/** What has not become a sheet yet: named only where there is any. */
function useWaitingSteps() {
  const may = useMay();
  const { answer } = useRead('waiting', may('keep-books') ? {} : null);
  const { incomingBills = 0, timesheets = 0, journalsDue = 0 } = answer ?? {};
  return [
    {
      to: '/costs?part=mailbox',
      count: incomingBills,
      text: `Bills that came in: ${incomingBills} to put on a sheet or drop.`,
    },
    {
      to: '/labor?part=entered',
      count: timesheets,
      text: `Weeks that people submitted: ${timesheets} to approve or post.`,
    },
    { to: '/costs?part=recurring', count: journalsDue, text: `Journals that are due again: ${journalsDue}.` },
  ]
    .filter(({ count }) => count > 0)
    .map(({ to, text }) => ({ to, done: false, text }));
}

/** Overhead that is still to be applied for the month, and pay periods whose difference is left. */
function useLaborSteps() {
  const { through } = useShownBooks();
  const { answer: overhead } = useRead('overhead', { query: { through } });
  const { answer: labor } = useRead('laborState', {});
  const toApply = sum((overhead?.pools ?? []).map(({ months }) => months.at(-1)?.toApplyCents ?? ZERO));
  const may = useMay();
  const { answer: clearing } = useRead('laborClearing', may('see-pay') ? {} : null);
  const without = labor?.withoutTrueUp ?? 0;
  const apart = cents(Math.abs(clearing?.leftCents ?? 0));
  return [
    ...((overhead?.pools.length ?? 0) === 0
      ? []
      : [
          {
            to: '/labor?part=overhead',
            done: toApply === 0,
            text: toApply === 0 ? 'Overhead is applied.' : `Overhead to apply: ${dollars(toApply)}.`,
          },
        ]),
    ...((labor?.periods ?? 0) === 0
      ? []
      : [
          {
            to: '/labor?part=clearing',
            done: without === 0 && apart === 0,
            text: clearingText(without, apart),
          },
        ]),
  ];
}

/** Whether what was paid agrees with what hours applied: by true-ups, and to the cent. */
function clearingText(without: number, apart: Cents): string {
  const toTrueUp = without === 0 ? '' : `${without} pay ${without === 1 ? 'period' : 'periods'} to true up`;
  const left = apart === 0 ? '' : `${dollars(apart)} between hours and pay of paid periods`;
  const said = [toTrueUp, left].filter((each) => each !== '').join('; ');
  return said === '' ? 'Every pay period is trued up: applied and paid agree.' : `Labor clearing: ${said}.`;
}

/** What the month needs before it is locked, each with its page. */
function Steps() {
  const { frame, through } = useShownBooks();
  const { ties, company, recognizedThrough, drafts } = frame;
  const locked = company?.lockedThrough ?? null;
  const recognition = useRecognitionWords();
  const { answer: state } = useRead('recognitionState', { query: { through } });
  const waiting = SHEET_KINDS.filter((kind) => (drafts[kind] ?? 0) > 0);
  const off = ties.filter(({ oneCents, otherCents }) => oneCents !== otherCents).map(({ name }) => name);
  const labor = useLaborSteps();
  const waits = useWaitingSteps();
  const steps = [
    {
      to: '/costs',
      done: waiting.length === 0,
      text:
        waiting.length === 0
          ? 'No sheet is waiting.'
          : `Waiting: ${waiting.map((kind) => `${drafts[kind]} × ${sheetKind(kind).title}`).join(', ')}.`,
    },
    ...waits,
    ...labor,
    {
      to: '/earning',
      done: recognizedThrough !== null && recognizedThrough >= through && state?.changesAnything === false,
      text: `${monthText(through)}: ${recognition}.`,
    },
    {
      to: '/closing',
      done: off.length === 0,
      text: off.length === 0 ? `All ${ties.length} tie-outs tie.` : `${off.join(', ')} do not tie.`,
    },
    {
      to: '/closing',
      done: locked !== null && locked >= through,
      text: locked === null ? 'No month is locked.' : `Locked through ${monthText(locked)}.`,
    },
  ];
  return (
    <ul style={{ display: 'grid', gap: 6 }}>
      {steps.map(({ to, done, text }) => (
        <li key={text}>
          <span aria-hidden>{done ? '◆' : '◇'}</span> <AsOfLink to={to}>{done ? 'Done' : 'To do'}</AsOfLink>: {text}
        </li>
      ))}
    </ul>
  );
}

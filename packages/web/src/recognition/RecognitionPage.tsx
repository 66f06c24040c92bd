import { useState } from 'react';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { AsOfLink, useShownBooks } from '../api/as-of.tsx';
import { useRead, useWrite, type Answer } from '../api/books-api.ts';
import { May } from '../api/session.tsx';
import { useRowsInView, useTableSort, type RowsInView } from '../api/table-view.ts';
import type { Trouble } from '../api/trouble.ts';
import { RecordDialog } from '../entry/RecordDialog.tsx';
import { Button } from '../ui/Button.tsx';
import type { TableSort } from '../ui/table-column.ts';
import { plural } from '../ui/plural.ts';
import { Loading, Note, Refused, Remarks } from '../ui/notes.tsx';
import { Page, Sentence } from '../ui/Page.tsx';
import { ReverseRunDialog } from './ReverseRunDialog.tsx';
import { RunAgainDialog } from './RunAgainDialog.tsx';
import { RunPanels } from './RunPanels.tsx';
import { PostedTable, RunTable } from './RunTables.tsx';
import { WhyDialog, type PostedRow, type RunRow } from './WhyDialog.tsx';

type Run = Answer<'recognition'>;

/** The recognition run of a month: what it would post, and the one posting. */
export function RecognitionPage() {
  const { through } = useShownBooks();
  const sort = useTableSort('code');
  const { part, isMore, drawn } = useRowsInView(sort);
  const { answer: run, trouble } = useRead('recognition', { query: { month: through, ...part } }, { keepLast: isMore });
  const { answer: state } = useRead('recognitionState', { query: { through } });
  const [recognize, { busy }] = useWrite('recognize');
  const [refused, setRefused] = useState<Trouble | null>(null);
  const [open, setOpen] = useState<Opened | null>(null);
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!run) return <Loading />;
  const post = async (): Promise<void> => {
    const written = await recognize({ body: { month: run.month, stamp: run.stamp } });
    setRefused(written.ok ? null : written.trouble);
  };
  const { latest, problems } = run;
  const isRun = run.posted !== null;
  return (
    <Page
      title={`Recognition, ${monthText(run.month)}`}
      facts={
        latest === null
          ? 'No month is recognized yet'
          : `Recognized through ${monthText(latest.month)}, by ${latest.recordedBy}`
      }
      actions={
        <RunActions
          run={run}
          isOutdated={state?.changesAnything ?? false}
          busy={busy}
          onPost={() => void post()}
          onOpen={setOpen}
        />
      }
    >
      <Sentence>
        What each contract has earned with cost and billing through <strong>{monthText(run.month)}</strong>, less what
        was recognized before. One posting for all, or none.
      </Sentence>
      <Refused why={refused?.detail ?? null} />
      <Remarks
        tone={isRun ? 'plain' : 'trouble'}
        title={isRun ? `${monthText(run.month)} is recognized` : 'This month cannot be run now'}
        remarks={isRun ? sinceRun(state) : problems}
      />
      <RunBody run={run} sort={sort} drawn={drawn} onOpen={setOpen} />
      <RunPanels run={run} />
      {open === null ? null : <RunDialog run={run} open={open} onClose={() => setOpen(null)} />}
    </Page>
  );
}

interface RunBodyProps {
  readonly run: Run;
  readonly sort: TableSort;
  readonly drawn: RowsInView['drawn'];
  readonly onOpen: (open: Opened) => void;
}

/** What was posted; before that, what would be. */
function RunBody({ run, sort, drawn, onOpen }: RunBodyProps) {
  const onWhy = (row: RunRow | PostedRow): void => onOpen({ kind: 'why', row });
  return run.posted === null ? (
    <RunTable
      run={run}
      sort={sort}
      drawn={drawn(run.count)}
      onEstimate={(row) => onOpen({ kind: 'estimate', row })}
      onWhy={onWhy}
    />
  ) : (
    <PostedTable
      run={run}
      drawn={drawn(run.postedTotals?.count)}
      title={`${monthText(run.month)} as it was posted`}
      onWhy={onWhy}
    />
  );
}

interface RunActionsProps {
  readonly run: Run;
  readonly isOutdated: boolean;
  readonly busy: boolean;
  readonly onPost: () => void;
  readonly onOpen: (open: Opened) => void;
}

/** What can be done with the month: post it, or post it anew once anything came since. */
function RunActions({ run: { latest, month, problems, totals }, isOutdated, busy, onPost, onOpen }: RunActionsProps) {
  return (
    <May do="keep-books">
      <AsOfLink to="/recognition/what-if">What if</AsOfLink>
      <AsOfLink to="/recognition/progress">Progress of the sites</AsOfLink>
      {latest === null ? null : (
        <Button onPress={() => onOpen({ kind: 'reverse' })}>Reverse {monthText(latest.month)}</Button>
      )}
      {latest?.month === month ? (
        <Button $look="primary" isDisabled={!isOutdated} onPress={() => onOpen({ kind: 'again' })}>
          Run it again
        </Button>
      ) : (
        <Button $look="primary" isDisabled={busy || problems.length > 0} onPress={onPost}>
          Recognize {dollars(totals.earnedMonthCents)}
        </Button>
      )}
    </May>
  );
}

/** What stands open before the page. */
type Opened =
  | { readonly kind: 'reverse' | 'again' }
  | { readonly kind: 'estimate'; readonly row: RunRow }
  | { readonly kind: 'why'; readonly row: RunRow | PostedRow };

interface RunDialogProps {
  readonly run: Run;
  readonly open: Opened;
  readonly onClose: () => void;
}

function RunDialog({ run: { latest, month }, open, onClose }: RunDialogProps) {
  switch (open.kind) {
    case 'reverse':
      return latest === null ? null : <ReverseRunDialog run={latest} onClose={onClose} />;
    case 'again':
      return latest === null ? null : <RunAgainDialog latest={latest} onClose={onClose} />;
    case 'estimate': {
      const fields = { project: open.row.code, month };
      return <RecordDialog kind="estimate-override" fields={fields} onClose={onClose} onDone={onClose} />;
    }
    case 'why':
      return <WhyDialog month={month} row={open.row} onClose={onClose} />;
  }
}

/** What came since the month was recognized, and what to do about it. */
function sinceRun(state: Answer<'recognitionState'> | undefined): readonly { at: string; message: string }[] {
  if (state === undefined) return [];
  if (!state.changesAnything) return [{ at: '', message: 'Nothing came since that would change it.' }];
  const documents =
    state.documentsSince === 0 ? 'What was agreed or forecast since' : plural(state.documentsSince, 'document');
  const message = `The run is out of date: ${documents}${state.documentsSince === 0 ? '' : ' came since,'} would change what is earned by ${dollars(state.toRecognizeCents)}. Run it again, or let the next month catch up.`;
  return [{ at: '', message }];
}

import { useState } from 'react';
import { dayText, isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { percent } from '@lowtide/core/money/ratio.ts';
import { AsOfLink, useShownBooks } from '../../api/as-of.tsx';
import { useRead, useWrite, type Answer } from '../../api/books-api.ts';
import { May, useMay } from '../../api/session.tsx';
import { useTypedForm } from '../../api/use-typed-form.ts';
import { Button } from '../../ui/Button.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { Dialog, DialogActions } from '../../ui/Dialog.tsx';
import { Field } from '../../ui/Field.tsx';
import { Loading, Note, Refused } from '../../ui/notes.tsx';
import { Page, Sentence } from '../../ui/Page.tsx';
import { plural } from '../../ui/plural.ts';
import type { Column } from '../../ui/table-column.ts';
import { SendBackDialog, TakeOverDialog } from './ToldDialogs.tsx';

type Round = Answer<'forecastRound'>;
type Row = Round['rows'][number];
type Deciding = { readonly row: Row; readonly what: 'take over' | 'send back' } | null;

/** Forecasts of a month: asked of everybody who leads a project, taken over by whoever keeps the books. */
export function ToldForecastsPage() {
  const { asOf, through } = useShownBooks();
  const { answer, trouble } = useRead('forecastRound', { query: asOf });
  const [isAsking, setAsking] = useState(false);
  const [deciding, setDeciding] = useState<Deciding>(null);
  const mayKeep = useMay()('keep-books');
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  const { asked, rows } = answer;
  return (
    <Page
      title={`Forecasts of ${monthText(through)}`}
      facts={factsOf(answer)}
      actions={
        <May do="keep-books">
          <Button $look={asked === null ? 'primary' : 'quiet'} onPress={() => setAsking(true)}>
            {asked === null ? 'Ask for forecasts' : 'Ask again'}
          </Button>
        </May>
      }
    >
      <Sentence>{sentenceOf(answer)}</Sentence>
      <DataTable
        label="Forecasts"
        rows={rows}
        columns={columnsOf(answer.totals, { mayDecide: mayKeep, onDecide: (row, what) => setDeciding({ row, what }) })}
        rowKey={({ projectId }) => projectId}
        rowTone={({ isFar, state }) => (isFar && state === 'told' ? 'trouble' : undefined)}
        empty="No project is under way in this month."
      />
      {isAsking ? <AskDialog onClose={() => setAsking(false)} /> : null}
      <Decision deciding={deciding} onClose={() => setDeciding(null)} />
    </Page>
  );
}

function Decision({ deciding, onClose }: { readonly deciding: Deciding; readonly onClose: () => void }) {
  if (deciding === null || deciding.row.told === null) return null;
  const { code, told } = deciding.row;
  return deciding.what === 'take over' ? (
    <TakeOverDialog code={code} told={told} onClose={onClose} />
  ) : (
    <SendBackDialog code={code} told={told} onClose={onClose} />
  );
}

function factsOf({ asked }: Round): string {
  if (asked === null) return 'Nobody has asked for them yet: whoever leads a project saves its forecast as it is';
  const day = dayText(isoDate(asked.at.slice(0, 10)));
  return `Asked for on ${day} by ${asked.by}; an estimate that moves by more than ${percent(asked.limit, 1)} % is told with the reason`;
}

function sentenceOf({ asked, rows }: Round): string {
  const count = (state: Row['state']): number => rows.filter((row) => row.state === state).length;
  const saved = `${plural(rows.length, 'project')} under way, ${count('saved')} with a forecast that was saved`;
  if (asked === null) return `${saved}.`;
  return `${saved}, ${count('taken over')} taken over, ${count('told')} told and waiting, ${count('sent back')} sent back, ${count('missing')} missing.`;
}

interface Deciders {
  readonly mayDecide: boolean;
  readonly onDecide: (row: Row, what: 'take over' | 'send back') => void;
}

function columnsOf(totals: Round['totals'], { mayDecide, onDecide }: Deciders): readonly Column<Row>[] {
  const money = (value: number | null): string => (value === null ? '' : dollars(value as Row['beforeCents']));
  return [
    {
      ...{ id: 'code', head: 'Project', width: '90px' },
      cell: ({ projectId, code }) => <AsOfLink to={`/projects/${projectId}/forecast`}>{code}</AsOfLink>,
    },
    { id: 'name', head: 'Name', gives: true, total: 'Total', cell: ({ name }) => name },
    { id: 'manager', head: 'Manager', cell: ({ manager }) => manager },
    { id: 'state', head: 'State', cell: ({ state }) => state },
    {
      ...{ id: 'before', head: 'EAC before', figures: true, total: money(totals.beforeCents) },
      cell: ({ beforeCents }) => money(beforeCents),
    },
    { id: 'told', head: 'As told', figures: true, cell: ({ toldCents }) => money(toldCents) },
    {
      ...{ id: 'moved', head: 'Moves', figures: true, total: money(totals.movedCents) },
      cell: ({ movedCents }) => money(movedCents),
    },
    {
      ...{ id: 'said', head: 'What was said', gives: true },
      cell: ({ told, textBefore }) => (
        <ul style={{ margin: 0, padding: '5px 0', listStyle: 'none', whiteSpace: 'normal' }}>
          {told === null || told.text === '' ? null : <li>{told.text}</li>}
          {told === null || told.sentBack === '' ? null : <li>Sent back: {told.sentBack}</li>}
          {textBefore === '' ? null : <li>Before: {textBefore}</li>}
        </ul>
      ),
    },
    {
      ...{ id: 'acts', head: mayDecide ? 'Decide' : '' },
      cell: (row) =>
        mayDecide && row.state === 'told' ? (
          <div style={{ padding: '3px 0', display: 'flex', gap: 4 }}>
            <Button aria-label={`Take over: ${row.code}`} onPress={() => onDecide(row, 'take over')}>
              Take over
            </Button>
            <Button $look="quiet" aria-label={`Send back: ${row.code}`} onPress={() => onDecide(row, 'send back')}>
              Send back
            </Button>
          </div>
        ) : null,
    },
  ];
}

function AskDialog({ onClose }: { readonly onClose: () => void }) {
  const { through } = useShownBooks();
  const { form, field, general, settle } = useTypedForm({ limit: '5 %' });
  const [send, { busy }] = useWrite('askForForecasts');
  const ask = async (): Promise<void> => {
    if (settle(await send({ body: { month: through, limit: form.limit } }))) onClose();
  };
  return (
    <Dialog title={`Ask for the forecasts of ${monthText(through)}`} onClose={onClose}>
      <p>
        Whoever leads a project finds it on Today and tells its forecast. It counts once somebody who keeps the books
        takes it over.
      </p>
      <Field label="An estimate may move without a reason by" autoFocus {...field('limit')} />
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void ask()}>
          Ask for them
        </Button>
      </DialogActions>
    </Dialog>
  );
}

import { useMemo, useState } from 'react';
import { useParams } from 'react-router';
import styled from 'styled-components';
import { cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { AsOfLink, useGo, useShownBooks, useViewState } from '../../api/as-of.tsx';
import { useRead, useWrite } from '../../api/books-api.ts';
import { May, useMay } from '../../api/session.tsx';
import { EntryGrid } from '../../entry/grid/EntryGrid.tsx';
import type { CellMark } from '../../entry/grid/grid-edits.ts';
import { placeWords } from '../../entry/grid/remark-places.ts';
import { Button } from '../../ui/Button.tsx';
import { Facts } from '../../ui/Facts.tsx';
import { DayField } from '../../ui/DayField.tsx';
import { Field } from '../../ui/Field.tsx';
import { Loading, Note } from '../../ui/notes.tsx';
import { Page } from '../../ui/Page.tsx';
import { TabLinks } from '../../ui/TabLinks.tsx';
import { color, space, type } from '../../theme/tokens.ts';
import { ApproveDialog } from './ApproveDialog.tsx';
import { ClientView } from './ClientView.tsx';
import { CompareView } from './CompareView.tsx';
import { DecideDialog } from './DecideDialog.tsx';
import { EstimatePanels, shareText } from './EstimatePanels.tsx';
import { BothTyped } from '../../entry/draft/BothTypedDialog.tsx';
import { estimateColumns, estimateSuggestions, isHeadingRow, understoodEstimate } from './estimate-columns.ts';
import { FilesDialog } from './FilesDialog.tsx';
import { ruledRows } from './ruled-rows.ts';
import { statusText } from './status-text.ts';
import { useEstimate, type EstimateState, type Head, type TypedEstimate } from './use-estimate.ts';
import { useReading, type SheetReading } from './use-reading.ts';

const VIEWS = [
  { id: 'ours', text: 'What we see' },
  { id: 'client', text: 'What the client sees' },
  { id: 'versions', text: 'Beside another version' },
];

type Basis = NonNullable<EstimateState['basis']>;

/** An estimate, or the priced lines of a change order. */
export function EstimateSheetPage() {
  const { estimate = '' } = useParams();
  return <EstimateSheetOf key={estimate} id={Number(estimate)} />;
}

function EstimateSheetOf({ id }: { readonly id: number }) {
  const state = useEstimate(id);
  const { typed, head, basis, trouble } = state;
  const pricedOn = head?.pricedOn;
  const on = useMemo(() => (basis && pricedOn ? { ...basis, pricedOn } : null), [basis, pricedOn]);
  const reading = useReading(typed?.sheet ?? null, on);
  const [view, setView] = useViewState('view', 'ours');
  const mayPlan = useMay()('plan-projects');
  const isReadOnly = !mayPlan || head?.status === 'approved' || head?.status === 'rejected';
  const columns = useMemo(() => estimateColumns(isReadOnly), [isReadOnly]);
  const place = useMemo(() => placeWords(columns), [columns]);
  if (trouble && !typed) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!typed || !head || !on) return <Loading />;
  return (
    <Page
      title={`${on.project.code} · ${head.number}`}
      facts={<HeadFacts state={state} project={on.project} />}
      actions={<EstimateActions state={state} typed={typed} head={head} reading={reading} place={place} />}
    >
      {view === 'client' ? null : (
        <HeadFields state={state} typed={typed} head={head} reading={reading} isReadOnly={isReadOnly} />
      )}
      <TabLinks label="Views of the estimate" tabs={VIEWS} chosen={view} onChoose={setView} />
      {view === 'ours' ? (
        <>
          <SheetGrid
            state={state}
            typed={typed}
            basis={on}
            reading={reading}
            columns={columns}
            isReadOnly={isReadOnly}
          />
          <EstimatePanels reading={reading} place={place} />
        </>
      ) : null}
      {view === 'client' ? <ClientView sheet={typed.sheet} basis={on} /> : null}
      {view === 'versions' && state.kept === 'kept' ? <CompareView project={on.project.id} id={id} /> : null}
      <BothTyped
        bothTyping={state.bothTyping}
        onSettle={state.keepSides}
        headOf={(column) => columns.find((one) => one.id === column)?.head ?? column}
      />
    </Page>
  );
}

function HeadFacts({ state, project }: { readonly state: EstimateState; readonly project: Basis['project'] }) {
  const { head, kept, trouble } = state;
  const words = { kept: '', keeping: ' · saving …', 'not kept': ' · not saved' } as const;
  return (
    <>
      <AsOfLink to={`/projects/${project.id}/estimates`}>{project.name}</AsOfLink> · {head ? statusText(head) : ''}
      <span role="status">{words[kept]}</span>
      {kept === 'not kept' && trouble ? <b style={{ color: color.trouble }}> {trouble.detail}</b> : null}
    </>
  );
}

interface Parts {
  readonly state: EstimateState;
  readonly typed: TypedEstimate;
  readonly head: Head;
  readonly reading: SheetReading | null;
}

function HeadFields({ state, typed, head, reading, isReadOnly }: Parts & { readonly isReadOnly: boolean }) {
  const { change, trouble } = state;
  const { today } = useShownBooks();
  const field = (at: 'name' | 'pricedOn' | 'targetEndOn') => ({
    value: typed[at],
    onChange: (value: string) => change({ ...typed, [at]: value }, at),
    problem: trouble?.problems.find((problem) => problem.at === at)?.message,
    isReadOnly: isReadOnly,
  });
  const whole = reading?.totals.whole;
  return (
    <Fields>
      <Field label="Name" {...field('name')} />
      <DayField near={today} label="Rates as of" {...field('pricedOn')} />
      <Field
        label="Markup %"
        figures
        value={typed.sheet.usualMarkup}
        onChange={(usualMarkup) => change({ ...typed, sheet: { ...typed.sheet, usualMarkup } }, 'usualMarkup')}
        problem={reading?.problems.find(({ at }) => at === 'usualMarkup')?.message}
        isReadOnly={isReadOnly}
      />
      {head.kind === 'change' ? <DayField near={today} label="New target end" {...field('targetEndOn')} /> : <i />}
      {whole ? (
        <Facts
          facts={[
            { name: 'Cost', value: dollars(whole.cost) },
            { name: 'Price', value: dollars(whole.price) },
            { name: 'Profit', value: dollars(whole.profit) },
            { name: 'Markup', value: shareText(whole.markup) },
            { name: 'Margin', value: shareText(whole.margin) },
          ]}
        />
      ) : null}
    </Fields>
  );
}

interface SheetGridProps {
  readonly state: EstimateState;
  readonly typed: TypedEstimate;
  readonly basis: Basis;
  readonly reading: SheetReading | null;
  readonly columns: ReturnType<typeof estimateColumns>;
  readonly isReadOnly: boolean;
}

function SheetGrid({ state, typed, basis, reading, columns, isReadOnly }: SheetGridProps) {
  const { sheet } = typed;
  const marks = useMemo(() => cellMarks(reading), [reading]);
  return (
    <EntryGrid
      label="Estimate"
      columns={columns}
      rows={sheet.rows}
      onChange={(rows, place) =>
        state.change({ ...typed, sheet: { ...sheet, rows: ruledRows(sheet.rows, rows) } }, place)
      }
      marks={marks}
      follows={(row) => reading?.follows.get(row)}
      suggest={(_row, column, cell) => (isReadOnly ? [] : estimateSuggestions(column, cell, { sheet, basis }))}
      onCursor={() => undefined}
      understood={understoodEstimate}
      isOpening={!isReadOnly}
      isHeading={isHeadingRow}
      isFixed={isReadOnly}
      {...(isReadOnly ? {} : { onUndo: state.undo, onRedo: state.redo })}
    />
  );
}

function cellMarks(reading: SheetReading | null): ReadonlyMap<string, CellMark> {
  return new Map(
    (reading?.problems ?? []).map(({ at, message }) => [at.replace(/^rows\//, ''), { tone: 'trouble', message }]),
  );
}

/** Number of the estimate of the project that is approved already and stands against this one; undefined where there is none. */
function useApprovedEstimate(project: number | undefined, { id, kind }: Head): string | undefined {
  const { answer } = useRead(
    'estimates',
    project === undefined || kind === 'change' ? null : { params: { id: String(project) } },
  );
  return answer?.rows.find((each) => each.kind === 'estimate' && each.status === 'approved' && each.id !== id)?.number;
}

type Open = 'approve' | 'withdraw' | 'reject' | 'files';

function EstimateActions({ state, head, typed, reading, place }: Parts & { readonly place: (at: string) => string }) {
  const other = useApprovedEstimate(state.basis?.project.id, head);
  const [open, setOpen] = useState<Open | null>(null);
  const [drop, { busy }] = useWrite('dropEstimate');
  const go = useGo();
  const { id, status, kind } = head;
  const waits = status === 'open' || status === 'pending';
  const close = (): void => setOpen(null);
  const files = async (): Promise<void> => {
    if ((await state.settled()) !== null) setOpen('files');
  };
  const away = async (): Promise<void> => {
    await state.settled();
    const dropped = await drop({ params: { id: String(id) } });
    if (dropped.ok) go(`/projects/${state.basis?.project.id}/estimates`);
  };
  const whole = reading?.totals.whole;
  return (
    <>
      <May do="plan-projects">
        {waits && typed.sheet.rows.length === 0 ? (
          <Button $look="quiet" isDisabled={busy} onPress={() => void away()}>
            Discard
          </Button>
        ) : null}
      </May>
      <Button onPress={() => void files()}>Files</Button>
      <May do="plan-projects">
        {waits && kind === 'change' ? <Button onPress={() => setOpen('reject')}>Reject</Button> : null}
        {status === 'approved' ? <Button onPress={() => setOpen('withdraw')}>Revoke approval</Button> : null}
        {waits && other !== undefined ? (
          <span role="note">{other} is approved already: what comes on top is a change order.</span>
        ) : null}
        {waits ? (
          <Button $look="primary" isDisabled={other !== undefined} onPress={() => setOpen('approve')}>
            Approve
          </Button>
        ) : null}
      </May>
      {open === 'approve' ? (
        <ApproveDialog
          {...{ head, place }}
          cost={whole?.cost ?? cents(0)}
          price={whole?.price ?? cents(0)}
          settled={state.settled}
          onClose={close}
        />
      ) : null}
      {open === 'withdraw' || open === 'reject' ? <DecideDialog deed={open} head={head} onClose={close} /> : null}
      {open === 'files' ? (
        <FilesDialog
          id={id}
          onRead={waits ? (sheet) => state.change({ ...typed, sheet }, null) : null}
          onClose={close}
        />
      ) : null}
    </>
  );
}

const Fields = styled.div`
  display: grid;
  grid-template-columns: minmax(120px, 190px) 96px 72px 96px 1fr;
  gap: ${space.three};
  align-items: start;
  dl {
    flex-wrap: nowrap;
    white-space: nowrap;
    justify-content: flex-end;
    gap: 0 ${space.four};
  }
  dd {
    font-size: 0.9375rem;
    font-stretch: ${type.narrow};
  }
`;

import { useState } from 'react';
import styled from 'styled-components';
import { useParams } from 'react-router';
import { moreOrLess } from '@lowtide/core/estimate/in-place-of.ts';
import { SCHEDULE_GROUPINGS, type ScheduleGrouping } from '@lowtide/core/estimate/schedule-of-values.ts';
import { difference, type Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { useShownBooks } from '../../api/as-of.tsx';
import { useRead, useWrite } from '../../api/books-api.ts';
import type { Trouble } from '../../api/trouble.ts';
import { useTypedForm } from '../../api/use-typed-form.ts';
import { EntryGrid } from '../../entry/grid/EntryGrid.tsx';
import type { CellMark, GridColumn, GridRow } from '../../entry/grid/grid-edits.ts';
import { placeWords } from '../../entry/grid/remark-places.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Dialog, DialogActions, FieldGrid } from '../../ui/Dialog.tsx';
import { DayField } from '../../ui/DayField.tsx';
import { Note, Remarks } from '../../ui/notes.tsx';
import type { Head } from './use-estimate.ts';

export interface ApproveDialogProps {
  readonly head: Head;
  readonly cost: Cents;
  readonly price: Cents;
  /** Keeps what is typed; then the version the server has. */
  readonly settled: () => Promise<number | null>;
  readonly place: (at: string) => string;
  readonly onClose: () => void;
}

const PLAN_COLUMNS: readonly GridColumn[] = [
  { id: 'dueOn', head: 'Bill on', width: '24%' },
  { id: 'text', head: 'For', width: '46%' },
  { id: 'share', head: 'Amount, or 25 %', width: '30%', figures: true },
];

const GROUPING_TEXT: Readonly<Record<ScheduleGrouping, string>> = {
  section: 'One part per section',
  phase: 'One part per phase',
  line: 'One part per line',
};

/** Makes budget, contract, schedule of values and billing plan of a sheet, or says everything that stands against it. */
export function ApproveDialog({ head, cost, price, settled, place, onClose }: ApproveDialogProps) {
  const { field, plan, setPlan, trouble, busy, order } = useApproval({ head, settled, onDone: onClose });
  const { today } = useShownBooks();
  return (
    <Dialog title={`Approve ${head.number}`} onClose={onClose} width={640}>
      <p>
        Adds {dollars(cost)} to the budget and {dollars(price)} to the contract. It can be revoked until something is
        posted against it.
      </p>
      <InPlaceOfTyped head={head} cost={cost} price={price} />
      {price === 0 && cost !== 0 ? (
        <Note $tone="warning" role="status">
          Its price is 0.00: {dollars(cost)} of cost comes to the budget and nothing to the contract. Check the markup.
        </Note>
      ) : null}
      <FieldGrid>
        <DayField near={today} label="Agreed on" autoFocus {...field('agreedOn')} />
        <Choice
          label="Schedule of values"
          {...field('grouping')}
          options={SCHEDULE_GROUPINGS.map((value) => ({ value, text: GROUPING_TEXT[value] }))}
        />
      </FieldGrid>
      <PlanBox>
        <span>Billing plan; leave it empty for none. Its rows add up to {dollars(price)}.</span>
        <EntryGrid
          label="Billing plan"
          columns={PLAN_COLUMNS}
          rows={plan}
          onChange={setPlan}
          marks={planMarks(trouble)}
          suggest={() => []}
          onCursor={() => undefined}
        />
      </PlanBox>
      <Remarks
        tone="trouble"
        title="Not approved"
        remarks={wholeRemarks(trouble)}
        place={(at) => (at.startsWith('plan/') ? planPlace(at) : at.startsWith('rows/') ? place(at) : '')}
      />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void order()}>
          {price === 0 && cost !== 0 ? 'Approve at a price of 0' : 'Approve'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** What was typed at setting up and gives way to an estimate, with the difference. */
function InPlaceOfTyped({ head, cost, price }: Pick<ApproveDialogProps, 'head' | 'cost' | 'price'>) {
  const { id = '' } = useParams();
  const { answer } = useRead('estimates', head.kind === 'estimate' ? { params: { id } } : null);
  if (answer === undefined) return null;
  const { costCents, priceCents } = answer.typedAtSetUp;
  if (costCents === 0 && priceCents === 0) return null;
  return (
    <p>
      It takes the place of what was typed at setting up: {dollars(priceCents)} of price (
      {moreOrLess(difference(price, priceCents))}) and {dollars(costCents)} of budget (
      {moreOrLess(difference(cost, costCents))}). Change orders agreed since stay on top.
    </p>
  );
}

interface ApprovalParts extends Pick<ApproveDialogProps, 'head' | 'settled'> {
  readonly onDone: () => void;
}

function useApproval({ head, settled, onDone }: ApprovalParts) {
  const { today } = useShownBooks();
  const { form, field, settle } = useTypedForm({ agreedOn: today as string, grouping: 'section' });
  const [plan, setPlan] = useState<readonly GridRow[]>([]);
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [approve, { busy }] = useWrite('approve');
  const order = async (): Promise<void> => {
    const version = await settled();
    if (version === null) return;
    const body = {
      ...{ version, agreedOn: form.agreedOn, grouping: form.grouping as ScheduleGrouping },
      plan: plan.map(({ dueOn = '', text = '', share = '' }) => ({ dueOn, text, share })),
    };
    const written = await approve({ params: { id: String(head.id) }, body });
    setTrouble(written.ok ? null : written.trouble);
    if (settle(written)) onDone();
  };
  return { field, plan, setPlan, trouble, busy, order };
}

/** What no field says. */
function wholeRemarks(trouble: Trouble | null): Trouble['problems'] {
  if (trouble === null) return [];
  if (trouble.problems.length === 0) return [{ at: '', kind: '', message: trouble.detail }];
  return trouble.problems.filter(({ at }) => at !== 'agreedOn');
}

const placeInPlan = placeWords(PLAN_COLUMNS);

function planPlace(at: string): string {
  return `Plan, ${placeInPlan(at.replace(/^plan/, 'rows'))}`;
}

function planMarks(trouble: Trouble | null): ReadonlyMap<string, CellMark> {
  return new Map(
    (trouble?.problems ?? []).flatMap(({ at, message }): readonly [string, CellMark][] => {
      const [list, row, column] = at.split('/');
      return list === 'plan' && column !== undefined ? [[`${row}/${column}`, { tone: 'trouble', message }]] : [];
    }),
  );
}

const PlanBox = styled.div`
  display: flex;
  flex-direction: column;
  gap: 4px;
  height: 190px;
  margin-top: 12px;
`;

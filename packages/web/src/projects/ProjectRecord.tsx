import { useState } from 'react';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import type { RecordKind } from '@lowtide/core/records/record-kinds.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { May, useMay } from '../api/session.tsx';
import { RecordDialog, type RecordDialogProps } from '../entry/RecordDialog.tsx';
import { Button } from '../ui/Button.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column } from '../ui/table-column.ts';
import { Amount } from '../ui/Figure.tsx';
import { Scroll, Sentence } from '../ui/Page.tsx';
import { Obligations } from './Obligations.tsx';
import { ReaderNotes } from './ReaderNotes.tsx';

type Project = Answer<'project'>;
type Change = Project['contractChanges'][number];

const CHANGES: readonly Column<Change>[] = [
  { id: 'day', head: 'As of', cell: ({ effectiveOn }) => dayText(effectiveOn) },
  { id: 'amount', head: 'Change', figures: true, cell: ({ amountCents }) => <Amount cents={amountCents} /> },
  { id: 'reason', head: 'Reason', cell: ({ reason }) => reason },
  { id: 'by', head: 'By', cell: ({ by }) => by },
];

type Open = Pick<RecordDialogProps, 'kind' | 'fields'> & {
  readonly existing?: { readonly id: number; readonly version: number };
};

function estimateSource({ position, override, forecastMonth }: Project): string {
  const estimate = dollars(position.estimate.amountCents);
  if (override !== null)
    return `The estimate at completion is set by hand from ${monthText(override.month)} on: ${dollars(override.amountCents)}, because: ${override.reason}`;
  if (forecastMonth !== null)
    return `The estimate at completion, ${estimate}, comes from the forecast of ${monthText(forecastMonth)}, with what was approved since.`;
  return `The estimate at completion, ${estimate}, comes from the budget: for each line the larger of budget and cost.`;
}

/** Contract, estimate set by hand, and the record itself; each change is dated and says why. */
export function ProjectRecord({ project }: { readonly project: Project }) {
  const { today, through } = useShownBooks();
  const may = useMay();
  const [open, setOpen] = useState<Open | null>(null);
  const { position, contractChanges } = project;
  const records = useRead('records', may('keep-books') ? { params: { kind: 'project' } } : null);
  const record = records.answer?.rows.find(({ id }) => id === position.id);
  const add = (kind: RecordKind, fields: Readonly<Record<string, string>>) => (): void =>
    setOpen({ kind, fields: { project: position.code, ...fields } });
  return (
    <Scroll>
      <div style={{ display: 'grid', gap: 12, justifyItems: 'start' }}>
        <Sentence>{estimateSource(project)}</Sentence>
        <May do="keep-books">
          <div style={{ display: 'flex', gap: 8 }}>
            <Button onPress={add('estimate-override', { month: through })}>Set the estimate by hand</Button>
            <Button onPress={add('contract-change', { effectiveOn: today })}>Change the contract price</Button>
            <Button onPress={add('budget-line', { effectiveOn: today })}>Add a budget line</Button>
            <Button onPress={add('phase', {})}>Add a phase</Button>
            {record ? (
              <Button onPress={() => setOpen({ kind: 'project', fields: record.fields, existing: record })}>
                Change the record
              </Button>
            ) : null}
          </div>
        </May>
        <h2 style={{ fontSize: 'inherit' }}>Contract price {dollars(position.contract.amountCents)}</h2>
        <div style={{ width: '100%' }}>
          <DataTable
            label="Contract"
            rows={contractChanges}
            columns={CHANGES}
            rowKey={({ effectiveOn, amountCents }) => `${effectiveOn} ${amountCents}`}
            empty="No contract price yet."
          />
        </div>
        {position.kind === 'client' ? (
          <div style={{ width: '100%' }}>
            <Obligations project={String(position.id)} code={position.code} />
          </div>
        ) : null}
        {position.kind === 'client' ? <ReaderNotes project={String(position.id)} /> : null}
        {project.siteAddress === '' ? null : <p>Site: {project.siteAddress}</p>}
        {project.notes === '' ? null : <p>{project.notes}</p>}
      </div>
      {open === null ? null : <RecordDialog {...open} onClose={() => setOpen(null)} onDone={() => setOpen(null)} />}
    </Scroll>
  );
}

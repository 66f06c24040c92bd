import { useState } from 'react';
import { useParams } from 'react-router';
import styled from 'styled-components';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { sum, type Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { spread } from '@lowtide/core/estimate/line-price.ts';
import { AsOfLink, useGo } from '../../api/as-of.tsx';
import { useRead, useWrite, type Answer } from '../../api/books-api.ts';
import { May } from '../../api/session.tsx';
import type { Trouble } from '../../api/trouble.ts';
import { Button } from '../../ui/Button.tsx';
import { amountColumn, percentColumn, textColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import type { Column } from '../../ui/table-column.ts';
import { Facts } from '../../ui/Facts.tsx';
import { Amount } from '../../ui/Figure.tsx';
import { Loading, Note } from '../../ui/notes.tsx';
import { Page, Part, Parts, Scroll, Sentence } from '../../ui/Page.tsx';
import { space } from '../../theme/tokens.ts';
import { ProjectTabs } from '../ProjectTabs.tsx';
import { statusText } from './status-text.ts';

type Estimates = Answer<'estimates'>;
type Row = Estimates['rows'][number];

/** A project's estimates and change orders, and the contract they came to. */
export function EstimatesPage() {
  const { id = '' } = useParams();
  const go = useGo();
  const { answer, trouble } = useRead('estimates', { params: { id } });
  const [begin, { busy }] = useWrite('newEstimate');
  const [refused, setRefused] = useState<Trouble | null>(null);
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  const { project, rows } = answer;
  const approved = rows.find(({ kind, status }) => kind === 'estimate' && status === 'approved');
  const add = async (kind: Row['kind'], copyOf: number | null): Promise<void> => {
    const written = await begin({ params: { id }, body: { kind, name: '', copyOf } });
    setRefused(written.ok ? null : written.trouble);
    if (written.ok) go(`/projects/${id}/estimates/${written.answer.id}`);
  };
  const last = rows.findLast(({ kind }) => kind === 'estimate');
  return (
    <Page
      title={`${project.code} · ${project.name}`}
      facts="What it should cost and what the client pays: worked out, agreed, and changed"
      actions={
        <May do="plan-projects">
          {last ? (
            <Button isDisabled={busy} onPress={() => void add('estimate', last.id)}>
              Copy {last.number}
            </Button>
          ) : null}
          <Button $look={approved ? 'plain' : 'primary'} isDisabled={busy} onPress={() => void add('estimate', null)}>
            New estimate
          </Button>
          {approved ? (
            <Button $look="primary" isDisabled={busy} onPress={() => void add('change', null)}>
              New change order
            </Button>
          ) : null}
        </May>
      }
    >
      <ProjectTabs project={id} chosen="estimates" />
      {refused ? (
        <Note $tone="trouble" role="alert">
          {refused.detail}
        </Note>
      ) : null}
      <Scroll>
        <Parts>
          <EstimateTable label="Estimates" rows={rows.filter(({ kind }) => kind === 'estimate')} project={id} />
          <ChangeOrders answer={answer} project={id} />
          <Contract answer={answer} />
        </Parts>
      </Scroll>
    </Page>
  );
}

const COLUMNS = (project: string): readonly Column<Row>[] => [
  {
    id: 'number',
    head: 'Number',
    width: '112px',
    cell: ({ id, number }) => <AsOfLink to={`/projects/${project}/estimates/${id}`}>{number}</AsOfLink>,
  },
  textColumn({ id: 'name', head: 'Name', gives: true, of: ({ name }) => name }),
  textColumn({ id: 'status', head: 'Status', of: statusText }),
  amountColumn({ id: 'cost', head: 'Cost', of: ({ costCents }) => costCents }),
  amountColumn({ id: 'price', head: 'Price', of: ({ priceCents }) => priceCents }),
  percentColumn({
    id: 'markup',
    head: 'Markup',
    named: ({ number }) => number,
    of: ({ costCents, priceCents }) => spread(costCents, priceCents).markup,
  }),
  percentColumn({
    id: 'margin',
    head: 'Margin',
    named: ({ number }) => number,
    of: ({ costCents, priceCents }) => spread(costCents, priceCents).margin,
  }),
];

interface EstimateTableProps {
  readonly label: string;
  readonly rows: readonly Row[];
  readonly project: string;
}

function EstimateTable({ label, rows, project }: EstimateTableProps) {
  return (
    <Part title={label}>
      <DataTable
        label={label}
        rows={rows}
        columns={COLUMNS(project)}
        rowKey={({ id }) => id}
        rowTone={({ status }) => (status === 'approved' ? 'strong' : undefined)}
        empty={label === 'Estimates' ? 'No estimate yet. Begin one; approving it makes budget and contract.' : 'None.'}
      />
    </Part>
  );
}

function ChangeOrders({ answer, project }: { readonly answer: Estimates; readonly project: string }) {
  const rows = answer.rows.filter(({ kind }) => kind === 'change');
  const { exposure } = answer;
  if (rows.length === 0) return null;
  const pending = rows.filter(({ status }) => status === 'pending').length;
  return (
    <>
      <EstimateTable label="Change orders" rows={rows} project={project} />
      {pending === 0 ? null : (
        <Sentence>
          Pending: <strong>{pending}</strong>, with a price of <strong>{dollars(exposure.priceCents)}</strong> and a
          cost of <strong>{dollars(exposure.costCents)}</strong> that may still come. They change nothing until they are
          approved.
        </Sentence>
      )}
    </>
  );
}

type Scheduled = Estimates['schedule'][number];
type Planned = Estimates['plan'][number];

const SCHEDULED = (total: Cents): readonly Column<Scheduled>[] => [
  textColumn({ id: 'name', head: 'Part', gives: true, of: ({ name }) => name, total: 'Total' }),
  textColumn({ id: 'from', head: 'From', of: ({ from }) => from }),
  amountColumn({ id: 'amount', head: 'Scheduled', of: ({ amountCents }) => amountCents, total }),
];

const PLANNED = (total: Cents): readonly Column<Planned>[] => [
  textColumn({ id: 'due', head: 'On', of: ({ dueOn }) => dayText(dueOn), total: 'Total' }),
  textColumn({ id: 'name', head: 'For', gives: true, of: ({ name }) => name }),
  textColumn({ id: 'from', head: 'From', of: ({ from }) => from }),
  amountColumn({ id: 'amount', head: 'Planned', of: ({ amountCents }) => amountCents, total }),
];

/** What the client owes in the end, and by what it is billed. */
function Contract({ answer: { schedule, plan, project } }: { readonly answer: Estimates }) {
  if (schedule.length === 0) return null;
  const total = sum(schedule.map(({ amountCents }) => amountCents));
  return (
    <>
      <Facts
        facts={[
          { name: 'Contract by estimate and change orders', value: <Amount cents={total} /> },
          { name: 'Target end', value: project.targetEndOn === null ? 'open' : dayText(project.targetEndOn) },
        ]}
      />
      <Halves>
        <Part title="Schedule of values">
          <DataTable
            label="Schedule of values"
            rows={schedule}
            columns={SCHEDULED(total)}
            rowKey={(row) => `${row.from} ${row.name}`}
          />
        </Part>
        <Part title="Billing plan">
          <DataTable
            label="Billing plan"
            rows={plan}
            columns={PLANNED(sum(plan.map(({ amountCents }) => amountCents)))}
            rowKey={(row) => `${row.dueOn} ${row.name} ${row.amountCents}`}
            empty="No billing plan was agreed."
          />
        </Part>
      </Halves>
    </>
  );
}

const Halves = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: ${space.five};
`;

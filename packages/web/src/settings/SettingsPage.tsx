import { useState, type ReactNode } from 'react';
import { useParams } from 'react-router';
import styled from 'styled-components';
import { fieldsOf, RECORD_KIND_NAMES, RECORD_KINDS, type RecordKind } from '@lowtide/core/records/record-kinds.ts';
import { AsOfLink, useShownBooks, useViewState } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { useTableSort } from '../api/table-view.ts';
import { NoPage } from '../api/NoPage.tsx';
import { RecordDialog } from '../entry/RecordDialog.tsx';
import { Button } from '../ui/Button.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column } from '../ui/table-column.ts';
import { Field } from '../ui/Field.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page } from '../ui/Page.tsx';
import { color, space } from '../theme/tokens.ts';
import { May, useMay } from '../api/session.tsx';
import { CompanyForm } from './CompanyForm.tsx';
import { AuditPart } from './AuditPart.tsx';
import { BackupsPart } from './BackupsPart.tsx';
import { PeoplePart } from './PeoplePart.tsx';
import { ImportDialog } from './ImportDialog.tsx';

type Row = Answer<'records'>['rows'][number];

/** What of the settings is no record. */
const PARTS: Readonly<Record<string, ReactNode>> = {
  company: <CompanyForm />,
  people: <PeoplePart />,
  audit: <AuditPart />,
  backups: <BackupsPart />,
};

/** Everything the books are set up with, by kind. */
export function SettingsPage() {
  const { kind = 'company' } = useParams();
  const may = useMay();
  const chosen = RECORD_KIND_NAMES.find((name) => name === kind);
  return (
    <Halves>
      <nav aria-label="Settings">
        <AsOfLink to="/settings/company" aria-current={kind === 'company' ? 'page' : undefined}>
          Company
        </AsOfLink>
        {may('run-company') ? (
          <AsOfLink to="/settings/people" aria-current={kind === 'people' ? 'page' : undefined}>
            People
          </AsOfLink>
        ) : null}
        {may('run-company') ? (
          <AsOfLink to="/settings/backups" aria-current={kind === 'backups' ? 'page' : undefined}>
            Backups
          </AsOfLink>
        ) : null}
        {may('keep-books') ? (
          <AsOfLink to="/settings/audit" aria-current={kind === 'audit' ? 'page' : undefined}>
            Audit log
          </AsOfLink>
        ) : null}
        {RECORD_KIND_NAMES.map((name) => (
          <AsOfLink key={name} to={`/settings/${name}`} aria-current={name === chosen ? 'page' : undefined}>
            {RECORD_KINDS[name].many}
          </AsOfLink>
        ))}
      </nav>
      {chosen === undefined ? (PARTS[kind] ?? <NoPage />) : <RecordsPart key={chosen} kind={chosen} />}
    </Halves>
  );
}

/** Changes that are dated facts are only added; the rest may be changed. */
const ONLY_ADDED: readonly RecordKind[] = ['contract-change', 'estimate-override'];

function RecordsPart({ kind }: { readonly kind: RecordKind }) {
  const { today } = useShownBooks();
  const may = useMay();
  const { answer, trouble } = useRead('records', { params: { kind } });
  const [find, setFind] = useViewState('find', '');
  const sort = useTableSort();
  const [open, setOpen] = useState<Row | 'new' | 'import' | null>(null);
  const { one, many } = RECORD_KINDS[kind];
  const word = find.trim().toLowerCase();
  const rows =
    answer?.rows.filter(({ fields }) => Object.values(fields).some((value) => value.toLowerCase().includes(word))) ??
    [];
  const defaults = firstFields(kind, today);
  return (
    <Page
      title={many}
      facts={answer ? `${rows.length} of ${answer.rows.length}` : ''}
      actions={
        <May do="keep-books">
          <a href={`/api/record-files/${kind}.csv`}>Save as CSV</a>
          <Button onPress={() => setOpen('import')}>Import CSV</Button>
          <Button $look="primary" onPress={() => setOpen('new')}>
            Add {one.toLowerCase()}
          </Button>
        </May>
      }
    >
      <div style={{ width: 260 }}>
        <Field label="Find" value={find} onChange={setFind} />
      </div>
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      {answer ? (
        <DataTable
          label={many}
          rows={rows}
          columns={columns(kind, may('keep-books') ? setOpen : null)}
          rowKey={({ id }) => id}
          sort={sort}
          empty={`No ${many.toLowerCase()} yet. Add one, or import them from CSV.`}
        />
      ) : (
        <Loading />
      )}
      {open === 'import' ? <ImportDialog kind={kind} onClose={() => setOpen(null)} /> : null}
      {open === 'new' ? (
        <RecordDialog kind={kind} fields={defaults} onClose={() => setOpen(null)} onDone={() => setOpen(null)} />
      ) : null}
      {open !== null && typeof open === 'object' ? (
        <RecordDialog
          kind={kind}
          fields={open.fields}
          existing={open}
          onClose={() => setOpen(null)}
          onDone={() => setOpen(null)}
        />
      ) : null}
    </Page>
  );
}

/** A new record begins with today where a day is required. */
function firstFields(kind: RecordKind, today: string): Readonly<Record<string, string>> {
  const days = fieldsOf(kind).filter(({ holds, need }) => holds.kind === 'day' && need === 'required');
  return Object.fromEntries(days.map(({ name }) => [name, today]));
}

const NUMBERS = ['money', 'quantity', 'rate', 'percent', 'count'];

/** `onOpen` is null for whoever may only read. */
function columns(kind: RecordKind, onOpen: ((row: Row) => void) | null): readonly Column<Row>[] {
  const shown = fieldsOf(kind).filter(({ holds }) => holds.kind !== 'lines');
  return [
    ...shown.slice(0, 10).map(({ name, label, holds }): Column<Row> => ({
      id: name,
      head: label,
      gives: name === 'name',
      figures: NUMBERS.includes(holds.kind),
      sortBy: ({ fields }) => fields[name] ?? '',
      cell: ({ fields }) => fields[name],
    })),
    ...(onOpen === null || ONLY_ADDED.includes(kind)
      ? []
      : [
          {
            id: 'change',
            head: 'Record',
            cell: (row: Row) => (
              <Button
                $look="quiet"
                aria-label={`Change ${row.fields['code'] ?? row.fields['costCode'] ?? ''}`}
                onPress={() => onOpen(row)}
              >
                Change
              </Button>
            ),
          },
        ]),
  ];
}

const Halves = styled.div`
  display: grid;
  grid-template: minmax(0, 1fr) / 148px minmax(0, 1fr);
  height: 100%;
  min-height: 0;
  > nav {
    display: flex;
    flex-direction: column;
    padding: ${space.four} 0;
    border-right: 1px solid ${color.line};
    overflow: auto;
  }
  > nav a {
    padding: ${space.one} ${space.four};
    text-decoration: none;
    color: ${color.textQuiet};
  }
  > nav a:hover {
    color: ${color.text};
  }
  > nav a[aria-current] {
    color: ${color.text};
    font-weight: 650;
  }
  > div {
    min-height: 0;
    overflow: auto;
  }
`;

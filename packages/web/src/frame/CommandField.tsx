import { Command } from 'cmdk';
import { useDeferredValue, useState } from 'react';
import styled from 'styled-components';
import { SHEET_KINDS, sheetKind } from '@lowtide/core/documents/sheets.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import type { Permission } from '@lowtide/core/people/roles.ts';
import { REPORT_NAMES, reportOf } from '@lowtide/core/reports/reports.ts';
import { useGo } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { useMay } from '../api/session.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { color, size, space, type } from '../theme/tokens.ts';

interface Action {
  readonly name: string;
  readonly path: string;
  readonly may: Permission;
}

/** Pages and actions, by words people would type. */
const ACTIONS: readonly Action[] = [
  ...SHEET_KINDS.map((kind) => ({
    name: `Enter: ${sheetKind(kind).title}`,
    path: `/costs/${kind}/new`,
    may: 'keep-books' as const,
  })),
  { name: 'Recognize revenue of the month', path: '/earning', may: 'read-books' },
  { name: 'Bill progress', path: '/billing?new=', may: 'keep-books' },
  { name: 'Take in a client receipt', path: '/billing?part=open', may: 'keep-books' },
  { name: 'Pay a supplier bill', path: '/costs?part=documents&kind=bill', may: 'keep-books' },
  { name: 'Lock a month', path: '/closing', may: 'keep-books' },
  ...REPORT_NAMES.map((name) => ({
    name: reportOf(name).title,
    path: name === 'projects' ? '/projects' : `/reports/${name}`,
    may: reportOf(name).may,
  })),
  { name: 'Add a project, client, supplier or employee', path: '/settings', may: 'keep-books' },
  { name: 'People who may sign in', path: '/settings/people', may: 'run-company' },
  { name: 'Audit log', path: '/settings/audit', may: 'keep-books' },
  { name: 'Back up the books', path: '/settings/backups', may: 'run-company' },
  { name: 'Your account', path: '/account', may: 'own-account' },
];

type Hit = Answer<'search'>['hits'][number];

function hitKey({ kind, id }: Hit): string {
  return `${kind} ${id}`;
}

function hitPath({ kind, id }: Hit): string {
  if (kind === 'project') return `/projects/${id}`;
  if (kind === 'client' || kind === 'supplier') return `/settings/${kind}`;
  return `/documents/${id}`;
}

/** Find or do anything: projects, parties, documents by number or amount, actions, pages. */
export function CommandField({ onClose }: { readonly onClose: () => void }) {
  const go = useGo();
  const may = useMay();
  const [typed, setTyped] = useState('');
  const [pointed, setPointed] = useState('');
  const text = useDeferredValue(typed.trim());
  // Hits of what was typed before are never shown: Enter would open one that does not fit.
  const { answer } = useRead('search', text === '' || !may('read-projects') ? null : { query: { text } });
  const words = text.toLowerCase().split(/\s+/);
  const actions = ACTIONS.filter((action) => may(action.may)).filter(({ name }) =>
    words.every((word) => name.toLowerCase().includes(word)),
  );
  const offered = [...(answer?.hits ?? []).map(hitKey), ...actions.map(({ path }) => path)];
  const chosen = offered.includes(pointed) ? pointed : (offered[0] ?? '');
  const choose = (path: string) => (): void => {
    onClose();
    go(path);
  };
  return (
    <Dialog title="Find or do anything" onClose={onClose} width={600}>
      <Box shouldFilter={false} label="Find or do anything" value={chosen} onValueChange={setPointed}>
        <Command.Input
          autoFocus
          value={typed}
          onValueChange={setTyped}
          placeholder="A project, a party, a number, an amount, a word"
        />
        <Command.List>
          {answer?.hits.map((hit) => (
            <Command.Item key={hitKey(hit)} value={hitKey(hit)} onSelect={choose(hitPath(hit))}>
              <em>{hit.kind}</em>
              <b>{hit.code}</b> {hit.name}
              {hit.amountCents === null ? null : <span>{dollars(hit.amountCents)}</span>}
            </Command.Item>
          ))}
          {actions.map(({ name, path }) => (
            <Command.Item key={path} value={path} onSelect={choose(path)}>
              <em>do</em>
              {name}
            </Command.Item>
          ))}
          {actions.length === 0 && answer?.hits.length === 0 ? (
            <p>Nothing is called “{typed}”. Try a code, a part of a name, a number or an amount.</p>
          ) : null}
        </Command.List>
      </Box>
    </Dialog>
  );
}

const Box = styled(Command)`
  label {
    display: none;
  }
  input {
    width: 100%;
    height: 38px;
    padding: 0 ${space.three};
    border: 1px solid ${color.lineStrong};
    border-radius: ${size.radius};
    font-size: 15px;
  }
  [cmdk-list] {
    margin-top: ${space.two};
    max-height: 360px;
    overflow: auto;
  }
  [cmdk-item] {
    display: flex;
    gap: ${space.two};
    align-items: baseline;
    padding: ${space.two};
    border-radius: 3px;
    cursor: pointer;
  }
  [cmdk-item][data-selected='true'] {
    background: ${color.paperDeep};
  }
  em {
    width: 74px;
    font-style: normal;
    font-size: ${type.small};
    color: ${color.textQuiet};
  }
  span {
    margin-left: auto;
    font-variant-numeric: tabular-nums;
  }
  p {
    padding: ${space.four};
    color: ${color.textQuiet};
  }
`;

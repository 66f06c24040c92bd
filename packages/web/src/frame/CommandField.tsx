import { Command } from 'cmdk';
import { useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { SHEET_KINDS, sheetKind } from '@lowtide/core/documents/sheets.ts';
import { dollars, tenThousandths } from '@lowtide/core/money/dollars.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import { typedNumber } from '@lowtide/core/money/typed-number.ts';
import type { Permission } from '@lowtide/core/people/roles.ts';
import { RECORD_KIND_NAMES, RECORD_KINDS } from '@lowtide/core/records/record-kinds.ts';
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
  /** Other words it is found by. */
  readonly also?: readonly string[];
}

/** Pages and actions, by words people would type. */
const ACTIONS: readonly Action[] = [
  ...SHEET_KINDS.map((kind) => ({
    name: `Enter: ${sheetKind(kind).title}`,
    path: `/costs/${kind}/new`,
    may: 'keep-books' as const,
  })),
  { name: 'Today: what waits, and the steps of the month', path: '/today', may: 'read-projects' },
  { name: 'Recognize revenue of the month', path: '/recognition', may: 'read-books' },
  { name: 'Forecasts of the month: ask, tell, take over', path: '/projects/forecasts', may: 'read-projects' },
  { name: 'What if: prices, costs, work or billing were others', path: '/recognition/what-if', may: 'read-books' },
  { name: 'Progress of the sites, claims and wasted cost', path: '/recognition/progress', may: 'read-books' },
  {
    ...{ name: 'Bill progress: an invoice by share of the contract', path: '/costs/invoices/new' },
    may: 'keep-books',
  },
  { name: 'Applications for payment that wait for the client', path: '/billing?part=application', may: 'read-books' },
  { name: 'Record a client receipt: payment of invoices', path: '/billing?part=open', may: 'keep-books' },
  { name: 'Pay supplier bills: a payment', path: '/costs?part=open', may: 'keep-books' },
  { name: 'Orders and subcontracts: retention, retainage, close an order', path: '/buying', may: 'read-books' },
  { name: 'Retention released: retainage paid out', path: '/buying?part=released', may: 'read-books' },
  { name: 'Goods received', path: '/buying?part=goods', may: 'read-books' },
  { name: 'Change orders and estimates of a project', path: '/projects', may: 'plan-projects' },
  { name: 'Credit note to a client: from its invoice', path: '/billing', may: 'keep-books' },
  { name: 'All documents', path: '/documents', may: 'read-books' },
  { name: 'All reports', path: '/reports', may: 'read-projects' },
  { name: 'Pay a deposit to a supplier', path: '/costs?part=open', may: 'keep-books' },
  { name: 'Uncoded cost: without a project or a code', path: '/costs?part=uncoded', may: 'read-books' },
  { name: 'Incoming bills that suppliers sent', path: '/costs?part=incoming', may: 'keep-books' },
  { name: 'Drafts: sheets not posted yet', path: '/costs?part=drafts', may: 'keep-books' },
  { name: 'Recurring journals', path: '/costs?part=journals&show=recurring', may: 'keep-books' },
  { name: 'Timesheets that people entered', path: '/labor?part=timesheets', may: 'see-pay' },
  { name: 'Labor: payroll of a pay period', path: '/labor?part=payroll', may: 'see-pay' },
  { name: 'Labor clearing and true-up', path: '/labor?part=clearing', may: 'see-pay' },
  { name: 'My hours: enter a week', path: '/hours', may: 'own-hours' },
  { name: 'Approve hours that people entered', path: '/approvals', may: 'plan-projects' },
  { name: 'Hours from a table that is not in the books', path: '/labor/hours-table', may: 'see-pay' },
  { name: 'Table of bill rates', path: '/labor/rate-table?side=bill', may: 'keep-books' },
  { name: 'Time clock: entries that wait', path: '/labor?part=clock', may: 'keep-books' },
  { name: 'Overhead: applied and spent', path: '/labor?part=overhead', may: 'read-books' },
  { name: 'Labor: cost rates and their build-ups', path: '/labor?part=rates', may: 'see-pay' },
  { name: 'Labor: bill rates', path: '/labor?part=rates&side=bill', may: 'see-pay' },
  { name: 'Lock a month', path: '/closing', may: 'keep-books' },
  ...REPORT_NAMES.map((name) => ({
    name: reportOf(name).title,
    also: reportOf(name).alsoCalled,
    path: name === 'projects' ? '/projects' : `/reports/${name}`,
    may: reportOf(name).may,
  })),
  ...RECORD_KIND_NAMES.map((kind) => ({
    name: `Settings: ${RECORD_KINDS[kind].many}`,
    path: `/settings/${kind}`,
    may: 'keep-books' as const,
  })),
  { name: 'Settings: Company', path: '/settings/company', may: 'keep-books' },
  { name: 'People who may sign in', path: '/settings/people', may: 'run-company' },
  { name: 'Audit log', path: '/settings/audit', may: 'keep-books' },
  { name: 'Back up the books', path: '/settings/backups', may: 'run-company' },
  { name: 'Your account', path: '/account', may: 'own-account' },
];

type Hit = Answer<'search'>['hits'][number];

/** Something that can be chosen. */
interface Offer {
  readonly key: string;
  /** What it is: a project, a bill, something to do. */
  readonly kind: string;
  readonly code?: string;
  readonly name: string;
  readonly amount?: string;
  readonly path: string;
}

function hitOffer(hit: Hit): Offer {
  const { kind, id, code, name, amountCents } = hit;
  const path =
    kind === 'project'
      ? `/projects/${id}`
      : kind === 'client' || kind === 'supplier'
        ? `/settings/${kind}`
        : `/documents/${id}`;
  return {
    ...{ key: `${kind} ${id}`, kind, code, name, path },
    ...(amountCents === null ? {} : { amount: dollars(amountCents) }),
  };
}

/** What arithmetic comes to; choosing it copies it. */
function resultOffer(typed: string): readonly Offer[] {
  const read = typed.startsWith('=') ? typedNumber(typed, 4) : null;
  if (read?.kind !== 'number') return [];
  const text = tenThousandths(quantity(read.scaled));
  return [
    { key: 'result', kind: 'result', name: `${text} (Enter copies it)`, path: `copy:${text.replaceAll(',', '')}` },
  ];
}

/** Find or do anything: projects, parties, documents by number, note, day or amount, actions, pages; arithmetic after `=`. */
export function CommandField({ onClose }: { readonly onClose: () => void }) {
  const go = useGo();
  const [typed, setTyped] = useState('');
  const [pointed, setPointed] = useState('');
  const [isOwed, setOwed] = useState(false);
  const { offers, isWaiting } = useOffers(typed);
  const chosen = offers.find(({ key }) => key === pointed) ?? offers[0];
  const choose = (offer: Offer): void => {
    onClose();
    if (offer.path.startsWith('copy:')) return void navigator.clipboard.writeText(offer.path.slice(5));
    remember(offer);
    go(offer.path);
  };
  const choosing = useRef(choose);
  useEffect(() => {
    choosing.current = choose;
  });
  // Enter pressed before the answer is there opens what the answer begins with.
  useEffect(() => {
    if (isOwed && !isWaiting && chosen) choosing.current(chosen);
  }, [isOwed, isWaiting, chosen]);
  return (
    <Dialog title="Find or do anything" onClose={onClose} width={600} keepsTyping={false}>
      <Box shouldFilter={false} label="Find or do anything" value={chosen?.key ?? ''} onValueChange={setPointed}>
        <Command.Input
          autoFocus
          value={typed}
          onValueChange={(text) => {
            setOwed(false);
            setTyped(text);
          }}
          placeholder="A project, a party, a number, an amount, a day, a word; or =12*45.5"
          onKeyDown={(event) => {
            if (event.key !== 'Enter' || !isWaiting) return;
            event.preventDefault();
            event.stopPropagation();
            setOwed(true);
          }}
        />
        <Command.List>
          {offers.map((offer) => (
            <Command.Item key={offer.key} value={offer.key} onSelect={() => choose(offer)}>
              <em>{offer.kind}</em>
              {offer.code === undefined ? null : <b>{offer.code}</b>} {offer.name}
              {offer.amount === undefined ? null : <span>{offer.amount}</span>}
            </Command.Item>
          ))}
          {offers.length === 0 && !isWaiting ? (
            <p>Nothing is called “{typed}”. Try a code, a part of a name, a number, an amount or a day.</p>
          ) : null}
        </Command.List>
      </Box>
    </Dialog>
  );
}

/** What can be chosen for what is typed; whether more of it is still asked for. */
function useOffers(typed: string): { readonly offers: readonly Offer[]; readonly isWaiting: boolean } {
  const may = useMay();
  const text = typed.trim();
  const isAsked = text !== '' && !text.startsWith('=') && may('read-projects');
  // Hits of what was typed before are never shown: Enter would open one that does not fit.
  const { answer, trouble } = useRead('search', isAsked ? { query: { text } } : null);
  const words = text.toLowerCase().split(/\s+/);
  const actions = ACTIONS.filter((action) => may(action.may))
    .filter(({ name, also = [] }) => {
      const all = [name, ...also].join(' ').toLowerCase();
      return words.every((word) => all.includes(word));
    })
    // Two actions may lead to one page.
    .map(({ name, path }): Offer => ({ key: `${path} ${name}`, kind: 'do', name, path }));
  const recent = text === '' ? recentOffers().map((offer) => ({ ...offer, key: `recent ${offer.key}` })) : [];
  return {
    offers: [...resultOffer(text), ...recent, ...(answer?.hits ?? []).map(hitOffer), ...actions],
    isWaiting: isAsked && answer === undefined && trouble === undefined,
  };
}

const RECENT = 'lowtide recent';
const MOST_RECENT = 6;

/** What was opened from here last, the latest first. */
function recentOffers(): readonly Offer[] {
  try {
    return JSON.parse(localStorage.getItem(RECENT) ?? '[]') as readonly Offer[];
  } catch {
    return [];
  }
}

function remember(offer: Offer): void {
  const key = offer.key.replace(/^recent /, '');
  const others = recentOffers().filter((each) => each.key !== key);
  try {
    localStorage.setItem(RECENT, JSON.stringify([{ ...offer, key }, ...others].slice(0, MOST_RECENT)));
  } catch {
    // Not allowed here: nothing is remembered.
  }
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
    font-size: 0.9375rem;
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

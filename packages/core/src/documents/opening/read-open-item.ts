import { plusDays } from '../../calendar/iso-date.ts';
import { dayIn, filled, ifFilled, required, textIn, type Cell } from '../../cells/cell.ts';
import { lookedUp } from '../../lookup/lookup.ts';
import { accepted, following, gathered, mapped, refused, type Decision } from '../../problems/decision.ts';
import type { Catalog } from '../catalog.ts';
import type { OpeningRow, RowAt } from './form.ts';
import { dayBeforeBooks, openingDay } from './opening-day.ts';
import type { OpenItem } from './taken-over.ts';

/** What is known of an open item before its other cells are read. */
type ItemHead = Pick<OpenItem, 'kind' | 'amount'>;

/** Whose it is, its number and days; without a day it is dated when the books begin. */
export function openItemIn({ row, at }: RowAt, head: ItemHead, catalog: Catalog): Decision<OpenItem> {
  const cell = (column: keyof OpeningRow): Cell => ({ typed: row[column], at: `${at}/${column}` });
  const day = openingDay(catalog);
  const isOfClient = OF_CLIENTS.includes(head.kind);
  const [parties, subject] = isOfClient
    ? ([catalog.clients, 'client'] as const)
    : ([catalog.suppliers, 'supplier'] as const);
  const dated = ifFilled(cell('datedOn'), day, (typed) => dayBeforeBooks(typed, catalog));
  const parts = gathered({
    party: required(cell('party'), `the ${subject}`, (typed) =>
      lookedUp<(typeof parties)[number]>(parties, typed, subject),
    ),
    number: following(filled(cell('number'), NUMBER_OF[head.kind]), (typed) => textIn(typed, 'the number', 60)),
    datedOn: dated,
    dueOn: ifFilled(cell('dueOn'), null, (typed) => dayIn(typed, dated.ok ? dated.value : day, catalog.dayOrder)),
    project: OF_PROJECTS.includes(head.kind)
      ? required(cell('project'), 'the project', (typed) => lookedUp(catalog.projects, typed, 'project'))
      : ifFilled(cell('project'), null, (typed) => lookedUp(catalog.projects, typed, 'project')),
    text: textIn(cell('text'), 'the text', 200),
  });
  const side = SIDE_OF[head.kind];
  if (side !== undefined && (side === 'debit') !== head.amount > 0) {
    return refused({ at: `${at}/${side === 'debit' ? 'credit' : 'debit'}`, kind: 'other-side', side });
  }
  return following(parts, ({ party, number, datedOn, dueOn, project, text }) => {
    if (OF_PROJECTS.includes(head.kind) && project !== null && project.client !== party.id) {
      return refused({ at: cell('project').at, kind: 'other-client', project: project.code });
    }
    return mapped(orderIn(cell('number'), head.kind, catalog), (order) => ({
      ...{ ...head, party: party.id, number, datedOn, project: project?.id ?? null, order, text },
      dueOn: dueOn ?? plusDays(datedOn, !isOfClient && 'termsDays' in party ? party.termsDays : 0),
    }));
  });
}

const OF_CLIENTS: readonly OpenItem['kind'][] = ['invoice', 'held back', 'client deposit'];
/** They stand in the contract's net of their project, so they name one. */
const OF_PROJECTS: readonly OpenItem['kind'][] = ['held back', 'client deposit'];

/** What stands on one side only; a bill may be a credit of its supplier, an invoice one to the client. */
const SIDE_OF: { readonly [K in OpenItem['kind']]?: 'debit' | 'credit' } = {
  ...{ deposit: 'debit', retention: 'credit' },
  ...{ 'held back': 'debit', 'client deposit': 'credit' },
};

const NUMBER_OF: { readonly [K in OpenItem['kind']]: string } = {
  bill: 'the number of the bill',
  invoice: 'the number of the invoice',
  deposit: 'the number of the deposit',
  retention: 'the number of the subcontract it is withheld under',
  'held back': 'the number of the invoice it is held back of',
  'client deposit': 'the number of the deposit',
};

/** Retention is released from its subcontract, so it names one. */
function orderIn(cell: Cell, kind: OpenItem['kind'], { orders }: Catalog): Decision<OpenItem['order']> {
  if (kind !== 'retention') return accepted(null);
  const subcontracts = orders.filter((order) => order.kind === 'subcontract');
  const named = subcontracts.map((order) => ({ ...order, code: order.number, name: order.number }));
  return mapped(lookedUp(named, cell, 'subcontract'), ({ id }) => id);
}

import type { z } from 'zod';
import { report } from '../report.ts';
import { tableOf, traced, type ColumnOf } from '../table.ts';
import { RollForwardQuery, RollForwardReport } from './shape.ts';

type Answer = z.output<typeof RollForwardReport>;
type Row = Answer['rows'][number];

export const ROLL_FORWARD = report({
  title: 'Roll-forward of contracts',
  group: 'contracts',
  alsoCalled: [
    'contract assets and liabilities',
    'WIP roll-forward',
    'backlog roll-forward',
    'loss provision',
    'disclosures',
  ],
  facts:
    'Opening balance, what came, what went, closing balance: of over- and underbillings, WIP, loss provision and backlog',
  path: '/roll-forward',
  may: 'read-projects',
  summary: 'Balances of contracts from one end of a span to the other',
  query: RollForwardQuery,
  answer: RollForwardReport,
  sentence: 'Every contract from {from} through {through}: {view}, from its opening to its closing.',
  choices: {
    from: { kind: 'month', label: 'From month', initial: ({ fiscalYearStart }) => fiscalYearStart },
    view: {
      kind: 'options',
      label: 'Balance',
      options: [
        { value: 'net', text: 'billed less earned' },
        { value: 'wip', text: 'work in process' },
        { value: 'provision', text: 'provision for losses' },
        { value: 'backlog', text: 'backlog' },
      ],
    },
  },
  drawnOnly: ['view'],
  table: ({ rows, totals }, { view }) =>
    tableOf(columns(totals, view), rows, {
      key: ({ id }) => id,
      name: ({ code }) => code,
      leadsTo: ({ id }) => `/projects/${id}`,
    }),
  empty: 'No contract in this span.',
});

/** All of them in files; on screen those of the balance that is looked at. */
function columns(totals: Answer['totals'], view = 'net'): readonly ColumnOf<Row>[] {
  return [
    { id: 'code', head: 'Code', file: 'code', holds: 'text', of: ({ code }) => code, total: 'Total' },
    { id: 'name', head: 'Project', file: 'name', holds: 'text', gives: true, of: ({ name }) => name },
    ...shown(netColumns(totals.net), view === 'net'),
    ...shown(wipColumns(totals.wip), view === 'wip'),
    ...shown(provisionColumns(totals.provision), view === 'provision'),
    ...shown(backlogColumns(totals.backlog), view === 'backlog'),
  ];
}

function shown(some: readonly ColumnOf<Row>[], isShown: boolean): readonly ColumnOf<Row>[] {
  return isShown ? some : some.map((column) => ({ ...column, only: 'file' as const }));
}

interface Named {
  readonly id: string;
  readonly head: string;
  readonly total: number;
}

/** A column's name in files is that of its balance and its own. */
function money(balance: string, { id, head, total }: Named): Omit<ColumnOf<Row>, 'of'> {
  return { id: `${balance}-${id}`, head, file: `${balance}_${id}`, holds: 'money', total };
}

function netColumns(totals: Answer['totals']['net']): readonly ColumnOf<Row>[] {
  const named = (id: string, head: string, total: number) => money('net', { id, head, total });
  return [
    { ...named('opening', 'Opening', totals.openingCents), tone: 'gap', of: ({ net }) => traced(net.opening) },
    { ...named('billed', 'Billed', totals.billedCents), tone: 'billed', of: ({ net }) => traced(net.billed) },
    { ...named('earned', 'Earned', totals.earnedCents), tone: 'earned', of: ({ net }) => traced(net.earned) },
    {
      ...named('closing', 'Closing', totals.closingCents),
      ...{ tone: 'gap', madeOf: { plus: ['net-opening', 'net-billed'], minus: ['net-earned'] } },
      of: ({ net }) => traced(net.closing),
    },
    {
      ...named('from_opening', 'Earned of what was billed ahead', totals.fromOpeningCents),
      formula: 'of what was earned, what had been billed ahead at the opening',
      of: ({ net }) => net.fromOpeningCents,
    },
  ];
}

function wipColumns(totals: Answer['totals']['wip']): readonly ColumnOf<Row>[] {
  const named = (id: string, head: string, total: number) => money('wip', { id, head, total });
  return [
    { ...named('opening', 'Opening', totals.openingCents), of: ({ wip }) => traced(wip.opening) },
    { ...named('cost', 'Cost', totals.costCents), of: ({ wip }) => traced(wip.cost) },
    { ...named('recognized', 'Cost of revenue', totals.recognizedCents), of: ({ wip }) => traced(wip.recognized) },
    {
      ...named('closing', 'Closing', totals.closingCents),
      madeOf: { plus: ['wip-opening', 'wip-cost'], minus: ['wip-recognized'] },
      of: ({ wip }) => traced(wip.closing),
    },
  ];
}

function provisionColumns(totals: Answer['totals']['provision']): readonly ColumnOf<Row>[] {
  const named = (id: string, head: string, total: number) => money('provision', { id, head, total });
  return [
    { ...named('opening', 'Opening', totals.openingCents), of: ({ provision }) => traced(provision.opening) },
    { ...named('change', 'Provided or used', totals.changeCents), of: ({ provision }) => traced(provision.change) },
    {
      ...named('closing', 'Closing', totals.closingCents),
      madeOf: { plus: ['provision-opening', 'provision-change'] },
      of: ({ provision }) => traced(provision.closing),
    },
  ];
}

function backlogColumns(totals: Answer['totals']['backlog']): readonly ColumnOf<Row>[] {
  const named = (id: string, head: string, total: number) => money('backlog', { id, head, total });
  return [
    { ...named('opening', 'Opening', totals.openingCents), of: ({ backlog }) => traced(backlog.opening) },
    { ...named('added', 'New contracts', totals.addedCents), of: ({ backlog }) => backlog.addedCents },
    { ...named('changed', 'Changes of price', totals.changedCents), of: ({ backlog }) => backlog.changedCents },
    { ...named('earned', 'Earned', totals.earnedCents), tone: 'earned', of: ({ backlog }) => traced(backlog.earned) },
    {
      ...named('closing', 'Closing', totals.closingCents),
      madeOf: { plus: ['backlog-opening', 'backlog-added', 'backlog-changed'], minus: ['backlog-earned'] },
      of: ({ backlog }) => traced(backlog.closing),
    },
  ];
}

import type { z } from 'zod';
import type { ReasonToBill } from '../../billing/to-bill.ts';
import type { SheetKind } from '../../documents/sheets.ts';
import { report } from '../report.ts';
import { tableOf, type ColumnOf } from '../table.ts';
import { ToBillQuery, ToBillReport, UNDERBILLED_ABOVE } from './shape.ts';

type Answer = z.output<typeof ToBillReport>;
type Row = Answer['rows'][number];

/** The sheet that answers each reason. */
export const SHEET_TO_BILL: { readonly [R in ReasonToBill]: SheetKind } = {
  'plan date reached': 'invoices',
  underbilled: 'invoices',
  'work unbilled for over a month': 'work-invoices',
  'retention due': 'retention-invoices',
};

export const TO_BILL = report({
  title: 'To bill now',
  group: 'contracts',
  alsoCalled: ['billing plan', 'due to bill', 'what to invoice'],
  facts: 'Projects that should be billed, each with its reason: plan, work done, earned and not billed, retention due',
  path: '/to-bill',
  may: 'read-projects',
  summary: 'Projects to bill now, with the reasons',
  query: ToBillQuery,
  answer: ToBillReport,
  sentence: 'To bill by the end of {through}; underbilled by more than {above} counts.',
  choices: {
    above: {
      kind: 'options',
      label: 'Underbilled by more than',
      options: UNDERBILLED_ABOVE.map((value) => ({ value, text: Number(value).toLocaleString('en-US') })),
    },
  },
  table: (answer) =>
    tableOf(columns(answer), answer.rows, {
      key: ({ id, reason }) => `${id} ${reason}`,
      name: ({ code, reason }) => `${code}, ${reason}`,
      leadsTo: ({ code, reason }) => `/costs/${SHEET_TO_BILL[reason]}/new?project=${encodeURIComponent(code)}`,
    }),
  empty: 'Nothing is to be billed now.',
});

function columns({ totalCents }: Answer): readonly ColumnOf<Row>[] {
  return [
    { id: 'code', head: 'Code', file: 'code', holds: 'text', of: ({ code }) => code },
    { id: 'name', head: 'Project', file: 'name', holds: 'text', gives: true, of: ({ name }) => name },
    {
      ...{ id: 'client', head: 'Client', file: 'client', holds: 'text', gives: true, total: 'Total' },
      of: ({ client }) => client,
    },
    { id: 'reason', head: 'Why now', file: 'reason', holds: 'text', of: ({ reason }) => reason },
    { id: 'text', head: 'Of the plan', file: 'plan', holds: 'text', gives: true, of: ({ text }) => text },
    { id: 'since', head: 'Since', file: 'since', holds: 'day', of: ({ since }) => since },
    { id: 'days', head: 'Days late', file: 'days_late', holds: 'count', of: ({ days }) => days },
    {
      ...{ id: 'amount', head: 'To bill', file: 'to_bill', holds: 'money', tone: 'billed', total: totalCents },
      of: ({ amountCents }) => amountCents,
    },
  ];
}

import type { z } from 'zod';
import { dayText } from '../../calendar/iso-date.ts';
import { reminderName } from '../../billing/reminders.ts';
import { cents } from '../../money/cents.ts';
import { dollars } from '../../money/dollars.ts';
import { ReportQuery } from '../query.ts';
import { report } from '../report.ts';
import { tableOf, type ColumnOf } from '../table.ts';
import { OwingReport } from './shape.ts';

type Answer = z.output<typeof OwingReport>;
type Row = Answer['rows'][number];

export const OWING = report({
  title: 'Overdue clients',
  group: 'contracts',
  alsoCalled: ['reminders', 'dunning', 'collections', 'promised payments', 'who is late'],
  facts: 'What each client owes and how late it is, what they were reminded of and what they promised',
  path: '/owing',
  may: 'read-books',
  summary: 'What clients owe, with reminders and promises',
  query: ReportQuery,
  answer: OwingReport,
  sentence: 'What clients owe at the end of {through}, with the last reminder and promise.',
  choices: {},
  table: (answer) =>
    tableOf(columns(answer), answer.rows, {
      key: ({ id }) => id,
      name: ({ code }) => code,
      leadsTo: ({ id }) => `/clients/${id}`,
      tone: ({ promised }) => (promised?.state === 'not kept' ? 'trouble' : undefined),
    }),
  empty: 'No client owes anything.',
});

/** What a client was last told: `Reminder, 3 Mar 2027`. */
export function remindedText({ reminded }: Pick<Row, 'reminded'>): string {
  return reminded === null ? '' : `${reminderName(reminded.step)}, ${dayText(reminded.on)}`;
}

/** What a client said: `1,200.00 on 5 Apr 2027, not kept`. */
export function promisedText({ promised }: Pick<Row, 'promised'>): string {
  if (promised === null) return '';
  return `${dollars(cents(promised.amountCents))} on ${dayText(promised.on)}, ${promised.state}`;
}

/** What to tell a client next; nothing before it is time. */
export function nextText({ next }: Pick<Row, 'next'>): string {
  return next?.isTime === true ? reminderName(next.step) : '';
}

function columns({ totals }: Answer): readonly ColumnOf<Row>[] {
  return [
    { id: 'code', head: 'Code', file: 'code', holds: 'text', of: ({ code }) => code, total: 'Total' },
    { id: 'name', head: 'Client', file: 'client', holds: 'text', gives: true, of: ({ name }) => name },
    {
      ...{ id: 'open', head: 'Open', file: 'open', holds: 'money', total: totals.openCents },
      of: ({ openCents }) => openCents,
    },
    {
      ...{ id: 'overdue', head: 'Overdue', file: 'overdue', holds: 'money', total: totals.overdueCents },
      of: ({ overdueCents }) => overdueCents,
    },
    { id: 'days', head: 'Days late', file: 'days_late', holds: 'count', of: ({ daysLate }) => daysLate },
    { id: 'reminded', head: 'Last reminder', file: 'last_reminder', holds: 'text', of: remindedText },
    { id: 'promised', head: 'Promised', file: 'promised', holds: 'text', of: promisedText },
    { id: 'next', head: 'Due to be sent', file: 'next_reminder', holds: 'text', of: nextText },
  ];
}

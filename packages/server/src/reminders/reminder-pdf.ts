import { reminderName, type ReminderStep } from '@lowtide/core/billing/reminders.ts';
import { dayNumber, dayText, plusDays } from '@lowtide/core/calendar/iso-date.ts';
import { sum } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import type { PrintedCompany } from '../company/letterhead-queries.ts';
import { letterFoot, letterHead, printed } from '../print/letter.ts';
import { listed } from '../print/listed.ts';
import type { SentReminder } from './reminder-write-queries.ts';

/** Days that a final notice leaves. */
const LAST_DAYS = 10;

/** A reminder as the client gets it: all that was overdue on its day. */
export async function reminderPdf(reminder: SentReminder, company: PrintedCompany): Promise<Buffer> {
  const { step, on, items, text } = reminder;
  const what = reminderName(step);
  const owed = sum(items.map(({ open }) => open));
  return printed({
    ...{ title: `${what} of ${dayText(on)}`, author: company.name, paper: company.paper },
    content: [
      ...letterHead({
        ...{ company, what, to: { name: reminder.client, address: reminder.address } },
        facts: [`Dated ${dayText(on)}`],
        subject: ['Overdue invoices', saidAt(step, text)],
      }),
      listed(
        [
          { head: 'Invoice', figures: false },
          { head: 'Dated', figures: false },
          { head: 'Due', figures: false },
          { head: 'Days late', figures: true },
          { head: `Open, ${company.currency}`, figures: true },
        ],
        [
          ...items.map(({ number, datedOn, dueOn, open }) => [
            ...[number, dayText(datedOn), dayText(dueOn), String(dayNumber(on) - dayNumber(dueOn)), dollars(open)],
          ]),
          ['Total', '', '', '', dollars(owed)],
        ],
      ),
      ...letterFoot(company, askedAt(step, { owed: dollars(owed), by: dayText(plusDays(on, LAST_DAYS)) }), true),
    ],
  });
}

function saidAt(step: ReminderStep, text: string): string {
  const said = {
    1: 'The invoices below are past their due day. If you have paid them meanwhile, please take this letter as settled.',
    2: 'We wrote to you before: the invoices below are still open. If something stands against them, please tell us what.',
    3: 'This is our last letter about the invoices below.',
  }[step];
  return text === '' ? said : `${said}\n${text}`;
}

function askedAt(step: ReminderStep, { owed, by }: { readonly owed: string; readonly by: string }): string {
  return step === 3 ? `Please pay ${owed} by ${by}.` : `Please pay ${owed} now.`;
}

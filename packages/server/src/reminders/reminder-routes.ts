import type { Router } from 'express';
import { nextReminder } from '@lowtide/core/billing/reminders.ts';
import { dayIn, filled, ifFilled, moneyIn, required, textIn } from '@lowtide/core/cells/cell.ts';
import { dayNumber, plusDays, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay, lastDay, monthOf, type Month } from '@lowtide/core/calendar/month.ts';
import { dayThatCame } from '@lowtide/core/months/books-span.ts';
import { accepted, following, gathered, refused } from '@lowtide/core/problems/decision.ts';
import { AsOf, ById } from '@lowtide/core/shapes/values.ts';
import { FILES } from '@lowtide/core/wire/files.ts';
import { audit } from '../audit/audit-queries.ts';
import { companyOf } from '../company/company-queries.ts';
import { printedCompany } from '../company/letterhead-queries.ts';
import type { Trx } from '../database/schema.ts';
import { file, read, write, type Acting, type Answer, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { PDF } from '../http/made-file.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { asOf, bounds, EVERYTHING } from '../ledger/as-of-queries.ts';
import { accountMoves, clientAccount, clientNumbered } from './client-account-queries.ts';
import { openItems, promisesOf } from './owing-queries.ts';
import { insertPromise, insertReminder, sentReminder } from './reminder-write-queries.ts';

/** A statement of account begins with the month that was so many days before its own. */
const STATEMENT_DAYS = 80;

/** What clients owe, what they are told of it and what they say; the letters are printed. */
export function reminderRoutes(router: Router, context: Context): void {
  read(router, context, 'clientAccount', async (db, { params, query }, { today }) => {
    const on = dayWithin(query.through, today);
    return clientAccount(db, params.id, { ...(await bounds(db, asOf(query))), day: dayNumber(on) }, on);
  });
  write(router, context, 'remind', async (trx, { params, body }, acting) => remind(trx, params.id, { body, acting }));
  write(router, context, 'promise', async (trx, { params, body }, acting) =>
    promised(trx, params.id, { body, acting }),
  );
  file(router, context, FILES.statement, {
    read: async (db, req) => {
      const { id } = ById.parse(req.params);
      const query = AsOf.parse(req.query);
      const on = dayWithin(query.through, context.clock.today());
      const at = { ...(await bounds(db, asOf(query))), day: dayNumber(on) };
      const from = firstDay(monthOf(plusDays(firstDay(query.through), -STATEMENT_DAYS)));
      return {
        ...{ from, company: await printedCompany(db), client: await clientNumbered(db, id) },
        ...{ account: await clientAccount(db, id, at, on), ...(await accountMoves(db, id, { from, at })) },
      };
    },
    made: async (statement) => {
      const { statementPdf } = await import('./statement-pdf.ts');
      const name = `Statement ${statement.client.code} ${statement.account.on}.pdf`;
      return { type: PDF, name, isShown: true, body: await statementPdf(statement) };
    },
  });
  file(router, context, FILES.reminder, {
    read: async (db, req) => ({
      reminder: await sentReminder(db, ById.parse(req.params).id),
      company: await printedCompany(db),
    }),
    made: async ({ reminder, company }) => {
      const { reminderPdf } = await import('./reminder-pdf.ts');
      const name = `Reminder ${reminder.client} ${reminder.on}.pdf`.replace(/[^\w .-]/g, '');
      return { type: PDF, name, isShown: true, body: await reminderPdf(reminder, company) };
    },
  });
}

/** Of a month that is not over yet, today. */
function dayWithin(through: Month, today: IsoDate): IsoDate {
  const end = lastDay(through);
  return end > today ? today : end;
}

interface Ordered<B> {
  readonly body: B;
  readonly acting: Acting;
}

/** Reminds a client of all that is overdue, by the step that comes next. */
async function remind(
  trx: Trx,
  id: number,
  { body, acting }: Ordered<Asked<'remind'>['body']>,
): Promise<Answer<'remind'>> {
  const { code } = await clientNumbered(trx, id);
  const { dayOrder } = await companyOf(trx);
  const { on, text } = acceptedOr(
    gathered({
      on: following(
        ifFilled({ typed: body.remindedOn, at: 'remindedOn' }, acting.today, (cell) =>
          dayIn(cell, acting.today, dayOrder),
        ),
        (day) => dayThatCame(day, acting.today, 'remindedOn'),
      ),
      text: textIn({ typed: body.text, at: 'text' }, 'the text', 400),
    }),
  );
  const at = { ...EVERYTHING, day: dayNumber(on) };
  const next = nextReminder(await openItems(trx, at, id), (await promisesOf(trx, at, id)).at(-1) ?? null, on);
  if (next === null) throw new Refusal([{ at: '', kind: 'nothing-to-remind', client: code }]);
  const { step, items } = next;
  const made = await insertReminder(trx, { client: id, step, on, text, items }, acting);
  await audit(trx, acting, { action: 'remind', subject: code, detail: { step, on, text } });
  return { id: made, step };
}

async function promised(
  trx: Trx,
  id: number,
  { body, acting }: Ordered<Asked<'promise'>['body']>,
): Promise<Answer<'promise'>> {
  const { code } = await clientNumbered(trx, id);
  const { dayOrder } = await companyOf(trx);
  const read = acceptedOr(
    gathered({
      on: required({ typed: body.promisedOn, at: 'promisedOn' }, 'the day', (cell) =>
        dayIn(cell, acting.today, dayOrder),
      ),
      amount: following(filled({ typed: body.amount, at: 'amount' }, 'the amount'), (cell) =>
        following(moneyIn(cell), (amount) =>
          amount > 0
            ? accepted(amount)
            : refused({ at: 'amount', kind: 'number-not-positive', field: 'what is promised' }),
        ),
      ),
      text: textIn({ typed: body.text, at: 'text' }, 'the text', 400),
    }),
  );
  if (read.on < acting.today) {
    throw new Refusal([
      { at: 'promisedOn', kind: 'days-out-of-order', earlier: 'today', later: 'the day it is promised for' },
    ]);
  }
  const made = await insertPromise(trx, { client: id, ...read }, acting);
  await audit(trx, acting, { action: 'note a promise', subject: code, detail: read });
  return { id: made };
}

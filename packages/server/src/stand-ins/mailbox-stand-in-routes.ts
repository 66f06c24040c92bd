import type { Router } from 'express';
import { documents } from '../documents/document-queries.ts';
import { suppliers } from '../company/list-queries.ts';
import { write } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { Refusal } from '../http/refusal.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { monthOf } from '@lowtide/core/calendar/month.ts';
import { ordersAt } from '../orders/order-queries.ts';
import { companyOf } from '../company/company-queries.ts';
import { mailboxMessages } from './supplier-mailbox.ts';

/** In the demo, a mailbox: suppliers bill what is open of their orders. */
export function mailboxStandInRoutes(router: Router, context: Context): void {
  write(router, context, 'mailbox', async (trx, _asked, { today }) => {
    if (!context.demo) throw new Refusal([{ at: '', kind: 'not-there', subject: 'record' }], 404);
    const { name: company, currency } = await companyOf(trx);
    const names = new Map((await suppliers(trx)).map(({ id, name }) => [id, name]));
    const bills = await documents(
      trx,
      { through: monthOf(today), known: null },
      { kind: 'bill', order: '-dated', offset: 0 },
    );
    const [before] = bills.rows;
    const orders = await ordersAt(trx, EVERYTHING);
    return {
      messages: [
        ...mailboxMessages({
          ...{ company, currency, today, orders },
          supplierOf: ({ supplier }) => names.get(supplier) ?? '',
          billedBefore: before === undefined ? undefined : { supplier: before.party ?? '', number: before.number },
        }),
      ],
    };
  });
}

import type { Router } from 'express';
import { dayIn, ifFilled, required, textIn } from '@lowtide/core/cells/cell.ts';
import { closedShort, nextVersionSheet } from '@lowtide/core/documents/order/next-version.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { postingDay } from '@lowtide/core/months/open-day.ts';
import type { OrderLine } from '@lowtide/core/orders/order-line.ts';
import { following, gathered, mapped } from '@lowtide/core/problems/decision.ts';
import { ById } from '@lowtide/core/shapes/values.ts';
import { FILES } from '@lowtide/core/wire/files.ts';
import type { Trx } from '../database/schema.ts';
import { audit } from '../audit/audit-queries.ts';
import { costCodes, suppliers, taxCodes } from '../company/list-queries.ts';
import { file, read, write, type Acting, type Asked } from '../http/api.ts';
import { PDF } from '../http/made-file.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { asOf } from '../ledger/as-of-queries.ts';
import { postDocument, type Posted } from '../ledger/post-document-queries.ts';
import { projects } from '../company/project-queries.ts';
import { accounts, companyOf } from '../company/company-queries.ts';
import { printedCompany } from '../company/letterhead-queries.ts';
import { orderDetail, orderList, orderOf } from './order-answers.ts';
import { orderHeads } from './order-detail-queries.ts';
import { ordersThere } from './order-queries.ts';
import { retainedApart } from './retention-queries.ts';

export function orderRoutes(router: Router, context: Context): void {
  // Before the order itself: its number would take the ending along.
  file(router, context, FILES.order, {
    read: async (trx, req) => {
      const order = await orderDetail(trx, ById.parse(req.params).id);
      const head = (await orderHeads(trx, [order.id])).get(order.id);
      return { order, address: head?.address ?? '', company: await printedCompany(trx) };
    },
    made: async (parts) => {
      const { orderPdf } = await import('./order-pdf.ts');
      return { type: PDF, name: `${parts.order.number}.pdf`, isShown: true, body: await orderPdf(parts) };
    },
  });
  read(router, context, 'orders', async (db, { query }) => orderList(db, asOf(query), query));
  read(router, context, 'order', async (db, { params }) => orderDetail(db, params.id));
  read(router, context, 'nextVersion', async (db, { params }) => ({
    sheet: nextVersionSheet(await orderOf(db, params.id), {
      suppliers: await suppliers(db),
      projects: await projects(db),
      costCodes: await costCodes(db),
      accounts: await accounts(db),
      taxCodes: await taxCodes(db),
    }),
  }));
  // Asked with POST for its lists, but it writes nothing and needs no key.
  read(router, context, 'ordersThere', async (db, { body }) => ({
    orders: (await ordersThere(db, body)).map((order) => ({ ...order, lines: order.lines.map(sentLine) })),
    retainedApart: [...(await retainedApart(db, body.suppliers))],
  }));
  write(router, context, 'closeOrder', async (trx, { params, body }, acting) =>
    closeOrder(trx, params.id, { ...body, acting }),
  );
}

/** A line with lists of its own, as answers are made of. */
function sentLine(line: OrderLine) {
  return { ...line, agreed: [...line.agreed], accruals: [...line.accruals] };
}

type Closing = Asked<'closeOrder'>['body'] & { readonly acting: Acting };

/** Nothing more is expected of the order: a version whose lines come to what was received or billed of them. */
async function closeOrder(trx: Trx, id: number, { datedOn, reason, acceptWarnings, acting }: Closing): Promise<Posted> {
  const order = await orderOf(trx, id);
  const ordered = closedShort(order);
  if (ordered.length === 0) throw new Refusal([{ at: '', kind: 'nothing-to-close', order: order.number }]);
  const { lockedThrough, dayOrder } = await companyOf(trx);
  const read = acceptedOr(
    gathered({
      day: following(
        ifFilled({ typed: datedOn, at: 'datedOn' }, acting.today, (cell) => dayIn(cell, acting.today, dayOrder)),
        (day) =>
          mapped(postingDay(day, lockedThrough, { at: 'datedOn', mayPostLater: acceptWarnings }), (countsOn) => ({
            ...{ datedOn: day, countsOn },
          })),
      ),
      reason: required({ typed: reason, at: 'reason' }, 'the reason', (cell) => textIn(cell, 'the reason', 400)),
    }),
  );
  const { retentionMillionths, deliverTo } = order;
  const version = order.version + 1;
  const posted = await postDocument(
    trx,
    {
      ...{ kind: 'order-change', number: `${order.number} v${version}`, party: order.supplier, project: null },
      ...{ ...read.day, dueOn: null, memo: read.reason },
      gross: cents(ordered.reduce((total, { change }) => total + change.net, 0)),
      body: { closes: order.number, reason: read.reason },
      entries: [],
      effects: [
        {
          kind: 'order-version',
          version: { order: order.id, version, retentionMillionths, deliverTo, closes: true },
          ordered,
        },
      ],
    },
    acting,
  );
  await audit(trx, acting, { action: 'close order', subject: order.number, detail: { reason: read.reason } });
  return posted;
}

import fc from 'fast-check';
import { expect, test } from 'vitest';
import { verifiedBooks } from './verify/verify-queries.ts';
import {
  accrues,
  billed,
  goods,
  LINE,
  orderSheet,
  stoneOf,
  tied,
  type Budget,
  type Detail,
} from './orders.test.support.ts';
import { openApart } from './open-by-project.test.support.ts';
import { buy, nextBill, ordersOf, purchase } from './purchases.test.support.ts';
import { post, smallCompany, type TestApp } from './small-company.test.support.ts';

const RUNS = Number(process.env['HISTORIES'] ?? 12);
const company = smallCompany();

/** Of every order: what is ordered is received and open, committed is never below zero, and the lines add up. */
async function checkOrders(app: TestApp): Promise<void> {
  let committed = 0;
  for (const { id, number } of await ordersOf(app)) {
    const detail = await app.ask<Detail>(`/orders/${id}`);
    for (const line of detail.lines) {
      expect(line.committedCents).toBeGreaterThanOrEqual(0);
      if (detail.isOpen && number.startsWith('PO') && line.openQuantity > 0)
        expect(line.receivedQuantity + line.openQuantity).toBe(line.quantity);
    }
    expect(detail.lines.reduce((sum, { committedCents }) => sum + committedCents, 0)).toBe(detail.committedCents);
    committed += detail.committedCents;
  }
  let budgeted = 0;
  for (const project of [1, 2])
    for (const row of (await app.ask<Budget>(`/projects/${project}?through=2027-01`)).budget)
      budgeted += row.committed.amountCents;
  expect(budgeted).toBe(committed);
}

test(
  'whatever is ordered, received, billed, withheld, released, paid ahead and recoded ties to its accounts at every step',
  async () => {
    await fc.assert(
      fc.asyncProperty(fc.boolean(), fc.array(purchase, { minLength: 6, maxLength: 30 }), async (accruing, history) => {
        const app = await company.open();
        try {
          await accrues(app, { accruesOnReceipt: accruing });
          for (const event of history) {
            await buy(app, event);
            expect(await tied(app)).toEqual([]);
          }
          expect(await openApart(app)).toEqual([]);
          await checkOrders(app);
          expect((await verifiedBooks(app.books.reader)).flatMap(({ differences }) => differences)).toEqual([]);
        } finally {
          await app.close();
        }
      }),
      { numRuns: RUNS },
    );
  },
  RUNS * 30_000,
);

test(
  'receipts and bills of an order in any order leave the same cost: what was billed',
  async () => {
    const steps = [
      ...[20, 30, 50].map((quantity) => ({ kind: 'receipt' as const, quantity, net: '' })),
      ...[
        [45, '3,700.11'],
        [55, '4,399.90'],
      ].map(([quantity, net]) => ({ kind: 'bill' as const, quantity, net: String(net) })),
    ];
    await fc.assert(
      fc.asyncProperty(
        fc.boolean(),
        fc.shuffledSubarray(steps, { minLength: steps.length, maxLength: steps.length }),
        async (accruing, sequence) => {
          const app = await company.open();
          try {
            await accrues(app, { accruesOnReceipt: accruing });
            await post(app, '2027-01', orderSheet(LINE));
            for (const { kind, quantity, net } of sequence) {
              const against = { quantity: String(quantity), net };
              const sheet =
                kind === 'receipt'
                  ? goods('2027-01-15', { line: 'PO-0001/1', quantity: String(quantity) })
                  : billed(`B-${nextBill()}`, { order: 'PO-0001/1', ...against });
              await post(app, '2027-01', sheet);
            }
            expect((await stoneOf(app)).slice(0, 2)).toEqual([810_001, 0]);
            expect(await tied(app)).toEqual([]);
          } finally {
            await app.close();
          }
        },
      ),
      { numRuns: RUNS },
    );
  },
  RUNS * 20_000,
);

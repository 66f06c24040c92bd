import fc from 'fast-check';
import { expect } from 'vitest';
import type { OrderRow } from '@lowtide/core/documents/order/form.ts';
import { attempt, attemptSheet } from './attempt.test.support.ts';
import { accrues, billed, goods, LINE, more, orderSheet } from './orders.test.support.ts';
import type { TestApp } from './small-company.test.support.ts';

const which = fc.nat(20);
const tenths = fc.integer({ min: -200, max: 1_200 });
const cents = fc.integer({ min: 1, max: 900_000 });

/** One thing that may happen to what is bought; whether it is allowed is for the application to say. */
export const purchase = fc.oneof(
  {
    weight: 4,
    arbitrary: fc.record({
      kind: fc.constant('order' as const),
      project: fc.constantFrom('GATE', 'DUNE'),
      tenths,
      price: fc.integer({ min: 1, max: 99_999 }),
      retention: fc.constantFrom('', '10', '7.25'),
      tax: fc.constantFrom('', 'ST', 'VT'),
    }),
  },
  { weight: 2, arbitrary: fc.record({ kind: fc.constant('change' as const), which, tenths }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('close' as const), which }) },
  { weight: 5, arbitrary: fc.record({ kind: fc.constant('receive' as const), which, tenths }) },
  { weight: 6, arbitrary: fc.record({ kind: fc.constant('bill' as const), which, tenths, cents, tax: fc.boolean() }) },
  {
    weight: 2,
    arbitrary: fc.record({ kind: fc.constant('spend' as const), cents, by: fc.constantFrom('1010', 'E1') }),
  },
  { weight: 4, arbitrary: fc.record({ kind: fc.constant('release' as const), which, cents }) },
  { weight: 2, arbitrary: fc.record({ kind: fc.constant('deposit' as const), cents }) },
  { weight: 2, arbitrary: fc.record({ kind: fc.constant('apply' as const), which, other: which }) },
  { weight: 2, arbitrary: fc.record({ kind: fc.constant('pay' as const), which, cents }) },
  {
    weight: 2,
    arbitrary: fc.record({ kind: fc.constant('recode' as const), which, to: fc.constantFrom('GATE', 'DUNE') }),
  },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: fc.constant('take over' as const),
      which,
      amounts: fc.tuple(cents, cents, cents, cents),
    }),
  },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('policy' as const), accrues: fc.boolean() }) },
  { weight: 4, arbitrary: fc.record({ kind: fc.constant('reverse' as const), which }) },
);
export type Purchase = typeof purchase extends fc.Arbitrary<infer H> ? H : never;

const money = (of: number) => (of / 100).toFixed(2);
const codeIn = (project: string) => (project === 'GATE' ? 'A/31-250' : '31-250');
const picked = <T>(rows: readonly T[], at: number): T | undefined => rows[at % Math.max(1, rows.length)];

interface OrderRows {
  readonly rows: readonly { readonly id: number; readonly number: string }[];
}
interface Documents {
  readonly rows: readonly { readonly id: number; readonly kind: string; readonly openCents: number | null }[];
}
export const ordersOf = async (app: TestApp) => (await app.ask<OrderRows>('/orders?through=2027-01&show=all')).rows;
const documentsOf = async (app: TestApp) => (await app.ask<Documents>('/documents?through=2027-01')).rows;
const profitOf = async (app: TestApp) =>
  (await app.ask<{ netIncome: { amountCents: number }[] }>('/income-statement?from=2027-01&through=2027-12'))
    .netIncome[0]?.amountCents ?? 0;

/** Bills, counted so that no number comes twice. */
let bills = 0;
export const nextBill = (): number => (bills += 1);

/** Tries one of them; it may be refused, and may not break. */
export async function buy(app: TestApp, event: Purchase): Promise<void> {
  switch (event.kind) {
    case 'order': {
      const { project, retention, tax } = event;
      const what = {
        project,
        code: codeIn(project),
        tax,
        quantity: String(event.tenths / 10),
        price: money(event.price),
      };
      const sheet = orderSheet({ ...LINE, ...what, retention }, more({ ...what, price: '12.5' }));
      return attemptSheet(app, retention === '' ? sheet : { ...sheet, kind: 'subcontracts' });
    }
    case 'change': {
      const order = picked(await ordersOf(app), event.which);
      if (!order) return;
      const next = await attempt(app, 'GET', `/orders/${order.id}/sheet`, undefined);
      const sheet = next?.['sheet'] as { rows: OrderRow[] } | undefined;
      if (sheet)
        await attemptSheet(app, {
          ...sheet,
          rows: sheet.rows.map((row, at) =>
            at === 0 ? { ...row, quantity: String(event.tenths / 10), net: '' } : row,
          ),
        });
      return;
    }
    case 'close': {
      const order = picked(await ordersOf(app), event.which);
      if (order) await attempt(app, 'POST', `/orders/${order.id}/closing`, { datedOn: '2027-01-25', reason: 'Enough' });
      return;
    }
    case 'receive': {
      const order = picked(await ordersOf(app), event.which);
      const line = { line: `${order?.number}/1`, quantity: String(event.tenths / 20) };
      if (order) await attemptSheet(app, goods('2027-01-15', line));
      return;
    }
    case 'bill': {
      const order = picked(await ordersOf(app), event.which);
      const against = { order: `${order?.number}/1`, quantity: String(event.tenths / 20), net: money(event.cents) };
      const row =
        order && event.which % 4 > 0 ? against : { project: 'GATE', code: 'A/31-250', net: money(event.cents) };
      return attemptSheet(app, billed(`H-${nextBill()}`, { ...row, tax: event.tax ? 'ST' : '' }));
    }
    case 'spend':
      return attemptSheet(app, spendOf(event));
    case 'take over':
      return attemptSheet(app, await balancesTakenOver(app, event));
    case 'release':
    case 'deposit':
    case 'apply':
    case 'pay':
    case 'recode':
    case 'policy':
    case 'reverse':
      return settle(app, event);
  }
}

type Settling = Exclude<Purchase, { kind: 'order' | 'change' | 'close' | 'receive' | 'bill' | 'spend' | 'take over' }>;

/** Paid at once from the bank, or by an employee. */
function spendOf({ by, cents: amount }: Extract<Purchase, { kind: 'spend' }>) {
  const row = { project: 'DUNE', code: '31-250', net: money(amount), paid: by };
  return billed(`H-${nextBill()}`, { ...row, supplier: by === 'E1' ? '' : 'STONE' });
}

type TakenOver = Extract<Purchase, { kind: 'take over' }>;

/** Open items of the books before, what GATE came to, and retention under a subcontract where there is one. */
async function balancesTakenOver(app: TestApp, { which: at, amounts }: TakenOver): Promise<object> {
  const [owed, paid, earned, billed] = amounts;
  const subcontract = picked(
    (await ordersOf(app)).filter(({ number }) => number.startsWith('SC')),
    at,
  );
  const blank = { debit: '', credit: '', party: '', number: '', datedOn: '', dueOn: '', project: '', code: '' };
  const row = (what: string, amount: number, more: object = {}) => ({
    ...{ ...blank, what, costType: '', text: '', ...more },
    ...(amount < 0 ? { credit: money(-amount) } : { debit: money(amount) }),
  });
  const supplier = { party: 'STONE' };
  const gate = { project: 'GATE' };
  const withheld = subcontract === undefined ? 0 : paid;
  const number = `T-${nextBill()}`;
  return {
    ...{ kind: 'opening', text: '' },
    rows: [
      row('bill', -owed, { ...supplier, number }),
      row('deposit', paid, { ...supplier, number }),
      row('invoice', billed, { party: 'COUNTY', number }),
      row('cost', owed, { ...gate, code: 'A/31-250' }),
      row('earned', earned, gate),
      row('billed', -billed, gate),
      ...(subcontract === undefined ? [] : [row('retention', -withheld, { ...supplier, number: subcontract.number })]),
      // What was earned and cost in years before is in retained earnings.
      row('3090', owed - paid - earned + withheld),
    ],
  };
}

async function settle(app: TestApp, event: Settling): Promise<void> {
  switch (event.kind) {
    case 'release': {
      const order = picked(await ordersOf(app), event.which);
      const amount = event.which % 2 === 0 ? '' : money(event.cents);
      if (order)
        await attempt(app, 'POST', '/retention-releases', {
          ...{ orderId: order.id, datedOn: '2027-01-30', dueOn: '+30', amount },
        });
      return;
    }
    case 'deposit': {
      const deposit = { supplier: 'STONE', paidOn: '2027-01-10', amount: money(event.cents), text: '' };
      await attempt(app, 'POST', '/supplier-deposits', deposit);
      return;
    }
    case 'apply': {
      const rows = await documentsOf(app);
      const bill = picked(
        rows.filter(({ openCents }) => (openCents ?? 0) > 0),
        event.which,
      );
      const credit = picked(
        rows.filter(({ openCents }) => (openCents ?? 0) < 0),
        event.other,
      );
      const form = { documentId: bill?.id, creditId: credit?.id, appliedOn: '2027-01-25', amount: '' };
      if (bill && credit) await attempt(app, 'POST', '/offsets', form);
      return;
    }
    case 'pay': {
      const bill = picked(
        (await documentsOf(app)).filter(({ openCents }) => (openCents ?? 0) > 0),
        event.which,
      );
      const payment = {
        documentId: bill?.id,
        paidOn: '2027-01-31',
        amount: money(Math.min(event.cents, bill?.openCents ?? 0)),
      };
      if (bill) await attempt(app, 'POST', '/payments', payment);
      return;
    }
    case 'recode':
      return recode(app, event.which, event.to);
    case 'policy':
      await accrues(app, { accruesOnReceipt: event.accrues });
      return;
    case 'reverse': {
      const chosen = picked(await documentsOf(app), event.which);
      const reversal = { reason: 'Wrong', postedOn: '2027-01-31' };
      if (chosen) await attempt(app, 'POST', `/documents/${chosen.id}/reversal`, reversal);
    }
  }
}

/** Codes the first cost line of a bill otherwise; the company's result stays what it was. */
async function recode(app: TestApp, at: number, to: string): Promise<void> {
  const bill = picked(
    (await documentsOf(app)).filter(({ kind }) => kind === 'bill'),
    at,
  );
  if (!bill) return;
  const { lines } = await app.ask<{ lines: { id: number; project: string | null }[] }>(`/documents/${bill.id}`);
  const line = lines.find(({ project }) => project !== null);
  if (!line) return;
  const before = await profitOf(app);
  await attempt(app, 'POST', '/recodes', {
    ...{ lines: [{ line: line.id, project: to, code: codeIn(to) }], reason: 'Moved', acceptWarnings: true },
  });
  expect(await profitOf(app)).toBe(before);
}

import { BLANK_ORDER_ROW, type OrderRow } from '@lowtide/core/documents/order/form.ts';
import { billSheet, BLANK_BILL, type TestApp } from './small-company.test.support.ts';

export const LINE: OrderRow = {
  ...BLANK_ORDER_ROW,
  ...{ supplier: 'STONE', datedOn: '2027-01-10', project: 'GATE', code: 'A/31-250', text: 'Armor stone' },
  ...{ quantity: '100', unit: 't', price: '80' },
};
export const more = (change: Partial<OrderRow>): OrderRow => ({ ...LINE, supplier: '', datedOn: '', ...change });
export const orderSheet = (...rows: readonly OrderRow[]) => ({ kind: 'orders', rows });
export const goods = (datedOn: string, ...rows: readonly { line: string; quantity?: string; net?: string }[]) => ({
  ...{ kind: 'goods', datedOn, note: 'DN-1' },
  rows: rows.map((row) => ({ quantity: '', net: '', text: '', ...row })),
});
export const billed = (number: string, change: Partial<typeof BLANK_BILL>) =>
  billSheet({ ...BLANK_BILL, supplier: 'STONE', number, datedOn: '2027-01-20', ...change });

export interface Detail {
  readonly version: number;
  readonly isOpen: boolean;
  readonly deliverTo: string;
  readonly lines: readonly {
    readonly project: string;
    readonly coding: string;
    readonly quantity: number;
    readonly netCents: number;
    readonly receivedQuantity: number;
    readonly billedQuantity: number;
    readonly openQuantity: number;
    readonly accruedCents: number;
    readonly committedCents: number;
  }[];
  readonly committedCents: number;
  readonly accruedCents: number;
  readonly versions: readonly { readonly number: string; readonly differences: readonly { readonly what: string }[] }[];
  readonly against: readonly { readonly number: string; readonly netCents: number }[];
}

export interface Budget {
  readonly budget: readonly {
    readonly code: string;
    readonly phase: string | null;
    readonly actual: { readonly amountCents: number };
    readonly committed: { readonly amountCents: number };
    readonly remaining: { readonly amountCents: number };
    readonly estimate: { readonly amountCents: number };
  }[];
}

export const stoneOf = async (app: TestApp, through = '2027-01', known = '') => {
  const { budget } = await app.ask<Budget>(`/projects/1?through=${through}${known === '' ? '' : `&known=${known}`}`);
  const line = budget.find(({ code, phase }) => code === '31-250' && phase === 'A');
  const of = (name: 'actual' | 'committed' | 'remaining' | 'estimate') => line?.[name].amountCents;
  return [of('actual'), of('committed'), of('remaining'), of('estimate')];
};
export const accrues = (app: TestApp, more: object = {}) =>
  app.order('PUT', '/company', {
    ...{ name: 'Test Works', currency: 'USD', fiscalYearStartMonth: 1, percentDecimals: null, accruesOnReceipt: true },
    ...more,
  });
export const balanceOf = async (app: TestApp, account: string): Promise<number> => {
  const { rows } = await app.ask<{ rows: { code: string; balance: { amountCents: number } }[] }>(
    '/trial-balance?through=2027-12&span=all',
  );
  return rows.find(({ code }) => code === account)?.balance.amountCents ?? 0;
};
export const tied = async (app: TestApp) => {
  const { ties } = await app.ask<{ ties: { name: string; oneCents: number; otherCents: number }[] }>(
    '/frame?through=2027-12',
  );
  return ties.filter(({ oneCents, otherCents }) => oneCents !== otherCents).map(({ name }) => name);
};

import { BLANK_ORDER_ROW, type OrderRow } from '@lowtide/core/documents/order/form.ts';
import type { BillRow } from '@lowtide/core/documents/supplier-bill/form.ts';
import { monthOf } from '@lowtide/core/calendar/month.ts';
import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { FrontDoor } from './front-door.ts';
import { blankBill, postSheet } from './weeks.ts';

const order = (row: Partial<OrderRow>): OrderRow => ({ ...BLANK_ORDER_ROW, ...row });
const bill = (row: Partial<BillRow>): BillRow => ({ ...blankBill, ...row });
const orders = (...rows: readonly Partial<OrderRow>[]) => ({ kind: 'orders', rows: rows.map(order) });
const subcontract = (...rows: readonly Partial<OrderRow>[]) => ({ kind: 'subcontracts', rows: rows.map(order) });
const bills = (...rows: readonly Partial<BillRow>[]) => ({ kind: 'bills', controlTotal: '', rows: rows.map(bill) });

/** What came: lines of orders with how much of each, on the day. */
const goods = (note: string, ...lines: readonly (readonly [line: string, quantity: string])[]) => ({
  ...{ kind: 'goods', datedOn: '', note },
  rows: lines.map(([line, quantity]) => ({ line, quantity, net: '', text: '' })),
});

/** What was ordered, received, billed, paid by card and changed, by day. Each sheet is posted whole. */
const HAPPENED: Readonly<Record<string, readonly object[]>> = {
  '2027-02-09': [
    orders(
      {
        ...{ supplier: 'NORSAND', project: 'GC-214', code: 'A/31-240', text: 'Filter stone' },
        ...{ quantity: '420', unit: 't', price: '31.20', wantedOn: '2027-02-22' },
      },
      {
        ...{ project: 'GC-214', code: 'A/31-240', text: 'Armor stone, 300 to 600 mm' },
        ...{ quantity: '360', unit: 't', price: '46.50', wantedOn: '2027-04-12' },
      },
    ),
  ],
  '2027-02-16': [
    orders(
      {
        ...{ supplier: 'OAKUM', project: 'QH-221', code: '33-210', text: 'Decking, larch, 45 mm' },
        ...{ quantity: '310', unit: 'm²', price: '58.00', wantedOn: '2027-03-08' },
      },
      {
        ...{ project: 'QH-221', code: '33-200', text: 'Posts, oak, 3.6 m' },
        ...{ quantity: '64', unit: 'each', price: '112.00', wantedOn: '2027-03-08' },
      },
    ),
  ],
  '2027-02-23': [goods('NQ 20417', ['PO-0001/1', '260'])],
  '2027-02-24': [
    subcontract(
      {
        ...{ supplier: 'DIVEWELL', retention: '10', project: 'DR-225', code: '33-450' },
        ...{ text: 'Diving, removal of the old gate', net: '28,000.00' },
      },
      { project: 'DR-225', code: '33-450', text: 'Diving, guides and sill', net: '34,500.00' },
    ),
  ],
  '2027-02-26': [
    bills({ supplier: 'NORSAND', number: 'NQ-8841', datedOn: '2027-02-26', order: 'PO-0001/1', quantity: '260' }),
  ],
  '2027-03-02': [
    orders({
      ...{ supplier: 'KESTRIN', project: 'DR-225', code: '33-410', wantedOn: '2027-04-20' },
      ...{ text: 'Sluice leaf with seals, as drawn', net: '46,800.00' },
    }),
  ],
  '2027-03-05': [
    bills({
      ...{ supplier: 'DIVEWELL', number: 'SD-0312', datedOn: '2027-03-05', order: 'SC-0001/1', net: '4,200.00' },
      text: 'Old gate, survey and rigging',
    }),
  ],
  '2027-03-08': [
    orders({
      ...{ supplier: 'REEFCAST', project: 'TP-226', code: '34-200', wantedOn: '2027-04-05' },
      ...{ text: 'Reef modules, set B', quantity: '48', unit: 'each', price: '395.00' },
    }),
  ],
  '2027-03-09': [goods('OT 5561', ['PO-0002/1', '180'], ['PO-0002/2', '64'])],
  '2027-03-10': [
    subcontract(
      {
        ...{ supplier: 'DIVEWELL', number: 'SC-0001', line: '1', retention: '10', project: 'DR-225', code: '33-450' },
        ...{ text: 'Diving, removal of the old gate', net: '28,000.00' },
      },
      {
        ...{ line: '2', project: 'DR-225', code: '33-450' },
        ...{ text: 'Diving, guides and sill', net: '34,500.00' },
      },
      { project: 'DR-225', code: '33-450', text: 'Extra: buried chain', net: '6,200.00' },
    ),
  ],
  '2027-03-11': [
    orders({
      ...{ supplier: 'THRENTEX', project: 'OS-220', code: '32-160', wantedOn: '2027-03-22' },
      ...{ text: 'Coir matting, 2 m rolls', quantity: '90', unit: 'roll', price: '84.00' },
    }),
  ],
  '2027-03-12': [
    bills(
      {
        ...{ supplier: 'OAKUM', number: 'OA-2274', datedOn: '2027-03-12', order: 'PO-0002/1', quantity: '180' },
        net: '10,692.00',
      },
      { order: 'PO-0002/2' },
      { net: '640.00', spread: 'amount', text: 'Haulage' },
    ),
    bills({
      ...{ supplier: 'BRANNOCK', number: 'C-118', datedOn: '2027-03-12', paid: '2700', project: 'QH-221' },
      ...{ code: '33-220', net: '214.60', text: 'Coach bolts, by card' },
    }),
  ],
  '2027-03-15': [
    bills(
      {
        ...{ supplier: 'TARNPIKE', number: 'TP-5514', datedOn: '2027-03-15', code: '5010', net: '1,180.00' },
        text: 'Excavator bucket, hire for Garrow',
      },
      {
        ...{ supplier: 'VARROW', number: 'VA-3390', datedOn: '2027-03-15', code: '5010', net: '642.80' },
        text: 'Sand, 14 t',
      },
      {
        ...{ supplier: 'ARCHEM', number: 'AR-871', datedOn: '2027-03-15', code: '5010', net: '385.00' },
        text: 'Water samples, February',
      },
    ),
  ],
  '2027-03-16': [goods('NQ 20655', ['PO-0001/1', '80'])],
  '2027-03-18': [
    goods('TG 779', ['PO-0005/1', '52']),
    bills({
      ...{ supplier: 'SAFEHAND', number: 'M-7', datedOn: '2027-03-18', paid: 'E18', project: 'INT-02' },
      ...{ code: '91-100', net: '86.40', text: 'Travel to the rescue course' },
    }),
  ],
  '2027-03-19': [
    bills({ supplier: 'NORSAND', number: 'NQ-8906', datedOn: '2027-03-19', order: 'PO-0001/1', quantity: '80' }),
  ],
  '2027-03-24': [
    bills({
      ...{ supplier: 'NORSAND', number: 'NQ-8906 C', datedOn: '2027-03-24', order: 'PO-0001/1', quantity: '-12' },
      ...{ net: '-374.40', text: 'Credit: 12 t of fines sent back' },
    }),
  ],
};

export const COMPANY = {
  ...{ name: 'Pellworth Shore Works', currency: 'USD', fiscalYearStartMonth: 1, percentDecimals: null },
  forecastMonths: 1,
};

/** Goods are cost when they come; a bill up to 2 % dearer than its order passes, above 6 % none does. */
export const ORDER_POLICY = {
  accruesOnReceipt: true,
  quantityTolerance: { warnMillionths: 0, refuseMillionths: 100_000 },
  priceTolerance: { warnMillionths: 20_000, refuseMillionths: 60_000 },
};

async function setUpOrders(door: FrontDoor): Promise<void> {
  await door.order('POST', '/records/account', { fields: { code: '2700', name: 'Company card', type: 'liability' } });
  await door.order('PUT', '/company', { ...COMPANY, ...ORDER_POLICY });
}

/** What of orders happens on a day. */
export async function liveOrders(door: FrontDoor, day: IsoDate): Promise<void> {
  if (day === '2027-02-08') await setUpOrders(door);
  for (const sheet of HAPPENED[day] ?? []) {
    await postSheet(door, monthOf(day), 'datedOn' in sheet ? { ...sheet, datedOn: day } : sheet);
  }
  if (day === '2027-03-22') await codeStray(door);
  if (day !== '2027-03-25') return;
  const { rows } = await door.ask<{ rows: { id: number; number: string }[] }>('/orders?through=2027-03');
  const coir = rows.find(({ number }) => number === 'PO-0005');
  const reason = 'The rest comes from stock of another site';
  if (coir) await door.order('POST', `/orders/${coir.id}/closing`, { datedOn: day, reason });
}

/** Somebody knows where the water was taken; for the excavator there is a rule from then on. */
async function codeStray(door: FrontDoor): Promise<void> {
  const { rows } = await door.ask<{ rows: { line: number; text: string }[] }>('/strays?through=2027-03');
  const water = rows.find(({ text }) => text.startsWith('Water'));
  if (water) {
    const lines = [{ line: water.line, project: 'OS-212', code: '01-330', costType: '' }];
    await door.order('POST', '/recodes', { lines, reason: 'Taken at Ostrand, profile 4', acceptWarnings: true });
  }
  const rule = { code: 'PLANT', name: 'Plant hire at Garrow', supplier: 'TARNPIKE', words: 'garrow' };
  await door.order('POST', '/records/coding-rule', {
    fields: { ...rule, account: '5010', project: 'GC-214', phase: 'A', costCode: '01-520', costType: '' },
  });
}

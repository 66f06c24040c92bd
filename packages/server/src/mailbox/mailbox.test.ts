import { BLANK_ORDER_ROW } from '@lowtide/core/documents/order/form.ts';
import { expect, test } from 'vitest';
import { BLANK_BILL, billSheet, post, smallCompany, type TestApp } from '../small-company.test.support.ts';
import { LINE, orderSheet } from '../orders.test.support.ts';

const company = smallCompany();

interface Messages {
  readonly rows: readonly {
    readonly id: number;
    readonly number: string;
    readonly isUsable: boolean;
    readonly problems: readonly { readonly kind: string }[];
    readonly unmatched: readonly { readonly kind: string }[];
  }[];
}
const waiting = async (app: TestApp) => (await app.ask<Messages>('/supplier-messages')).rows;
const ubl = async (app: TestApp, document: number | undefined) =>
  (await fetch(`${app.address}/api/documents/${document}/ubl.xml`)).text();

/** A bill of the order as its supplier would send it: written by another company's books. */
async function billOf(app: TestApp, change: (xml: string) => string = (xml) => xml): Promise<string> {
  const sheet = billSheet({
    ...BLANK_BILL,
    supplier: 'STONE',
    number: 'E-1',
    datedOn: '2027-01-20',
    order: 'PO-0001/1',
    quantity: '40',
  });
  const [bill] = await post(app, '2027-01', sheet);
  const xml = await ubl(app, bill?.id);
  await app.order('POST', `/documents/${bill?.id}/reversal`, { postedOn: '2027-01-31', reason: 'Only written' });
  return change(xml);
}

test('a bill that comes in waits, becomes rows against its order, and its paper stays with the bill', async () => {
  const app = await company.open();
  await post(app, '2027-01', orderSheet(LINE));
  const xml = await billOf(app);
  await app.order('POST', '/supplier-messages', { name: 'E-1.xml', xml });
  const [message] = await waiting(app);
  expect(message).toMatchObject({ number: 'E-1', isUsable: true, problems: [], unmatched: [] });
  const { draft } = await app.order<{ draft: number }>('POST', `/supplier-messages/${message?.id}/sheet`, {});
  const kept = await app.ask<{ version: number; sheet: { rows: { order: string; quantity: string; net: string }[] } }>(
    `/drafts/${draft}?month=2027-01`,
  );
  expect(kept.sheet.rows).toMatchObject([{ order: 'PO-0001/1', quantity: '40', net: '3200.00' }]);
  const posting = { month: '2027-01', version: kept.version, acceptWarnings: true };
  const { documents } = await app.order<{ documents: { id: number }[] }>('POST', `/drafts/${draft}/posting`, posting);
  const { rows } = await app.ask<{ rows: { name: string }[] }>(`/attachments?about=document&id=${documents[0]?.id}`);
  expect(rows).toMatchObject([{ name: 'E-1.xml' }]);
  expect(await waiting(app)).toEqual([]);
  expect(await app.refused('POST', '/supplier-messages', { name: 'again.xml', xml })).toEqual(['xml file-seen']);
  await app.close();
});

test('a bill that was posted before says so although nothing else of it is known', async () => {
  const app = await company.open();
  await post(app, '2027-01', orderSheet(LINE));
  const xml = await billOf(app, (text) => text.replaceAll('>PO-0001<', '><'));
  const before = { supplier: 'STONE', number: 'e-1', datedOn: '2027-01-20', project: 'GATE', code: 'A/31-250' };
  await post(app, '2027-01', billSheet({ ...BLANK_BILL, ...before, net: '10' }));
  await app.order('POST', '/supplier-messages', { name: 'E-1.xml', xml });
  const [message] = await waiting(app);
  expect(message?.unmatched.map(({ kind }) => kind)).toEqual(['duplicate-bill', 'has-open-orders']);
  await app.close();
});

test.each([
  {
    case: 'an unknown order',
    change: (xml: string) => xml.replaceAll('>PO-0001<', '>PO-0099<'),
    kinds: ['unknown-code'],
    usable: true,
  },
  {
    case: 'another company',
    change: (xml: string) => xml.replaceAll('Test Works', 'Marl Reach'),
    kinds: ['other-company'],
    usable: false,
  },
  {
    case: 'another currency',
    change: (xml: string) => xml.replace('Code>USD<', 'Code>EUR<'),
    kinds: ['other-currency'],
    usable: false,
  },
  { case: 'no XML', change: () => 'Dear sirs', kinds: ['ubl-unreadable'], usable: false },
])('a bill of $case says so and posts nothing', async ({ change, kinds, usable }) => {
  const app = await company.open();
  await post(app, '2027-01', orderSheet(LINE));
  const { id } = await app.order<{ id: number }>('POST', '/supplier-messages', {
    name: 'x.xml',
    xml: await billOf(app, change),
  });
  const [message] = await waiting(app);
  expect(message?.isUsable).toBe(usable);
  expect([...(message?.problems ?? []), ...(message?.unmatched ?? [])].map(({ kind }) => kind)).toEqual(
    expect.arrayContaining(kinds),
  );
  if (!usable) expect((await app.send('POST', `/supplier-messages/${id}/sheet`, {})).status).toBe(422);
  expect(await app.refused('POST', `/supplier-messages/${id}/dropping`, { reason: '' })).toEqual(['reason missing']);
  await app.order('POST', `/supplier-messages/${id}/dropping`, { reason: 'Sent back' });
  expect(await app.refused('POST', `/supplier-messages/${id}/sheet`, {})).toEqual(['message-settled']);
  await app.close();
});

test('an order goes out as UBL with its lines and totals', async () => {
  const app = await company.open();
  await post(app, '2027-01', orderSheet(LINE));
  const xml = await ubl(app, 1);
  for (const part of [
    '<Order ',
    'PO-0001',
    '<cbc:Quantity unitCode="t">100</cbc:Quantity>',
    '>8000.00</cbc:PayableAmount>',
  ])
    expect(xml).toContain(part);
  await app.close();
});

test('a bill of two orders and two projects goes out and comes back the same', async () => {
  const app = await company.open();
  await post(app, '2027-01', orderSheet(LINE, BLANK_ORDER_ROW, { ...LINE, project: 'DUNE', code: '31-250' }));
  const next = { ...BLANK_BILL, supplier: '' };
  const typed = billSheet(
    { ...BLANK_BILL, supplier: 'STONE', number: 'E-1', datedOn: '2027-01-20', order: 'PO-0001/1', quantity: '40' },
    { ...next, order: 'PO-0002/1', quantity: '10' },
    { ...next, project: 'DUNE', code: '31-100', costType: 'labor', net: '250.00', text: 'Setting' },
    { ...next, code: '6100', net: '75.00', text: 'Yard' },
  );
  const [bill] = await post(app, '2027-01', typed);
  const xml = await ubl(app, bill?.id);
  await app.order('POST', `/documents/${bill?.id}/reversal`, { postedOn: '2027-01-31', reason: 'Only written' });
  await app.order('POST', '/supplier-messages', { name: 'E-1.xml', xml });
  const [message] = await waiting(app);
  const { draft } = await app.order<{ draft: number }>('POST', `/supplier-messages/${message?.id}/sheet`, {});
  const { sheet } = await app.ask<{ sheet: { rows: Record<string, string>[] } }>(`/drafts/${draft}?month=2027-01`);
  const cells = ['order', 'quantity', 'project', 'code', 'costType', 'net', 'text'] as const;
  expect(sheet.rows.map((row) => cells.map((cell) => row[cell]))).toEqual([
    ['PO-0001/1', '40', '', '', '', '3200.00', 'Armor stone'],
    ['PO-0002/1', '10', '', '', '', '800.00', 'Armor stone'],
    ['', '', 'DUNE', '31-100', 'labor', '250.00', 'Setting'],
    ['', '', '', '6100', '', '75.00', 'Yard'],
  ]);
  await app.close();
});

test('a bill on a sheet that is thrown away waits again; a dropped one is seen, and taken back', async () => {
  const app = await company.open();
  await post(app, '2027-01', orderSheet(LINE));
  await app.order('POST', '/supplier-messages', { name: 'E-1.xml', xml: await billOf(app) });
  const [message] = await waiting(app);
  const { draft } = await app.order<{ draft: number }>('POST', `/supplier-messages/${message?.id}/sheet`, {});
  expect(await waiting(app)).toEqual([]);
  await app.order('DELETE', `/drafts/${draft}`, {});
  expect(await waiting(app)).toMatchObject([{ id: message?.id }]);
  await app.order('POST', `/supplier-messages/${message?.id}/dropping`, { reason: 'Not ours' });
  const dropped = await app.ask<{ rows: object[] }>('/supplier-messages?show=dropped');
  expect(dropped.rows).toMatchObject([{ id: message?.id, reason: 'Not ours' }]);
  await app.order('POST', `/supplier-messages/${message?.id}/taking-back`, {});
  expect(await waiting(app)).toMatchObject([{ id: message?.id, reason: '' }]);
  expect(await app.refused('POST', `/supplier-messages/${message?.id}/taking-back`, {})).toEqual(['message-settled']);
  await app.close();
});

test('the same paper comes in again once whoever sends it says so', async () => {
  const app = await company.open();
  await post(app, '2027-01', orderSheet(LINE));
  const message = { name: 'E-1.xml', xml: await billOf(app) };
  await app.order('POST', '/supplier-messages', message);
  expect(await app.refused('POST', '/supplier-messages', message)).toEqual(['xml file-seen']);
  await app.order('POST', '/supplier-messages', { ...message, again: true });
  expect(await waiting(app)).toHaveLength(2);
  await app.close();
});

test.each([
  { case: 'tags that never end', xml: '<a'.repeat(80_000) },
  {
    case: 'attributes without end',
    xml: `<Invoice ${Array.from({ length: 60_000 }, (_, at) => `a${at}="1"`).join(' ')}/>`,
  },
  { case: 'elements without end', xml: `<Invoice>${'<b></b>'.repeat(100_000)}</Invoice>` },
])('$case: refused at the first look, and others are answered meanwhile', { timeout: 30_000 }, async ({ xml }) => {
  const app = await company.open();
  const taken = app.order('POST', '/supplier-messages', { name: 'x.xml', xml });
  expect((await app.send('GET', '/frame')).status).toBe(200);
  await taken;
  const [message] = await waiting(app);
  expect(message).toMatchObject({ isUsable: false, problems: [{ kind: 'ubl-unreadable' }] });
  await app.close();
});

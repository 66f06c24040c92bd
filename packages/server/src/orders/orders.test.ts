import { BLANK_ORDER_ROW, type OrderRow } from '@lowtide/core/documents/order/form.ts';
import { describe, expect, test } from 'vitest';
import { post, smallCompany } from '../small-company.test.support.ts';
import {
  accrues,
  balanceOf,
  billed,
  goods,
  LINE,
  more,
  orderSheet,
  stoneOf,
  tied,
  type Detail,
} from '../orders.test.support.ts';

const company = smallCompany();

describe('an order', () => {
  test('commits its cost to the very budget line, and posts nothing', async () => {
    const app = await company.open();
    expect(await post(app, '2027-01', orderSheet(LINE))).toMatchObject([{ number: 'PO-0001' }]);
    // Budget 50,000.00; ordered 100 t × 80.00 = 8,000.00.
    expect(await stoneOf(app)).toEqual([0, 800_000, 4_200_000, 5_000_000]);
    expect(await balanceOf(app, '2010')).toBe(0);
    const order = await app.ask<Detail>('/orders/1');
    expect(order).toMatchObject({ version: 1, isOpen: true, committedCents: 800_000 });
    expect(order.lines).toMatchObject([{ project: 'GATE', coding: 'A/31-250 material', openQuantity: 1_000_000 }]);
    await app.close();
  });

  test('lines typed without numbers belong to the order above, a blank row begins the next', async () => {
    const app = await company.open();
    const sheet = orderSheet(
      LINE,
      more({ project: '', code: '6100', quantity: '', unit: '', price: '', net: '500' }),
      BLANK_ORDER_ROW,
      LINE,
    );
    expect((await post(app, '2027-01', sheet)).map(({ number }) => number)).toEqual(['PO-0001', 'PO-0002']);
    expect((await app.ask<Detail>('/orders/1')).lines).toMatchObject([
      { netCents: 800_000 },
      { project: '', coding: '6100 Rent and yard', netCents: 50_000 },
    ]);
    await app.close();
  });

  test('is as it was in an earlier month, and as it was once known', async () => {
    const app = await company.open();
    await post(app, '2027-01', orderSheet(LINE));
    app.setToday('2027-02-15');
    await post(
      app,
      '2027-02',
      orderSheet({ ...LINE, number: 'PO-0001', line: '1', datedOn: '2027-02-10', quantity: '150' }),
    );
    expect((await stoneOf(app)).slice(0, 2)).toEqual([0, 800_000]);
    expect((await stoneOf(app, '2027-02')).slice(0, 2)).toEqual([0, 1_200_000]);
    expect((await stoneOf(app, '2027-02', '2027-01-31T12:00:00.000Z')).slice(0, 2)).toEqual([0, 800_000]);
    await app.close();
  });

  test('changed, both versions stay readable with what differs; a line may go and one may come', async () => {
    const app = await company.open();
    await post(app, '2027-01', orderSheet(LINE, more({ text: 'Filter stone', quantity: '10', price: '30' })));
    const { sheet } = await app.ask<{ sheet: { rows: OrderRow[] } }>('/orders/1/sheet');
    expect(sheet.rows.map(({ line, quantity, price }) => [line, quantity, price])).toEqual([
      ['1', '100', '80.00'],
      ['2', '10', '30.00'],
    ]);
    const rows = [
      { ...sheet.rows[0], quantity: '120', price: '82.50' },
      more({ text: 'Geotextile', quantity: '5', price: '100' }),
    ];
    expect(await post(app, '2027-01', { kind: 'orders', rows })).toMatchObject([{ number: 'PO-0001 v2' }]);
    const order = await app.ask<Detail>('/orders/1');
    // 120 × 82.50 + 5 × 100.00.
    expect(order).toMatchObject({ version: 2, committedCents: 990_000 + 50_000 });
    expect(order.versions.map(({ number, differences }) => [number, differences.map(({ what }) => what)])).toEqual([
      ['PO-0001', []],
      ['PO-0001 v2', ['Quantity', 'Price', 'Net', 'Taken out', 'New line']],
    ]);
    await app.close();
  });

  test('goes to the site of its project unless another address is typed', async () => {
    const app = await company.open();
    const { rows } = await app.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
      '/records/project',
    );
    const gate = rows.find(({ fields }) => fields['code'] === 'GATE');
    await app.order('PUT', `/records/project/${gate?.id}`, {
      version: gate?.version,
      fields: { ...gate?.fields, siteAddress: 'Old lock road' },
    });
    await post(app, '2027-01', orderSheet(LINE, BLANK_ORDER_ROW, { ...LINE, deliverTo: 'Yard 2' }));
    expect((await app.ask<Detail>('/orders/1')).deliverTo).toBe('Old lock road');
    expect((await app.ask<Detail>('/orders/2')).deliverTo).toBe('Yard 2');
    const pdf = await fetch(`${app.address}/api/orders/1.pdf`);
    expect([pdf.status, pdf.headers.get('content-type')]).toEqual([200, 'application/pdf']);
    await app.close();
  });

  test('over its budget line warns with what was left', async () => {
    const app = await company.open();
    const draft = await app.order<{ preview: { warnings: { message: string }[] } }>('POST', '/drafts', {
      ...{ month: '2027-01', sheet: orderSheet({ ...LINE, quantity: '700' }) },
    });
    expect(draft.preview.warnings.map(({ message }) => message)).toEqual([
      'A/31-250 material goes over its budget of 50,000.00: 56,000.00 with this, and 50,000.00 was left.',
    ]);
    await app.close();
  });

  test('is closed short: nothing more is expected, and what came stays', async () => {
    const app = await company.open();
    await post(app, '2027-01', orderSheet(LINE));
    await post(app, '2027-01', goods('2027-01-15', { line: 'PO-0001/1', quantity: '60' }));
    await app.order('POST', '/orders/1/closing', { datedOn: '2027-01-20', reason: 'The quarry has no more' });
    expect((await app.ask<Detail>('/orders/1')).lines).toMatchObject([
      { quantity: 600_000, receivedQuantity: 600_000, openQuantity: 0, committedCents: 0 },
    ]);
    expect(await app.ask<Detail>('/orders/1')).toMatchObject({ isOpen: false, committedCents: 0 });
    expect(await app.refused('POST', '/orders/1/closing', { datedOn: '', reason: 'Again' })).toEqual([
      'nothing-to-close',
    ]);
    await app.close();
  });

  test('is closed for a locked month from the first open day, once that is accepted', async () => {
    const app = await company.open();
    await post(app, '2027-01', orderSheet(LINE));
    app.setToday('2027-02-15');
    await app.order('PUT', '/month-lock', { through: '2027-01', reason: 'Done' });
    const closing = { datedOn: '2027-01-20', reason: 'No more' };
    expect(await app.refused('POST', '/orders/1/closing', closing)).toEqual(['datedOn month-locked']);
    await app.order('POST', '/orders/1/closing', { ...closing, acceptWarnings: true });
    expect((await stoneOf(app))[1]).toBe(800_000);
    expect((await stoneOf(app, '2027-02'))[1]).toBe(0);
    await app.close();
  });

  test('that was reversed is none in what happened on its project', async () => {
    const app = await company.open();
    await post(app, '2027-01', orderSheet(LINE));
    await app.order('POST', '/documents/1/reversal', { postedOn: '2027-01-31', reason: 'Twice' });
    const { rows, totals } = await app.ask<{ rows: { orderedCents: number }[]; totals: { orderedCents: number } }>(
      '/project-activity?through=2027-01&project=1',
    );
    expect(rows.map(({ orderedCents }) => orderedCents)).toEqual([-800_000, 800_000]);
    expect(totals.orderedCents).toBe(0);
    await app.close();
  });

  test('is reversed while nothing was received, and not after', async () => {
    const app = await company.open();
    await post(app, '2027-01', orderSheet(LINE, BLANK_ORDER_ROW, LINE));
    await post(app, '2027-01', goods('2027-01-15', { line: 'PO-0001/1', quantity: '60' }));
    const reversal = { postedOn: '2027-01-31', reason: 'Ordered twice' };
    expect(await app.refused('POST', '/documents/1/reversal', reversal)).toEqual(['received-first']);
    await app.order('POST', '/documents/2/reversal', reversal);
    expect((await stoneOf(app)).slice(0, 2)).toEqual([0, 800_000]);
    expect(await app.refused('GET', '/orders/2', undefined)).toEqual(['not-there']);
    await app.close();
  });
});

describe('goods received', () => {
  test('post nothing where the company does not accrue, and authorize the bill', async () => {
    const app = await company.open();
    await post(app, '2027-01', orderSheet(LINE));
    expect(await post(app, '2027-01', goods('2027-01-15', { line: 'PO-0001', quantity: '60' }))).toMatchObject([
      { number: 'GR-0001' },
    ]);
    expect(await balanceOf(app, '2030')).toBe(0);
    expect((await app.ask<Detail>('/orders/1')).lines).toMatchObject([
      { receivedQuantity: 600_000, openQuantity: 400_000 },
    ]);
    await app.close();
  });

  test('are cost at once at the order’s price where it does, held until they are billed', async () => {
    const app = await company.open();
    await accrues(app);
    await post(app, '2027-01', orderSheet(LINE));
    await post(app, '2027-01', goods('2027-01-15', { line: 'PO-0001/1', quantity: '60' }));
    // 60 × 80.00 is cost; 40 × 80.00 is still committed.
    expect(await stoneOf(app)).toEqual([480_000, 320_000, 4_200_000, 5_000_000]);
    expect(await balanceOf(app, '2030')).toBe(-480_000);
    // Billed at 81.00: 60.00 more than was accrued.
    await post(app, '2027-01', billed('B-1', { order: 'PO-0001/1', quantity: '60', net: '4,860.00' }));
    expect((await stoneOf(app)).slice(0, 2)).toEqual([486_000, 320_000]);
    expect(await balanceOf(app, '2030')).toBe(0);
    expect(await balanceOf(app, '2010')).toBe(-486_000);
    expect(await tied(app)).toEqual([]);
    await app.close();
  });

  test('keep the price of their own day: a later price revalues nothing', async () => {
    const app = await company.open();
    await accrues(app);
    await post(app, '2027-01', orderSheet(LINE));
    await post(app, '2027-01', goods('2027-01-15', { line: 'PO-0001/1', quantity: '60' }));
    const dearer = { ...LINE, number: 'PO-0001', line: '1', datedOn: '2027-01-18', price: '90' };
    await post(app, '2027-01', orderSheet(dearer));
    await post(app, '2027-01', goods('2027-01-20', { line: 'PO-0001/1', quantity: '10' }));
    // 60 × 80.00, and 10 × 90.00 more; 30 × 90.00 are still committed.
    expect((await stoneOf(app)).slice(0, 2)).toEqual([570_000, 270_000]);
    // What came before the new price and is told later has the old one: 5 × 80.00.
    await post(app, '2027-01', goods('2027-01-16', { line: 'PO-0001/1', quantity: '5' }));
    expect((await stoneOf(app)).slice(0, 2)).toEqual([610_000, 225_000]);
    // 65 at 80.00 and 5 of those at 90.00 are billed at 85.00: 5,650.00 was accrued, 5,950.00 is cost.
    await post(app, '2027-01', billed('B-1', { order: 'PO-0001/1', quantity: '70', net: '5,950.00' }));
    expect((await stoneOf(app)).slice(0, 2)).toEqual([640_000, 225_000]);
    expect(await balanceOf(app, '2030')).toBe(-45_000);
    expect(await tied(app)).toEqual([]);
    await app.close();
  });

  test('are committed in units at the order’s price, whatever was billed for them', async () => {
    const app = await company.open();
    await accrues(app);
    await post(app, '2027-01', orderSheet({ ...LINE, quantity: '200', price: '45' }));
    await post(app, '2027-01', goods('2027-01-15', { line: 'PO-0001/1', quantity: '120' }));
    await post(app, '2027-01', billed('B-1', { order: 'PO-0001/1', quantity: '60', net: '2,745.00' }));
    // 200 − 60 billed − 60 accrued = 80, at 45.00.
    expect((await stoneOf(app)).slice(0, 2)).toEqual([544_500, 360_000]);
    await post(app, '2027-01', goods('2027-01-16', { line: 'PO-0001/1', quantity: '80' }));
    await post(app, '2027-01', billed('B-2', { order: 'PO-0001/1', quantity: '140', net: '6,405.00' }));
    expect((await stoneOf(app)).slice(0, 2)).toEqual([915_000, 0]);
    expect(await tied(app)).toEqual([]);
    await app.close();
  });

  test('of a day after their bill leave nothing below zero in between', async () => {
    const app = await company.open();
    await accrues(app);
    await post(app, '2027-01', orderSheet(LINE));
    app.setToday('2027-02-15');
    await post(app, '2027-02', goods('2027-02-10', { line: 'PO-0001/1', quantity: '60' }));
    const [bill] = await post(app, '2027-01', billed('B-1', { order: 'PO-0001/1', quantity: '60', net: '4,860.00' }));
    const received = async (through: string) =>
      (await app.ask<{ total: { amountCents: number } }>(`/received-not-billed?through=${through}`)).total.amountCents;
    const account = async (through: string) =>
      (
        await app.ask<{ rows: { code: string; balance: { amountCents: number } }[] }>(
          `/trial-balance?through=${through}&span=all`,
        )
      ).rows.find(({ code }) => code === '2030')?.balance.amountCents ?? 0;
    // Cost on the bill's own day, in January; in February the receipt's accrual comes and goes.
    expect((await stoneOf(app)).slice(0, 1)).toEqual([486_000]);
    expect([await received('2027-01'), await account('2027-01')]).toEqual([0, 0]);
    expect((await stoneOf(app, '2027-02')).slice(0, 2)).toEqual([486_000, 320_000]);
    expect([await received('2027-02'), await account('2027-02')]).toEqual([0, 0]);
    expect(await tied(app)).toEqual([]);
    await app.order('POST', `/documents/${bill?.id}/reversal`, { postedOn: '2027-02-20', reason: 'Not ours' });
    expect([await received('2027-02'), await account('2027-02')]).toEqual([480_000, -480_000]);
    expect(await tied(app)).toEqual([]);
    await app.close();
  });

  test('cost the same in any order of receipt and bill', async () => {
    const app = await company.open();
    await accrues(app);
    await post(app, '2027-01', orderSheet(LINE));
    await post(app, '2027-01', billed('B-1', { order: 'PO-0001/1', quantity: '60', net: '4,860.00' }));
    expect((await stoneOf(app)).slice(0, 1)).toEqual([486_000]);
    await post(app, '2027-01', goods('2027-01-25', { line: 'PO-0001/1', quantity: '80' }));
    // 20 t beyond what is billed are accrued: 1,600.00.
    expect((await stoneOf(app)).slice(0, 1)).toEqual([646_000]);
    expect(await balanceOf(app, '2030')).toBe(-160_000);
    expect(await tied(app)).toEqual([]);
    await app.close();
  });

  test('are not taken back once their bill is there', async () => {
    const app = await company.open();
    await accrues(app);
    await post(app, '2027-01', orderSheet(LINE));
    const [receipt] = await post(app, '2027-01', goods('2027-01-15', { line: 'PO-0001/1' }));
    const [bill] = await post(app, '2027-01', billed('B-1', { order: 'PO-0001/1' }));
    const reversal = { postedOn: '2027-01-31', reason: 'Wrong site' };
    expect(await app.refused('POST', `/documents/${receipt?.id}/reversal`, reversal)).toEqual(['billed-first']);
    await app.order('POST', `/documents/${bill?.id}/reversal`, reversal);
    expect(await balanceOf(app, '2030')).toBe(-800_000);
    await app.order('POST', `/documents/${receipt?.id}/reversal`, reversal);
    expect(await balanceOf(app, '2030')).toBe(0);
    expect((await stoneOf(app)).slice(0, 2)).toEqual([0, 800_000]);
    expect(await tied(app)).toEqual([]);
    await app.close();
  });
});

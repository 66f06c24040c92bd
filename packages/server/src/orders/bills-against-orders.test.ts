import { BLANK_ORDER_ROW } from '@lowtide/core/documents/order/form.ts';
import { describe, expect, test } from 'vitest';
import { billSheet, BLANK_BILL, post, smallCompany } from '../small-company.test.support.ts';
import {
  accrues,
  balanceOf,
  billed,
  LINE,
  orderSheet,
  stoneOf,
  tied,
  type Budget,
  type Detail,
} from '../orders.test.support.ts';

const company = smallCompany();

describe('a bill against an order', () => {
  test('takes its coding, quantity, price and text from the line', async () => {
    const app = await company.open();
    await post(app, '2027-01', orderSheet(LINE));
    await post(app, '2027-01', billed('B-1', { order: 'PO-0001/1' }));
    expect((await stoneOf(app)).slice(0, 2)).toEqual([800_000, 0]);
    expect(await app.ask<Detail>('/orders/1')).toMatchObject({ isOpen: true, lines: [{ billedQuantity: 1_000_000 }] });
    await app.close();
  });

  test('dearer or more than agreed is warned of and refused by the limits of the company', async () => {
    const app = await company.open();
    await accrues(app, {
      accruesOnReceipt: false,
      quantityTolerance: { warnMillionths: 0, refuseMillionths: 50_000 },
      priceTolerance: { warnMillionths: 10_000, refuseMillionths: 30_000 },
    });
    await post(app, '2027-01', orderSheet(LINE));
    const said = async (quantity: string, net: string) => {
      const { preview } = await app.order<{
        preview: { problems: { kind: string; message: string }[]; warnings: { kind: string; message: string }[] };
      }>('POST', '/drafts', { month: '2027-01', sheet: billed('B-1', { order: 'PO-0001/1', quantity, net }) });
      return [preview.problems.map(({ kind }) => kind), preview.warnings.map(({ kind }) => kind)];
    };
    expect(await said('100', '8,000.00')).toEqual([[], []]);
    // 1 % is tolerated, 2 % warned of, 3.75 % refused.
    expect(await said('100', '8,080.00')).toEqual([[], []]);
    expect(await said('100', '8,160.00')).toEqual([[], ['over-price']]);
    expect(await said('100', '8,300.00')).toEqual([['over-price'], []]);
    // 4 % more than ordered is warned of, 6 % refused.
    expect(await said('104', '8,320.00')).toEqual([[], ['over-ordered']]);
    expect(await said('106', '8,480.00')).toEqual([['over-ordered'], []]);
    // 10 t at 80.00 come to 800.00.
    expect(await said('10', '80.00')).toEqual([[], ['digit-off']]);
    expect(await said('10', '90.00')).toEqual([[], []]);
    expect(await said('10', '400.00')).toEqual([[], []]);
    await app.close();
  });

  test('whose amount has a digit more than is open of an amount is pointed out; a tenth is a first part', async () => {
    const app = await company.open();
    await post(app, '2027-01', orderSheet({ ...LINE, quantity: '', unit: '', price: '', net: '2,000.00' }));
    const said = async (net: string) => {
      const { preview } = await app.order<{ preview: { warnings: { kind: string; message: string }[] } }>(
        ...(['POST', '/drafts', { month: '2027-01', sheet: billed('B-1', { order: 'PO-0001/1', net }) }] as const),
      );
      return preview.warnings.map(({ kind }) => kind);
    };
    expect(await said('20,000.00')).toEqual(['over-ordered', 'digit-off']);
    expect(await said('200.00')).toEqual([]);
    await app.close();
  });

  test('of an amount that the supplier billed on that day before is pointed out, and does not block', async () => {
    const app = await company.open();
    const like = (number: string) => billed(number, { project: 'GATE', code: 'A/31-250', net: '750.00' });
    await post(app, '2027-01', like('B-1'));
    const draft = { month: '2027-01', sheet: like('B-2') };
    const { preview } = await app.order<{ preview: { problems: object[]; warnings: { message: string }[] } }>(
      'POST',
      '/drafts',
      draft,
    );
    expect(preview.problems).toEqual([]);
    expect(preview.warnings.map(({ message }) => message)).toEqual([
      'Norsand Quarry billed 750.00 on 20 Jan 2027 before, under another number. The same bill twice?',
    ]);
    await app.close();
  });

  test('of several orders, with freight spread by amount to the cent', async () => {
    const app = await company.open();
    await post(
      app,
      '2027-01',
      orderSheet(LINE, BLANK_ORDER_ROW, { ...LINE, project: 'DUNE', code: '31-250', quantity: '50', price: '40' }),
    );
    const next = { ...BLANK_BILL, supplier: '' };
    await post(app, '2027-01', {
      ...billSheet(
        { ...BLANK_BILL, supplier: 'STONE', number: 'B-1', datedOn: '2027-01-20', order: 'PO-0001/1' },
        { ...next, order: 'PO-0002/1' },
        { ...next, net: '100.01', text: 'Freight', spread: 'amount' },
      ),
    });
    // 100.01 by 8,000.00 and 2,000.00: 80.01 and 20.00.
    expect((await stoneOf(app)).slice(0, 1)).toEqual([808_001]);
    const { budget } = await app.ask<Budget>('/projects/2?through=2027-01');
    expect(budget[0]?.actual.amountCents).toBe(202_000);
    expect(await balanceOf(app, '2010')).toBe(-1_010_001);
    await app.close();
  });

  test('of a subcontract withholds what was agreed, on an account of its own', async () => {
    const app = await company.open();
    const item = { ...LINE, quantity: '', unit: '', price: '', net: '20,000.00', retention: '10', costType: 'sub' };
    expect(await post(app, '2027-01', { kind: 'subcontracts', rows: [item] })).toMatchObject([{ number: 'SC-0001' }]);
    const [bill] = await post(app, '2027-01', billed('A-1', { order: 'SC-0001/1', net: '5,000.00' }));
    expect([await balanceOf(app, '2010'), await balanceOf(app, '2020')]).toEqual([-450_000, -50_000]);
    const { document } = await app.ask<{ document: { grossCents: number; openCents: number } }>(
      `/documents/${bill?.id}`,
    );
    expect(document).toMatchObject({ grossCents: 500_000, openCents: 450_000 });
    expect(await app.ask<Detail>('/orders/1')).toMatchObject({ committedCents: 1_500_000 });
    expect(await tied(app)).toEqual([]);
    await app.order('POST', `/documents/${bill?.id}/reversal`, { postedOn: '2027-01-31', reason: 'Not done' });
    expect([await balanceOf(app, '2010'), await balanceOf(app, '2020')]).toEqual([0, 0]);
    expect(await tied(app)).toEqual([]);
    await app.close();
  });

  test('of two subcontracts and a purchase order withholds under each subcontract at its own percent', async () => {
    const app = await company.open();
    const item = { ...LINE, quantity: '', unit: '', price: '', net: '20,000.00', costType: 'sub' };
    await post(app, '2027-01', orderSheet(LINE));
    await post(app, '2027-01', {
      kind: 'subcontracts',
      rows: [{ ...item, retention: '10' }, BLANK_ORDER_ROW, { ...item, retention: '5' }],
    });
    const next = { ...BLANK_BILL, supplier: '' };
    const lines = [
      { ...next, order: 'SC-0001/1', net: '5,000.00' },
      { ...next, order: 'SC-0002/1', net: '3,000.00' },
    ];
    const first = { ...BLANK_BILL, supplier: 'STONE', number: 'A-1', datedOn: '2027-01-20', order: 'PO-0001/1' };
    await post(app, '2027-01', billSheet(first, ...lines));
    const withheld = async () => {
      const held: number[] = [];
      for (const id of [1, 2, 3]) held.push((await app.ask<{ retainedCents: number }>(`/orders/${id}`)).retainedCents);
      return held;
    };
    expect(await withheld()).toEqual([0, 50_000, 15_000]);
    // 8 % typed of 2,000.00 and 1,000.00: 240.00, split by the lines.
    await post(
      app,
      '2027-01',
      billSheet(
        { ...first, number: 'A-2', order: 'SC-0001/1', net: '2,000.00', retention: '8' },
        { ...next, order: 'SC-0002/1', net: '1,000.00' },
      ),
    );
    expect(await withheld()).toEqual([0, 66_000, 23_000]);
    expect(await balanceOf(app, '2020')).toBe(-89_000);
    expect(await tied(app)).toEqual([]);
    await app.close();
  });

  test.each([
    { case: 'nothing released', release: '', credit: '-4,000.00', kept: 60_000, owed: -900_000 + 360_000 },
    { case: 'most of it released', release: '600.00', credit: '-5,000.00', kept: 20_000, owed: -960_000 + 480_000 },
    { case: 'all released', release: '1,000.00', credit: '-5,000.00', kept: 0, owed: -1_000_000 + 500_000 },
  ])('credited takes back its share of what is still withheld, $case', async ({ release, credit, kept, owed }) => {
    const app = await company.open();
    const item = { ...LINE, quantity: '', unit: '', price: '', net: '20,000.00', retention: '10', costType: 'sub' };
    await post(app, '2027-01', { kind: 'subcontracts', rows: [item] });
    await post(app, '2027-01', billed('A-1', { order: 'SC-0001/1', net: '10,000.00' }));
    const released = { orderId: 1, datedOn: '2027-01-25', dueOn: '+30', amount: release };
    if (release !== '') await app.order('POST', '/retention-releases', released);
    // 1,000.00 less what was released, × credit ÷ 10,000.00; the rest lowers what is owed.
    await post(app, '2027-01', billed('C-1', { order: 'SC-0001/1', net: credit, datedOn: '2027-01-26' }));
    expect(await balanceOf(app, '2020')).toBe(kept === 0 ? 0 : -kept);
    expect(await balanceOf(app, '2010')).toBe(owed);
    const { retainedCents, against } = await app.ask<{ retainedCents: number; against: { kind: string }[] }>(
      '/orders/1',
    );
    expect(retainedCents).toBe(kept);
    expect(against.filter(({ kind }) => kind === 'retention-release')).toHaveLength(release === '' ? 0 : 1);
    expect(await tied(app)).toEqual([]);
    await app.close();
  });

  test('withheld under no subcontract never goes below zero either', async () => {
    const app = await company.open();
    const coded = { project: 'GATE', code: 'A/31-250', retention: '10' };
    await post(app, '2027-01', billed('A-1', { ...coded, net: '1,000.00' }));
    const credit = (number: string) => billed(number, { ...coded, net: '-800.00', datedOn: '2027-01-26' });
    await post(app, '2027-01', credit('C-1'));
    expect(await balanceOf(app, '2020')).toBe(-2_000);
    await post(app, '2027-01', credit('C-2'));
    expect([await balanceOf(app, '2020'), await balanceOf(app, '2010')]).toEqual([0, 60_000]);
    await app.close();
  });

  test('that names no order while the supplier has one open for the project is told so', async () => {
    const app = await company.open();
    await post(app, '2027-01', orderSheet(LINE));
    const sheet = billed('B-1', { project: 'GATE', code: 'A/31-250', net: '100' });
    const { preview } = await app.order<{ preview: { warnings: { kind: string }[] } }>('POST', '/drafts', {
      month: '2027-01',
      sheet,
    });
    expect(preview.warnings.map(({ kind }) => kind)).toEqual(['has-open-orders']);
    await app.close();
  });
});

describe('spend paid at once', () => {
  test('credits the bank, a card, or what is owed to the employee who paid; no payable', async () => {
    const app = await company.open();
    await app.order('POST', '/records/account', { fields: { code: '2500', name: 'Company card', type: 'liability' } });
    const spend = { project: 'GATE', code: 'A/31-250', net: '100' };
    const row = (paid: string, supplier = 'FUEL') => ({
      ...BLANK_BILL,
      ...spend,
      supplier,
      number: `R-${paid}`,
      datedOn: '2027-01-20',
      paid,
    });
    const documents = await post(app, '2027-01', billSheet(row('1010'), row('2500'), row('E1', '')));
    expect(documents.map(({ number }) => number)).toEqual(['SP-0001', 'SP-0002', 'SP-0003']);
    const balances = [];
    for (const account of ['1010', '2500', '2050', '2010']) balances.push(await balanceOf(app, account));
    expect(balances).toEqual([-10_000, -10_000, -10_000, 0]);
    expect(await tied(app)).toEqual([]);
    // Spend is corrected as bills are: its sheet opens again, also once it is reversed.
    const sheet = async () =>
      (await app.ask<{ sheet: { rows: { paid: string; net: string }[] } }>(`/documents/${documents[0]?.id}/sheet`))
        .sheet;
    expect((await sheet()).rows).toMatchObject([{ paid: '1010', net: '100' }]);
    await app.order('POST', `/documents/${documents[0]?.id}/reversal`, { postedOn: '', reason: 'Wrong' });
    expect((await sheet()).rows).toMatchObject([{ paid: '1010', net: '100' }]);
    await app.close();
  });
});

describe('what is withheld of a subcontract', () => {
  test('is released by a document of its own, owed then as a bill is, and never more than is withheld', async () => {
    const app = await company.open();
    const item = { ...LINE, quantity: '', unit: '', price: '', net: '20,000.00', retention: '10', costType: 'sub' };
    await post(app, '2027-01', { kind: 'subcontracts', rows: [item] });
    await post(app, '2027-01', billed('A-1', { order: 'SC-0001/1', net: '5,000.00' }));
    const release = { orderId: 1, datedOn: '2027-01-30', dueOn: '+30', amount: '' };
    expect(await app.refused('POST', '/retention-releases', { ...release, amount: '500.01' })).toEqual([
      'amount over-open-amount',
    ]);
    const released = await app.order<{ id: number; number: string }>('POST', '/retention-releases', release);
    expect(released.number).toBe('RR-0001');
    expect([await balanceOf(app, '2010'), await balanceOf(app, '2020')]).toEqual([-500_000, 0]);
    expect(await app.refused('POST', '/retention-releases', release)).toEqual(['amount number-not-positive']);
    const payment = { documentId: released.id, paidOn: '2027-01-31', amount: '500.00' };
    await app.order('POST', '/payments', payment);
    expect(await tied(app)).toEqual([]);
    await app.close();
  });
});

describe('a deposit paid to a supplier', () => {
  test('waits on an account of its own and is used up by bills', async () => {
    const app = await company.open();
    const deposit = await app.order<{ id: number; number: string }>('POST', '/supplier-deposits', {
      ...{ supplier: 'STONE', paidOn: '2027-01-10', amount: '1,000.00', text: 'Half of the stone' },
    });
    expect([await balanceOf(app, '1250'), await balanceOf(app, '1010')]).toEqual([100_000, -100_000]);
    const [bill] = await post(app, '2027-01', billed('B-1', { project: 'GATE', code: 'A/31-250', net: '800.00' }));
    const use = { documentId: bill?.id, creditId: deposit.id, appliedOn: '2027-01-25', amount: '' };
    const used = await app.order<{ id: number }>('POST', '/offsets', use);
    expect([await balanceOf(app, '1250'), await balanceOf(app, '2010')]).toEqual([20_000, 0]);
    const { document } = await app.ask<{ document: { openCents: number } }>(`/documents/${deposit.id}`);
    expect(document.openCents).toBe(-20_000);
    expect(await tied(app)).toEqual([]);
    await app.order('POST', `/documents/${used.id}/reversal`, { postedOn: '2027-01-31', reason: 'Wrong bill' });
    expect([await balanceOf(app, '1250'), await balanceOf(app, '2010')]).toEqual([100_000, -80_000]);
    expect(await tied(app)).toEqual([]);
    await app.close();
  });

  test.each([
    { case: 'of nothing', form: { amount: '0' }, said: ['amount number-not-positive'] },
    { case: 'to nobody', form: { supplier: 'NOBODY' }, said: ['supplier unknown-code'] },
    { case: 'on no day', form: { paidOn: 'soon' }, said: ['paidOn unreadable-day'] },
  ])('$case is refused at its field', async ({ form, said }) => {
    const app = await company.open();
    const good = { supplier: 'STONE', paidOn: '2027-01-10', amount: '1,000.00', text: '' };
    expect(await app.refused('POST', '/supplier-deposits', { ...good, ...form })).toEqual(said);
    await app.close();
  });
});

describe('a credit note against a bill', () => {
  test('is proposed with every line turned, and gives the order its units back', async () => {
    const app = await company.open();
    await post(app, '2027-01', orderSheet(LINE));
    const [bill] = await post(app, '2027-01', billed('B-1', { order: 'PO-0001/1' }));
    const { sheet } = await app.ask<{ sheet: { rows: (typeof BLANK_BILL)[] } }>(`/documents/${bill?.id}/credit-sheet`);
    const [row = BLANK_BILL] = sheet.rows;
    expect(row).toMatchObject({ supplier: 'STONE', number: '', net: '-8000.00', quantity: '-100' });
    const [credit] = await post(app, '2027-01', { ...sheet, rows: [{ ...row, number: 'C-1' }] });
    expect((await stoneOf(app)).slice(0, 2)).toEqual([0, 800_000]);
    const applied = { creditId: credit?.id, documentId: bill?.id, appliedOn: '2027-01-31', amount: '8,000.00' };
    await app.order('POST', '/offsets', applied);
    expect(await balanceOf(app, '2010')).toBe(0);
    expect(await tied(app)).toEqual([]);
    await app.close();
  });
});

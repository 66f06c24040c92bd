import { BLANK_ORDER_ROW } from './order/form.ts';
import { NO_SCOPE } from './kind-of-sheet.ts';
import { describe, expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { DOCUMENT_KIND_NAMES, kindOf, settledKinds } from './kinds.ts';
import { PAYROLL_SHEET } from './payroll/sheet.ts';
import { isFigure } from './sheet-column.ts';
import { Sheet, SHEET_KINDS, sheetKind } from './sheets.ts';

const WEDNESDAY = isoDate('2027-03-31');
const DAYS = { near: WEDNESDAY, order: 'month first' } as const;

describe('every kind of sheet', () => {
  test.each(SHEET_KINDS)('%s begins blank on a day, in the form that the API takes', (kind) => {
    const blank = sheetKind(kind).blank(WEDNESDAY);
    expect(Sheet.parse(blank)).toEqual(blank);
    expect(blank).toMatchObject({ kind, rows: [] });
  });

  test.each(SHEET_KINDS)('%s has columns that fill its width, each with a head of its own', (kind) => {
    const columns = sheetKind(kind).columns(sheetKind(kind).blank(WEDNESDAY));
    expect(new Set(columns.map(({ head }) => head)).size).toBe(columns.length);
    const width = columns.reduce((all, column) => all + column.width, 0);
    expect(width).toBeGreaterThan(95);
    expect(width).toBeLessThanOrEqual(100);
  });

  test('hours begin on the Monday of the week, journals on the day', () => {
    expect(sheetKind('hours').blank(WEDNESDAY)).toMatchObject({ weekOn: '2027-03-29' });
    expect(sheetKind('journal').blank(WEDNESDAY)).toMatchObject({ datedOn: '2027-03-31', text: '' });
    expect(sheetKind('bills').blank(WEDNESDAY)).toMatchObject({ controlTotal: '' });
  });

  test('a kept sheet is called by what tells it from others', () => {
    expect(sheetKind('bills').nameOf(sheetKind('bills').blank(WEDNESDAY), 7)).toContain('7');
    expect(sheetKind('hours').nameOf(sheetKind('hours').blank(WEDNESDAY), 7)).toMatch(/29|Mar/);
    const journal = Sheet.parse({ kind: 'journal', datedOn: '', text: 'Rent of April', rows: [] });
    expect(sheetKind('journal').nameOf(journal, 9)).toContain('Rent of April');
    expect(sheetKind('journal').nameOf(Sheet.parse({ ...journal, text: ' ' }), 9)).toContain('9');
  });

  test('only bills ask for numbers that are there, only what is bought for orders, only hours for those of their week', () => {
    const row = {
      ...{
        supplier: '',
        datedOn: '',
        dueOn: '',
        total: '',
        project: '',
        code: '',
        costType: '',
        net: '',
        tax: '',
        text: '',
      },
    };
    const bills = Sheet.parse({
      kind: 'bills',
      controlTotal: '',
      rows: [
        { ...row, number: ' N-1 ' },
        { ...row, number: '' },
      ],
    });
    expect(sheetKind('bills').scope(bills, DAYS)).toEqual({
      ...NO_SCOPE,
      billNumbers: ['N-1'],
      suppliers: ['', ''],
      orders: ['', ''],
    });
    const order = { kind: 'orders' as const, rows: [{ ...BLANK_ORDER_ROW, supplier: 'STONE', number: 'PO-1' }] };
    expect(sheetKind('orders').scope(order, DAYS)).toEqual({ ...NO_SCOPE, suppliers: ['STONE'], orders: ['PO-1'] });
    const goods = Sheet.parse({
      kind: 'goods',
      datedOn: '',
      note: '',
      rows: [{ line: 'PO-1/3', quantity: '', net: '' }],
    });
    expect(sheetKind('goods').scope(goods, DAYS)).toEqual({ ...NO_SCOPE, orders: ['PO-1'] });
    const hours = Sheet.parse({ kind: 'hours', weekOn: '2027-03-31', rows: [] });
    expect(sheetKind('hours').scope(hours, DAYS)).toEqual({
      ...NO_SCOPE,
      worked: { from: '2027-03-29', through: '2027-04-04' },
    });
    const journal = sheetKind('journal').blank(WEDNESDAY);
    expect(sheetKind('journal').scope(journal, DAYS)).toEqual(NO_SCOPE);
    const payroll = { ...PAYROLL_SHEET.blank(WEDNESDAY), from: '3/1', through: '3/14' };
    expect(PAYROLL_SHEET.scope(payroll, DAYS)).toEqual({
      ...NO_SCOPE,
      worked: { from: '2027-03-01', through: '2027-03-14' },
    });
    expect(PAYROLL_SHEET.scope({ ...payroll, through: '2/1' }, DAYS).worked).toBeNull();
  });
});

test('figures are money, hours and quantities', () => {
  const column = { id: 'a', head: 'A', width: 1 };
  const figures = (['money', 'hours', 'quantity', 'text', 'day', 'account'] as const).filter((holds) =>
    isFigure({ ...column, holds }),
  );
  expect(figures).toEqual(['money', 'hours', 'quantity']);
});

describe('kinds of documents', () => {
  test('what clients and suppliers settle', () => {
    expect(settledKinds('receivable').toSorted()).toEqual([
      'client-credit',
      'client-deposit',
      'client-retention',
      'credit-note',
      'invoice',
      'opening-invoice',
    ]);
    expect(settledKinds('payable').toSorted()).toEqual(['bill', 'opening-bill', 'retention-release']);
  });

  test('number series are told apart', () => {
    const series = DOCUMENT_KIND_NAMES.flatMap((kind) => kindOf(kind).series ?? []);
    expect(new Set(series).size).toBe(series.length);
    expect(kindOf('invoice').series).toBe('INV');
  });
});

import { expect, test } from 'vitest';
import { columnsRead, initialOf, rowsNamed, rowsRead, share, totalsRead } from '../as-read.test.sample.ts';
import { FADE } from './report.ts';
import { FadeReport } from './shape.ts';

const answer = {
  rows: [
    {
      ...{ id: 1, code: 'PE-01', name: 'Garrow Creek', before: 200, byPrice: 30, byApproved: -20, byForecast: -60 },
      ...{ after: 150, fade: -50, marginBefore: share(1, 5), marginAfter: null },
      ...{ beforeFigure: 'before', afterFigure: 'after' },
    },
  ],
  totals: { before: 201, byPrice: 31, byApproved: -21, byForecast: -61, after: 151, fade: -51 },
};

test('expected profit at both ends, with its three causes between', () => {
  const table = FADE.table(FadeReport.parse({ ...answer, knownThen: null }), {});
  expect(columnsRead(table)).toEqual([
    ...['Code (code, text)', 'Project (name, text, gives way)', 'Profit earlier (profit_before, money)'],
    ...['by price (by_price, money, plain)', 'by agreed cost (by_approved_cost, money, plain)'],
    ...['by forecast (by_forecast, money, plain)', 'Profit now (profit_after, money)', 'Change (fade, money, plain)'],
    ...['Margin earlier (margin_before_percent, percent)', 'Margin now (margin_after_percent, percent)'],
  ]);
  expect(rowsRead(table)).toEqual([
    ['PE-01', 'Garrow Creek', '200 ← before', '30', '-20', '-60', '150 ← after', '-50', '1/5', '–'],
  ]);
  expect(totalsRead(table)).toEqual(['Total', '', '201', '31', '-21', '-61', '151', '-51', '', '']);
  expect(rowsNamed(table)).toEqual(['1, PE-01, /projects/1/forecast']);
});

test('the earlier end as it was known then has no trace, for a trace shows what is known now', () => {
  const table = FADE.table(FadeReport.parse({ ...answer, knownThen: '2026-12-31T23:59:59Z' }), {});
  expect(rowsRead(table)[0]?.slice(2, 7)).toEqual(['200', '30', '-20', '-60', '150 ← after']);
});

test('three months lie between the ends until others are chosen', () => {
  expect(initialOf(FADE, 'from')).toBe('2026-11');
});

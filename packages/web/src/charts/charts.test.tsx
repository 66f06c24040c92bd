// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { month } from '@lowtide/core/calendar/month.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { axisText } from './axis-text.ts';
import { BarChart } from './BarChart.tsx';
import { MonthChart } from './MonthChart.tsx';

afterEach(cleanup);

test.each([
  [0, '0'],
  [20_000_000, '200 k'],
  [120_000_000, '1.2 M'],
  [-5_000_000, '−50 k'],
  [50_000, '500'],
])('%d cents at an axis are %s', (amount, text) => {
  expect(axisText(amount)).toBe(text);
});

const MONTHS = [month('2027-01'), month('2027-02'), month('2027-03')];

describe('lines over months', () => {
  const draw = (onMonth = vi.fn()) => {
    render(
      <MonthChart
        label="Cost by month"
        months={MONTHS}
        series={[
          { name: 'actual', color: '#000', values: [cents(10_000), cents(25_000), null] },
          { name: 'forecast', color: '#000', dash: '4 4', values: [null, cents(25_000), cents(40_000)] },
        ]}
        at={month('2027-02')}
        onMonth={onMonth}
      />,
    );
    return onMonth;
  };

  test('say at every month what they stand for, and nothing where they have nothing', () => {
    draw();
    const buttons = screen.getAllByRole('button').map((mark) => mark.getAttribute('aria-label'));
    // The last one shows the same as a table.
    const marks = buttons.filter((label) => label !== null);
    expect(marks).toEqual([
      'Jan 2027: actual 100.00',
      'Feb 2027: actual 250.00, forecast 250.00',
      'Mar 2027: forecast 400.00',
    ]);
  });

  test('open a month by click and by key', async () => {
    const onMonth = draw();
    await userEvent.click(screen.getByRole('button', { name: /Jan 2027/ }));
    screen.getByRole('button', { name: /Mar 2027/ }).focus();
    await userEvent.keyboard('{Enter} ');
    expect(onMonth.mock.calls).toEqual([['2027-01'], ['2027-03'], ['2027-03']]);
  });

  test('are drawn from where they begin to where they end', () => {
    draw();
    const paths = [...document.querySelectorAll('path')].map((each) => each.getAttribute('d') ?? '');
    expect(paths).toHaveLength(2);
    // Two points each: one move and one curve.
    for (const path of paths) expect(path.match(/[A-Z]/g)?.join('')).toMatch(/^M[CL]$/);
  });
});

test('nothing but nothing is not drawn', () => {
  const nothing = { name: 'actual', color: '#000', values: [cents(0), null] };
  render(
    <MonthChart label="Cost" months={MONTHS.slice(0, 2)} series={[nothing]} at={month('2027-01')} onMonth={vi.fn()} />,
  );
  expect(document.querySelector('svg')).toBeNull();
  expect(screen.getByText('Nothing yet.')).toBeTruthy();
});

describe('bars', () => {
  const bars = [
    { id: 'a', name: 'GC-214', value: cents(30_000), color: 'green' },
    { id: 'b', name: 'DR-225', value: cents(-10_000), color: 'red' },
  ];

  test('begin at one zero line, to the right above it and to the left below', () => {
    render(<BarChart label="Profit" bars={bars} onOpen={vi.fn()} />);
    const [up, down] = [...document.querySelectorAll('b')].map(({ style }) => [style.left, style.width]);
    expect([up, down]).toEqual([
      ['25%', '75%'],
      ['0%', '25%'],
    ]);
  });

  test('open what they stand for', async () => {
    const onOpen = vi.fn();
    render(<BarChart label="Profit" bars={bars} onOpen={onOpen} />);
    await userEvent.click(screen.getByRole('button', { name: /DR-225/ }));
    expect(onOpen).toHaveBeenCalledWith('b');
    expect(screen.getByRole('list', { name: 'Profit' })).toBeTruthy();
  });
});

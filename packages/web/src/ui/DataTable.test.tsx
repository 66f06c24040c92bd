// @vitest-environment jsdom
import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, describe, expect, test } from 'vitest';
import { cents } from '@lowtide/core/money/cents.ts';
import { ratio } from '@lowtide/core/money/ratio.ts';
import { amountColumn, moneyColumn, percentColumn, textColumn } from './columns.tsx';
import { DataTable } from './DataTable.tsx';

interface Row {
  readonly code: string;
  readonly amount: number;
  readonly share: readonly [number, number] | null;
}

const ROWS: readonly Row[] = [
  { code: 'B', amount: 250_00, share: [1, 3] },
  { code: 'A', amount: -1_234_56, share: null },
  { code: 'C', amount: 90_00, share: [1, 2] },
];
const named = ({ code }: Row): string => code;
const COLUMNS = [
  textColumn<Row>({ id: 'code', head: 'Code', of: named, total: 'Total' }),
  moneyColumn<Row>({
    id: 'money',
    head: 'Cost',
    named,
    of: ({ amount }) => ({ amountCents: cents(amount), figure: 'cost.p1.t2027-03' }),
    total: cents(-894_56),
  }),
  amountColumn<Row>({ id: 'amount', head: 'Plain', of: ({ amount }) => cents(amount) }),
  percentColumn<Row>({ id: 'share', head: 'Share', named, of: ({ share }) => share && ratio(...share) }),
];

afterEach(cleanup);

function Table({ rows = ROWS }: { readonly rows?: readonly Row[] }) {
  const [by, onChange] = useState('');
  return (
    <DataTable
      label="Test"
      rows={rows}
      columns={COLUMNS}
      rowKey={named}
      sort={{ by, onChange }}
      empty="None yet."
      rowTone={({ amount }) => (amount < 0 ? 'trouble' : undefined)}
    />
  );
}

const body = (): readonly (readonly (string | null)[])[] =>
  [...screen.getByRole('table').querySelectorAll('tbody tr')].map((row) =>
    [...row.querySelectorAll('td')].map(({ textContent }) => textContent),
  );

describe('a table', () => {
  test('shows amounts with a true minus, shares in percent, and none in words', () => {
    render(<Table />);
    expect(body()).toEqual([
      ['B', '250.00', '250.00', '33.3 %'],
      ['A', '\u22121,234.56', '\u22121,234.56', 'none'],
      ['C', '90.00', '90.00', '50.0 %'],
    ]);
    expect(screen.getByText('Total').closest('tr')?.textContent).toContain('\u2212894.56');
  });

  test('is sorted by a column, then the other way, and says so', async () => {
    const user = userEvent.setup();
    render(<Table />);
    await user.click(screen.getByRole('button', { name: 'Cost' }));
    expect(body().map(([code]) => code)).toEqual(['A', 'C', 'B']);
    expect(screen.getByRole('columnheader', { name: /Cost/ }).getAttribute('aria-sort')).toBe('ascending');
    await user.click(screen.getByRole('button', { name: 'Cost ↑' }));
    expect(body().map(([code]) => code)).toEqual(['B', 'C', 'A']);
    await user.click(screen.getByRole('button', { name: 'Share' }));
    expect(body().map(([code]) => code)).toEqual(['A', 'B', 'C']);
  });

  test('names each figure for those who do not see its column', () => {
    render(<Table />);
    expect(screen.getByRole('button', { name: 'Cost, A \u22121,234.56' })).toBeTruthy();
  });

  test('without rows says what to do', () => {
    render(<Table rows={[]} />);
    expect(screen.getByText('None yet.')).toBeTruthy();
    expect(within(screen.getByRole('table')).queryByText('Total')).toBeNull();
  });

  test('of thousands of rows draws few', () => {
    render(
      <Table rows={Array.from({ length: 5_000 }, (_, index) => ({ code: `R${index}`, amount: index, share: null }))} />,
    );
    expect(body().length).toBeLessThan(200);
  });
});

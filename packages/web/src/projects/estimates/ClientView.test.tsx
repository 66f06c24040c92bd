// @vitest-environment jsdom
import { cleanup, render, screen, within } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { BLANK_ROW } from '@lowtide/core/estimate/estimate-sheet.ts';
import { costCodeId, projectId } from '@lowtide/core/ledger/ids.ts';
import { ClientView } from './ClientView.tsx';

afterEach(cleanup);

const basis = {
  project: { id: projectId(1), code: 'GATE', name: 'Tide gate', kind: 'client' as const, phases: [] },
  costCodes: [{ id: costCodeId(1), code: '31-250', name: 'Stone', costType: 'material' as const }],
  workers: [],
  pricedOn: isoDate('2027-01-01'),
};
const row = (cells: object) => ({ ...BLANK_ROW, code: '31-250', ...cells });

test('the client sees sections, lines and prices; neither cost nor what is ours alone', () => {
  const rows = [
    row({ section: 'Site', text: 'Stone', cost: '1,234.50', price: '2,000' }),
    row({ text: 'Contingency', cost: '777', price: '0' }),
    row({ section: 'Discount', code: '', text: 'For the county', price: '-100' }),
  ];
  render(<ClientView sheet={{ usualMarkup: '', rows }} basis={basis} />);
  const table = screen.getByRole('table', { name: 'What the client sees' });
  const cells = within(table)
    .getAllByRole('row')
    .map((each) => [...each.querySelectorAll('td')].map(({ textContent }) => textContent));
  expect(cells.filter((each) => each.length > 0)).toEqual([
    ['Site', '2,000.00'],
    ['Stone', '2,000.00'],
    ['Discount', '−100.00'],
    ['For the county', '−100.00'],
    ['Total', '1,900.00'],
  ]);
  expect(document.body.textContent).not.toMatch(/1,234\.50|Contingency|777/);
});

test('an estimate without prices says so', () => {
  render(<ClientView sheet={{ usualMarkup: '', rows: [] }} basis={basis} />);
  expect(screen.getByText('No line has a price yet.')).toBeTruthy();
});

// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, beforeAll, expect, test } from 'vitest';
import { isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { withCssEscape } from './css-escape.test.support.ts';
import { DayField } from './DayField.tsx';

beforeAll(withCssEscape);
afterEach(cleanup);

function Paid() {
  const [paidOn, setPaidOn] = useState('2027-03-31');
  return (
    <>
      <DayField label="Paid on" near={isoDate('2027-03-31')} value={paidOn} onChange={setPaidOn} />
      <output>{paidOn}</output>
    </>
  );
}
const field = () => screen.getByLabelText<HTMLInputElement>('Paid on');

test('a day shows as every day does, and as it was typed while it is', async () => {
  render(<Paid />);
  const user = userEvent.setup();
  expect(field().value).toBe('31 Mar 2027');
  await user.clear(field());
  await user.type(field(), '4/2');
  expect(field().value).toBe('4/2');
  await user.tab();
  expect(field().value).toBe('2 Apr 2027');
});

test('what is no day stays as it was typed', async () => {
  render(<Paid />);
  const user = userEvent.setup();
  await user.clear(field());
  await user.type(field(), 'soon');
  await user.tab();
  expect(field().value).toBe('soon');
});

test('a day is picked from a calendar that opens on it', async () => {
  render(<Paid />);
  const user = userEvent.setup();
  await user.click(screen.getByLabelText('Paid on: pick from a calendar'));
  await user.click(await screen.findByText('17'));
  expect(screen.getByText('2027-03-17')).toBeTruthy();
  expect(field().value).toBe('17 Mar 2027');
});

// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest';
import { EntryGrid } from './EntryGrid.tsx';
import type { EntryGridProps } from './grid-props.ts';
import type { GridRow } from './grid-edits.ts';
import { withLayout } from './layout.test.support.ts';
import type { Suggestion } from './SuggestionList.tsx';

const COLUMNS = [
  { id: 'who', head: 'Who', width: '40%' },
  { id: 'net', head: 'Net', width: '30%', figures: true },
  { id: 'text', head: 'Text', width: '30%' },
];
const WHO: readonly Suggestion[] = [
  { code: 'STONE', name: 'Norsand Quarry', patch: { who: 'STONE', text: 'Riprap' } },
  { code: 'STEEL', name: 'Kestrin Steelworks', patch: { who: 'STEEL' } },
];

beforeAll(withLayout);
afterEach(cleanup);

let seen: readonly GridRow[] = [];
const added = vi.fn();
const repeated = vi.fn();

function Sheet({ initial }: { readonly initial: readonly GridRow[] }) {
  const [rows, setRows] = useState(initial);
  return (
    <EntryGrid
      label="Test"
      columns={COLUMNS}
      rows={rows}
      onChange={(next) => {
        seen = next;
        setRows(next);
      }}
      marks={new Map([['0/net', { tone: 'trouble', message: 'No number.' }]])}
      suggest={(_row, column, typed) =>
        column === 'who'
          ? [
              ...WHO.filter(({ code }) => code.startsWith(typed.toUpperCase())),
              { code: '+', name: 'Add', patch: {}, act: added },
            ]
          : []
      }
      onCursor={() => undefined}
      onRepeat={repeated}
    />
  );
}

function open(...initial: GridRow[]) {
  seen = initial;
  render(<Sheet initial={initial} />);
  return userEvent.setup();
}
const row = (who: string, net = '', text = ''): GridRow => ({ who, net, text });
const cell = (name: string) => screen.getByLabelText<HTMLInputElement>(name);

describe('keys in a sheet', () => {
  test('typing below the last row begins a new one', async () => {
    const user = open(row('STONE', '1'));
    await user.type(cell('Text, row 2'), 'two words ');
    expect(seen).toEqual([row('STONE', '1'), row('', '', 'two words ')]);
  });

  test('arrows go from cell to cell, and stop at the edges', async () => {
    const user = open(row('A'), row('B'));
    await user.click(cell('Net, row 1'));
    await user.keyboard('{ArrowDown}');
    await vi.waitFor(() => expect(document.activeElement).toBe(cell('Net, row 2')));
    await user.keyboard('{ArrowUp}');
    await vi.waitFor(() => expect(document.activeElement).toBe(cell('Net, row 1')));
    await user.keyboard('{ArrowUp}');
    expect(document.activeElement).toBe(cell('Net, row 1'));
    await user.keyboard('{Enter}');
    await vi.waitFor(() => expect(document.activeElement).toBe(cell('Net, row 2')));
  });

  test('a suggestion is taken with Enter and fills what follows from it', async () => {
    const user = open(row(''));
    await user.type(cell('Who, row 1'), 'st');
    expect(screen.getAllByRole('option').map(({ textContent }) => textContent)).toEqual([
      'STONENorsand Quarry',
      'STEELKestrin Steelworks',
      '+Add',
    ]);
    expect(cell('Who, row 1').getAttribute('aria-activedescendant')).toBe(screen.getAllByRole('option')[0]?.id);
    await user.keyboard('{ArrowDown}{ArrowUp}{Enter}');
    expect(seen).toEqual([row('STONE', '', 'Riprap')]);
    expect(screen.queryByRole('listbox')).toBeNull();
  });

  test('Escape closes suggestions and keeps what was typed', async () => {
    const user = open(row(''));
    await user.type(cell('Who, row 1'), 'ste{Escape}');
    expect(screen.queryByRole('listbox')).toBeNull();
    expect(seen).toEqual([row('ste')]);
  });

  test('Tab takes a suggestion, but never the way to add something', async () => {
    const user = open(row(''));
    await user.type(cell('Who, row 1'), 'ste{Tab}');
    expect(seen).toEqual([row('STEEL')]);
    await user.clear(cell('Who, row 1'));
    await user.type(cell('Who, row 1'), 'nobody{Tab}');
    expect(added).not.toHaveBeenCalled();
    expect(seen).toEqual([row('nobody')]);
  });

  test('adding in place is one of the suggestions', async () => {
    const user = open(row(''));
    await user.type(cell('Who, row 1'), 'nobody{Enter}');
    expect(added).toHaveBeenCalledOnce();
  });

  test('Ctrl D repeats the cell above, Ctrl Delete takes the row away, Ctrl L asks for the last', async () => {
    const user = open(row('A', '12.00'), row('B'));
    await user.click(cell('Net, row 2'));
    await user.keyboard('{Control>}d{/Control}');
    expect(seen).toEqual([row('A', '12.00'), row('B', '12.00')]);
    await user.keyboard('{Control>}l{/Control}');
    expect(repeated).toHaveBeenCalledWith(1);
    await user.keyboard('{Control>}{Delete}{/Control}');
    expect(seen).toEqual([row('A', '12.00')]);
  });

  test('a block is pasted over the cells, a single value into the field', async () => {
    const user = open(row('A'));
    await user.click(cell('Who, row 1'));
    await user.paste('X\t1.00\nY\t2.00\n');
    expect(seen).toEqual([row('X', '1.00'), row('Y', '2.00')]);
  });
});

describe('rows of a sheet', () => {
  test('Ctrl I puts in a blank one above, Ctrl Shift and an arrow moves one, as far as there are rows', async () => {
    const user = open(row('A'), row('B'), row('C'));
    await user.click(cell('Who, row 2'));
    await user.keyboard('{Control>}i{/Control}');
    expect(seen).toEqual([row('A'), row(''), row('B'), row('C')]);
    await user.click(cell('Who, row 4'));
    await user.keyboard('{Control>}{Shift>}{ArrowUp}{/Shift}{/Control}');
    expect(seen).toEqual([row('A'), row(''), row('C'), row('B')]);
    await vi.waitFor(() => expect(document.activeElement).toBe(cell('Who, row 3')));
    await user.click(cell('Who, row 1'));
    await user.keyboard('{Control>}{Shift>}{ArrowUp}{/Shift}{/Control}');
    expect(seen).toEqual([row('A'), row(''), row('C'), row('B')]);
  });

  test('Ctrl Z and Ctrl Shift Z ask for what was there before', async () => {
    const [undo, redo] = [vi.fn(), vi.fn()];
    render(<Fixed rows={[row('A')]} onUndo={undo} onRedo={redo} />);
    const user = userEvent.setup();
    await user.click(cell('Who, row 1'));
    await user.keyboard('{Control>}z{/Control}');
    await user.keyboard('{Control>}{Shift>}Z{/Shift}{/Control}');
    expect([undo.mock.calls.length, redo.mock.calls.length]).toEqual([1, 1]);
  });
});

const changed = vi.fn();

/** A sheet of which nothing but the amount can be typed, and no row added. */
function Fixed({ rows, ...keys }: Partial<EntryGridProps> & { readonly rows: readonly GridRow[] }) {
  return (
    <EntryGrid
      label="Fixed"
      columns={COLUMNS.map((column) => ({ ...column, readOnly: column.id !== 'net' }))}
      rows={rows}
      onChange={changed}
      marks={new Map()}
      suggest={() => []}
      onCursor={() => undefined}
      follows={(index) => (index === 0 ? { net: '58,320.00' } : undefined)}
      isHeading={({ text }) => text === 'heads'}
      isFixed
      {...keys}
    />
  );
}

describe('a sheet of rows that are given', () => {
  beforeEach(() => changed.mockClear());

  test('has no row more, and shows in untyped cells what follows', () => {
    render(<Fixed rows={[row('A', '', 'heads'), row('B', '7')]} />);
    expect(screen.getByRole('grid').getAttribute('aria-rowcount')).toBe('3');
    expect(screen.queryByLabelText('Who, row 3')).toBeNull();
    expect(cell('Net, row 1').placeholder).toBe('58,320.00');
    expect(cell('Net, row 2').value).toBe('7');
    expect(document.querySelectorAll('[data-heads]')).toHaveLength(1);
  });

  test('takes nothing where nothing can be typed: no key, no paste, no row out or in', async () => {
    render(<Fixed rows={[row('A'), row('B')]} />);
    const user = userEvent.setup();
    await user.click(cell('Who, row 2'));
    await user.keyboard('x');
    await user.keyboard('{Control>}d{/Control}{Control>}{Delete}{/Control}{Control>}i{/Control}');
    await user.paste('X\t1\nY\t2\n');
    expect(changed).not.toHaveBeenCalled();
    await user.click(cell('Net, row 2'));
    await user.keyboard('{Control>}{Delete}{/Control}');
    expect(changed).not.toHaveBeenCalled();
    await user.keyboard('5');
    expect(changed).toHaveBeenCalledExactlyOnceWith([row('A'), row('B', '5')], '1-1');
  });
});

test('a cell that is wrong says so to those who see it and to those who hear it', () => {
  open(row('A', 'x'));
  expect(cell('Net, row 1').getAttribute('aria-invalid')).toBe('true');
  expect(cell('Net, row 1').getAttribute('aria-description')).toBe('No number.');
  expect(cell('Who, row 1').getAttribute('aria-invalid')).toBeNull();
});

test('of thousands of rows only those in view are drawn, and all are counted', () => {
  open(...Array.from({ length: 2_000 }, (_, index) => row(`R${index}`)));
  const drawn = screen.getAllByRole('row').length;
  expect(drawn).toBeGreaterThan(12);
  expect(drawn).toBeLessThan(120);
  expect(screen.getByRole('grid').getAttribute('aria-rowcount')).toBe('2002');
});

// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, beforeAll, describe, expect, test, vi } from 'vitest';
import { StatusPlace, StatusPlaceProvider } from '../../ui/InStatus.tsx';
import { EntryGrid } from './EntryGrid.tsx';
import type { GridRow } from './grid-edits.ts';
import { withLayout } from './layout.test.support.ts';
import type { Understood } from './grid-props.ts';
import { useUndo } from './use-undo.ts';

const COLUMNS = [
  { id: 'who', head: 'Who', width: '40%' },
  { id: 'net', head: 'Net', width: '30%', figures: true },
  { id: 'text', head: 'Text', width: '30%' },
];
const row = (who: string, net = '', text = ''): GridRow => ({ who, net, text });
const understood: Understood = (of, column) =>
  column === 'who' ? { name: 'Norsand Quarry' } : column === 'net' ? { text: `${of['net']}.00` } : undefined;

beforeAll(withLayout);
afterEach(cleanup);

let seen: readonly GridRow[] = [];

function Sheet({ initial }: { readonly initial: readonly GridRow[] }) {
  const [rows, setRows] = useState(initial);
  const steps = useUndo<readonly GridRow[]>();
  const put = (next: readonly GridRow[] | undefined): void => {
    if (next === undefined) return;
    seen = next;
    setRows(next);
  };
  return (
    <StatusPlaceProvider>
      <EntryGrid
        label="Test"
        columns={COLUMNS}
        rows={rows}
        onChange={(next, place) => {
          steps.typed(rows, place);
          put(next);
        }}
        marks={new Map()}
        suggest={() => []}
        onCursor={() => undefined}
        understood={understood}
        isOpening
        onUndo={() => put(steps.back(rows))}
        onRedo={() => put(steps.forward(rows))}
      />
      <StatusPlace />
    </StatusPlaceProvider>
  );
}

function open(...initial: GridRow[]) {
  seen = initial;
  render(<Sheet initial={initial} />);
  return userEvent.setup();
}
const cell = (name: string) => screen.getByLabelText<HTMLInputElement>(name);
const focused = (): string => document.activeElement?.getAttribute('aria-label') ?? '';

test('opens with the cursor in its first cell', () => {
  open(row('A'));
  expect(focused()).toBe('Who, row 1');
});

test('a cell shows what it was understood as, and what was typed while the cursor is in it', async () => {
  const user = open(row('A', '5'));
  expect(cell('Net, row 1').value).toBe('5.00');
  expect(screen.queryByText('Norsand Quarry')).toBeNull();
  await user.keyboard('{ArrowRight}');
  expect(cell('Net, row 1').value).toBe('5');
  expect(screen.getByText('Norsand Quarry')).toBeTruthy();
});

describe('the cursor', () => {
  test('arrows go from cell to cell; what is typed there replaces what was', async () => {
    const user = open(row('A', '5'), row('B', '6'));
    await user.keyboard('{ArrowRight}{ArrowDown}7');
    expect(seen).toEqual([row('A', '5'), row('B', '7')]);
    // The text is being changed now: left and right move in it, and leave it at its ends.
    await user.keyboard('{ArrowLeft}1');
    expect(seen[1]).toEqual(row('B', '17'));
    await user.keyboard('{ArrowRight}{ArrowRight}');
    expect(focused()).toBe('Text, row 2');
  });

  test('Enter after a run of Tabs goes to where the run began, in the next row', async () => {
    const user = open(row('A'));
    await user.keyboard('B{Tab}5{Tab}x{Enter}C{Tab}6{Enter}');
    expect(seen).toEqual([row('B', '5', 'x'), row('C', '6')]);
    expect(focused()).toBe('Who, row 3');
    await user.keyboard('{ArrowUp}{ArrowUp}{Enter}');
    expect(focused()).toBe('Who, row 2');
  });

  test('keys pressed at once are all taken', () => {
    open(...Array.from({ length: 30 }, (_, at) => row(`R${at}`)));
    for (let press = 0; press < 20; press += 1)
      fireEvent.keyDown(document.activeElement ?? document.body, { key: 'ArrowDown' });
    expect(focused()).toBe('Who, row 21');
  });
});

describe('a range', () => {
  test('is chosen with Shift, and its numbers add up in the status strip', async () => {
    const user = open(row('A', '5'), row('B', '=2*3'), row('C', 'x'));
    await user.keyboard('{ArrowRight}{Shift>}{ArrowDown}{/Shift}');
    expect(screen.getByRole('status').textContent).toBe('2 cells filled, sum 11');
    expect(document.querySelectorAll('[aria-selected]')).toHaveLength(2);
    await user.keyboard('{ArrowDown}');
    expect(screen.getByRole('status').textContent).toBe('');
  });

  test('is chosen with the mouse, too', async () => {
    const user = open(row('A', '5'), row('B', '6'));
    await user.pointer([
      { keys: '[MouseLeft>]', target: cell('Who, row 1') },
      { target: cell('Net, row 2') },
      { keys: '[/MouseLeft]' },
    ]);
    expect(document.querySelectorAll('[aria-selected]')).toHaveLength(4);
  });

  test('is cleared, filled down and to the right, and brought back', async () => {
    const user = open(row('A', '5'), row('B', '6'));
    await user.keyboard('{Shift>}{ArrowDown}{ArrowRight}{/Shift}{Control>}d{/Control}');
    expect(seen).toEqual([row('A', '5'), row('A', '5')]);
    await user.keyboard('{Control>}r{/Control}');
    expect(seen).toEqual([row('A', 'A'), row('A', 'A')]);
    await user.keyboard('{Delete}');
    expect(seen).toEqual([row(''), row('')]);
    await user.keyboard('{Control>}zz{/Control}');
    expect(seen).toEqual([row('A', '5'), row('A', '5')]);
    await user.keyboard('{Control>}y{/Control}');
    expect(seen).toEqual([row('A', 'A'), row('A', 'A')]);
  });

  test('is copied and cut as typed; one value is pasted into all of it', async () => {
    const user = open(row('A', '=2*3'), row('B', '6'));
    await user.keyboard('{Shift>}{ArrowDown}{ArrowRight}{/Shift}');
    const copied = await user.copy();
    expect(copied?.getData('text/plain')).toBe('A\t=2*3\nB\t6');
    await user.paste('Z');
    expect(seen).toEqual([row('Z', 'Z'), row('Z', 'Z')]);
    expect((await user.cut())?.getData('text/plain')).toBe('Z\tZ\nZ\tZ');
    expect(seen).toEqual([row(''), row('')]);
  });

  test('of rows is taken out whole', async () => {
    const user = open(row('A'), row('B'), row('C'));
    await user.keyboard('{Shift>}{ArrowDown}{/Shift}{Control>}{Delete}{/Control}');
    expect(seen).toEqual([row('C')]);
  });
});

test('Ctrl F finds what is typed or shown, out of view too', async () => {
  const user = open(...Array.from({ length: 300 }, (_, at) => row(`R${at}`, String(at))));
  await vi.waitFor(() => expect(focused()).toBe('Who, row 1'));
  await user.keyboard('{Control>}f{/Control}');
  await user.type(screen.getByLabelText('Find in this sheet', { selector: 'input' }), '250.00{Enter}');
  expect(screen.getByText('Enter goes to the next')).toBeTruthy();
  await user.keyboard('{Escape}');
  expect(screen.queryByRole('search')).toBeNull();
});

test('what is not there is said', async () => {
  const user = open(row('A'));
  await user.keyboard('{Control>}f{/Control}nowhere{Enter}');
  expect(screen.getByText('Not in this sheet')).toBeTruthy();
});

describe('what is offered only after an answer', () => {
  function Waiting() {
    const [rows, setRows] = useState<readonly GridRow[]>([]);
    const [isThere, setThere] = useState(false);
    const suggest = (_row: GridRow, column: string, typed: string) =>
      column !== 'who'
        ? []
        : !isThere
          ? null
          : typed === 'ston'
            ? [{ code: 'STONE', name: '', patch: { who: 'STONE' } }]
            : [];
    return (
      <>
        <EntryGrid
          label="T"
          columns={COLUMNS}
          rows={rows}
          onChange={(next) => {
            seen = next;
            setRows(next);
          }}
          marks={new Map()}
          suggest={suggest}
          onCursor={() => undefined}
          isOpening
        />
        <button type="button" onClick={() => setThere(true)}>
          Answer
        </button>
      </>
    );
  }

  test.each(['{Tab}', '{Enter}'])('is waited for by %s pressed before it', async (key) => {
    render(<Waiting />);
    const user = userEvent.setup();
    await user.keyboard(`ston${key}`);
    expect(seen).toEqual([row('ston')]);
    fireEvent.click(screen.getByText('Answer'));
    expect(seen).toEqual([row('STONE')]);
  });
});

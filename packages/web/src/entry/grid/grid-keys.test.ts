import { describe, expect, test } from 'vitest';
import { caretIn, gridAct, placeFrom, type KeyState } from './grid-keys.ts';

const STANDING: KeyState = { isPicking: false, isEditing: false, isRange: false, isWide: false };
const EDITING = { ...STANDING, isEditing: true };
const PICKING = { ...EDITING, isPicking: true };

/** `Control+Shift+z` as the browser tells it. */
function pressed(text: string) {
  const [key = '', ...held] = text.split('+').reverse();
  const holds = (name: string): boolean => held.includes(name);
  return { key, ctrlKey: holds('Control'), metaKey: holds('Meta'), altKey: holds('Alt'), shiftKey: holds('Shift') };
}
const act = (text: string, state: KeyState = STANDING, caret: ReturnType<typeof caretIn> = 'all') =>
  gridAct(pressed(text), state, caret);

describe('standing in a cell', () => {
  test.each([
    { key: 'ArrowLeft', does: { kind: 'move', down: 0, right: -1 } },
    { key: 'ArrowDown', does: { kind: 'move', down: 1, right: 0 } },
    { key: 'Shift+ArrowRight', does: { kind: 'extend', down: 0, right: 1 } },
    { key: 'PageDown', does: { kind: 'move', down: 12, right: 0 } },
    { key: 'Home', does: { kind: 'go', row: 'here', column: 'first' } },
    { key: 'Control+End', does: { kind: 'go', row: 'last', column: 'here' } },
    { key: 'Enter', does: { kind: 'return' } },
    { key: 'Shift+Enter', does: { kind: 'move', down: -1, right: 0 } },
    { key: 'Tab', does: { kind: 'tab' } },
    { key: 'Delete', does: { kind: 'clear' } },
    { key: 'F2', does: { kind: 'edit' } },
    { key: 'Alt+ArrowDown', does: { kind: 'open' } },
    { key: 'Control+z', does: { kind: 'undo' } },
    { key: 'Control+Shift+Z', does: { kind: 'redo' } },
    { key: 'Meta+y', does: { kind: 'redo' } },
    { key: 'Control+d', does: { kind: 'fill down' } },
    { key: 'Control+f', does: { kind: 'find' } },
    { key: 'Control+Delete', does: { kind: 'take out' } },
    { key: 'Control+Shift+ArrowUp', does: { kind: 'move row', down: -1 } },
    { key: 'Control+r', does: null },
    { key: 'Control+c', does: null },
    { key: 'Shift+Tab', does: null },
    { key: 'Escape', does: null },
    { key: 'Backspace', does: null },
    { key: 'x', does: null },
  ])('$key', ({ key, does }) => {
    expect(act(key)).toEqual(does);
  });

  test('in a range, Backspace clears it and Ctrl R fills it to the right', () => {
    expect(act('Backspace', { ...STANDING, isRange: true })).toEqual({ kind: 'clear' });
    expect(act('Control+r', { ...STANDING, isRange: true, isWide: true })).toEqual({ kind: 'fill right' });
  });
});

describe('changing the text', () => {
  test.each([
    { key: 'ArrowLeft', caret: 'within', does: null },
    { key: 'ArrowLeft', caret: 'start', does: { kind: 'move', down: 0, right: -1 } },
    { key: 'ArrowRight', caret: 'start', does: null },
    { key: 'ArrowRight', caret: 'end', does: { kind: 'move', down: 0, right: 1 } },
    { key: 'Shift+ArrowRight', caret: 'end', does: null },
    { key: 'ArrowDown', caret: 'within', does: { kind: 'move', down: 1, right: 0 } },
    { key: 'Delete', caret: 'within', does: null },
    { key: 'Home', caret: 'within', does: null },
    { key: 'Control+Home', caret: 'within', does: null },
  ] as const)('$key with the caret $caret', ({ key, caret, does }) => {
    expect(act(key, EDITING, caret)).toEqual(does);
  });
});

test.each([
  { key: 'ArrowDown', does: { kind: 'choose', step: 1 } },
  { key: 'ArrowUp', does: { kind: 'choose', step: -1 } },
  { key: 'Enter', does: { kind: 'accept' } },
  { key: 'Escape', does: { kind: 'close' } },
  { key: 'Tab', does: { kind: 'tab' } },
])('while suggestions are open, $key is theirs', ({ key, does }) => {
  expect(act(key, PICKING, 'end')).toEqual(does);
});

test('the caret is told from what is chosen of the text', () => {
  const of = (selectionStart: number, selectionEnd: number) => caretIn({ selectionStart, selectionEnd, value: 'abc' });
  expect([of(0, 0), of(3, 3), of(1, 1), of(0, 3)]).toEqual(['start', 'end', 'within', 'all']);
});

test('no place is outside the sheet', () => {
  expect(placeFrom({ row: 0, column: 1 }, { down: -1, right: 5 }, { rows: 3, columns: 4 })).toEqual({
    row: 0,
    column: 3,
  });
  expect(placeFrom({ row: 0, column: 1 }, { down: 12, right: 0 }, { rows: 3, columns: 4 })).toEqual({
    row: 2,
    column: 1,
  });
});

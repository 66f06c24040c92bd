import type { KeyboardEvent } from 'react';
import type { CellPlace } from './grid-edits.ts';

/** What a key does in a sheet. */
export type GridAct =
  | { readonly kind: 'move'; readonly down: number; readonly right: number }
  | { readonly kind: 'extend'; readonly down: number; readonly right: number }
  | { readonly kind: 'go'; readonly row: 'first' | 'last' | 'here'; readonly column: 'first' | 'last' | 'here' }
  | { readonly kind: 'move row'; readonly down: number }
  | { readonly kind: 'choose'; readonly step: number }
  | {
      readonly kind:
        | 'accept'
        | 'close'
        | 'open'
        | 'edit'
        | 'return'
        | 'tab'
        | 'clear'
        | 'undo'
        | 'redo'
        | 'take out'
        | 'put in'
        | 'fill down'
        | 'fill right'
        | 'repeat'
        | 'find';
    };

export interface KeyState {
  /** A list of suggestions is open, and one of them is chosen. */
  readonly isPicking: boolean;
  /** The text of the cell is being changed: then left and right move in it. */
  readonly isEditing: boolean;
  readonly isRange: boolean;
  readonly isWide: boolean;
}

const ARROWS: Readonly<Record<string, readonly [down: number, right: number]>> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
  PageUp: [-12, 0],
  PageDown: [12, 0],
};

type Pressed = Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>;

/** What a key does where the cursor stands; null where it is the text field's own. */
export function gridAct(pressed: Pressed, state: KeyState, caret: 'start' | 'end' | 'within' | 'all'): GridAct | null {
  const { key, ctrlKey, metaKey, altKey, shiftKey } = pressed;
  if (ctrlKey || metaKey) return withControl(pressed, state);
  if (key === 'Escape') return state.isPicking ? { kind: 'close' } : null;
  if (key === 'Enter') return state.isPicking ? { kind: 'accept' } : shiftKey ? move(-1, 0) : { kind: 'return' };
  if (key === 'Tab') return shiftKey ? null : { kind: 'tab' };
  if (key === 'F2') return { kind: 'edit' };
  if (key === 'ArrowDown' && altKey) return { kind: 'open' };
  if (state.isPicking && key.startsWith('Arrow') && !shiftKey && ['ArrowUp', 'ArrowDown'].includes(key))
    return { kind: 'choose', step: key === 'ArrowUp' ? -1 : 1 };
  if (!state.isEditing && (key === 'Delete' || (key === 'Backspace' && state.isRange))) return { kind: 'clear' };
  if (!state.isEditing && key === 'Home') return { kind: 'go', row: 'here', column: 'first' };
  if (!state.isEditing && key === 'End') return { kind: 'go', row: 'here', column: 'last' };
  const arrow = ARROWS[key];
  if (arrow === undefined || altKey) return null;
  const [down, right] = arrow;
  if (state.isEditing && right !== 0 && (shiftKey || !leaves(right, caret))) return null;
  return shiftKey ? { kind: 'extend', down, right } : move(down, right);
}

function move(down: number, right: number): GridAct {
  return { kind: 'move', down, right };
}

/** While the text is edited, left and right leave the cell from its ends only. */
function leaves(right: number, caret: string): boolean {
  return caret === (right < 0 ? 'start' : 'end');
}

function withControl({ key, shiftKey }: Pressed, { isEditing, isWide }: KeyState): GridAct | null {
  switch (key.length === 1 ? key.toLowerCase() : key) {
    case 'z':
      return { kind: shiftKey ? 'redo' : 'undo' };
    case 'y':
      return { kind: 'redo' };
    case 'Delete':
      return { kind: 'take out' };
    case 'i':
      return { kind: 'put in' };
    case 'd':
      return { kind: 'fill down' };
    case 'r':
      // Of one column there is nothing to fill, and the key is the browser's.
      return isWide ? { kind: 'fill right' } : null;
    case 'l':
      return { kind: 'repeat' };
    case 'f':
      return { kind: 'find' };
    case 'ArrowUp':
      return shiftKey ? { kind: 'move row', down: -1 } : null;
    case 'ArrowDown':
      return shiftKey ? { kind: 'move row', down: 1 } : null;
    case 'Home':
      return isEditing ? null : { kind: 'go', row: 'first', column: 'first' };
    case 'End':
      return isEditing ? null : { kind: 'go', row: 'last', column: 'here' };
    default:
      return null;
  }
}

/** Where the caret stands in a text field. */
export function caretIn(field: Pick<HTMLInputElement, 'selectionStart' | 'selectionEnd' | 'value'>) {
  const { selectionStart: start, selectionEnd: end, value } = field;
  if (start === 0 && end === 0) return 'start';
  if (start === value.length) return 'end';
  return start === 0 && end === value.length ? 'all' : 'within';
}

/** The place so far away, held within the sheet. */
export function placeFrom(
  { row, column }: CellPlace,
  { down, right }: { readonly down: number; readonly right: number },
  { rows, columns }: { readonly rows: number; readonly columns: number },
): CellPlace {
  const within = (value: number, count: number): number => Math.max(0, Math.min(count - 1, value));
  return { row: within(row + down, rows), column: within(column + right, columns) };
}

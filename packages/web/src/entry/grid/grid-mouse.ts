import { useRef, type PointerEvent } from 'react';
import type { CellPlace } from './grid-edits.ts';
import { cursorAt, type GridState } from './grid-state.ts';

/** What the mouse does: puts the cursor somewhere, sets the caret at a second press, and chooses a range by Shift or dragging. */
export function useGridMouse({ cursor, setCursor }: Pick<GridState, 'cursor' | 'setCursor'>) {
  const dragging = useRef(false);
  const onPress = (place: CellPlace, event: PointerEvent): void => {
    dragging.current = event.button === 0 && !event.shiftKey;
    const isHere = place.row === cursor.row && place.column === cursor.column;
    if (event.shiftKey) {
      event.preventDefault();
      setCursor((before) => ({ ...before, corner: place }));
    } else if (isHere && event.target === document.activeElement)
      setCursor((before) => ({ ...before, corner: before.at, isEditing: true }));
    else setCursor(() => cursorAt(place));
  };
  const onDrag = (place: CellPlace): void => {
    if (dragging.current) setCursor((before) => ({ ...before, corner: place }));
  };
  return { onPress, onDrag };
}

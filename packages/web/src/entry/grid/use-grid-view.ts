import { useVirtualizer } from '@tanstack/react-virtual';
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, type PointerEvent, type RefObject } from 'react';
import type { EntryGridProps, RowHandlers } from './grid-props.ts';
import type { CellPlace } from './grid-edits.ts';

const ROW_HEIGHT = 29;
/** A short sheet is drawn whole; a long one only where it is in view. */
const DRAW_ALL_BELOW = 80;

/** Puts the cursor into the first cell that can be typed in, once, when a sheet opens. */
export function useOpening({ columns, isOpening = false }: EntryGridProps, go: (place: CellPlace) => void): void {
  const first = columns.findIndex(({ readOnly = false }) => !readOnly);
  const opening = useRef(isOpening && first >= 0 ? () => go({ row: 0, column: first }) : null);
  useEffect(() => {
    opening.current?.();
    opening.current = null;
  }, []);
}

/** Puts the cursor where somebody asked for, once for each time they did. */
export function useGoTo(place: CellPlace | null, go: (place: CellPlace) => void): void {
  const latest = useRef(go);
  useEffect(() => {
    latest.current = go;
  });
  useEffect(() => {
    if (place !== null) latest.current(place);
  }, [place]);
}

/** Focuses a cell: at once where it is drawn, else as soon as it is. */
export function useFocusCell(box: RefObject<HTMLDivElement | null>, scrollTo: (row: number) => void) {
  const waiting = useRef<CellPlace | null>(null);
  const focused = ({ row, column }: CellPlace): boolean => {
    const cell = box.current?.querySelector<HTMLInputElement>(`[data-cell="${row}-${column}"]`);
    cell?.focus();
    return cell !== undefined && cell !== null;
  };
  useLayoutEffect(() => {
    if (waiting.current !== null && focused(waiting.current)) waiting.current = null;
  });
  return (place: CellPlace): void => {
    waiting.current = focused(place) ? null : place;
    if (waiting.current !== null) scrollTo(place.row);
  };
}

/** Handlers that stay the same ones while what they do changes: rows that did not change are not drawn again. */
export function useSteady(handlers: RowHandlers): RowHandlers {
  const latest = useRef(handlers);
  useLayoutEffect(() => {
    latest.current = handlers;
  });
  const onFocus = useCallback((place: CellPlace) => latest.current.onFocus(place), []);
  const onType = useCallback((place: CellPlace, value: string) => latest.current.onType(place, value), []);
  const onPress = useCallback((place: CellPlace, event: PointerEvent) => latest.current.onPress(place, event), []);
  const onDrag = useCallback((place: CellPlace) => latest.current.onDrag(place), []);
  return useMemo(() => ({ onFocus, onType, onPress, onDrag }), [onFocus, onType, onPress, onDrag]);
}

/** Which rows to draw, and the room above and below them. */
export function useRowsInView(box: RefObject<HTMLDivElement | null>, count: number) {
  const virtual = useVirtualizer({
    count,
    getScrollElement: () => box.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 5,
  });
  const scrollTo = (row: number): void => virtual.scrollToIndex(row);
  if (count < DRAW_ALL_BELOW) {
    return { indices: Array.from({ length: count }, (_, index) => index), top: 0, bottom: 0, scrollTo };
  }
  const items = virtual.getVirtualItems();
  const bottom = virtual.getTotalSize() - (items.at(-1)?.end ?? 0);
  return { indices: items.map(({ index }) => index), top: items[0]?.start ?? 0, bottom, scrollTo };
}

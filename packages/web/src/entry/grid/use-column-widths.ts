import { useState, type PointerEvent } from 'react';

export interface ColumnWidths {
  /** As dragged, in pixels; undefined where it is as it was made. */
  readonly widthOf: (column: string) => number | undefined;
  /** Begins to drag the right edge of a column. */
  readonly drag: (column: string, event: PointerEvent<HTMLElement>) => void;
}

const LEAST = 40;
const STEP = 12;

/** Widths of a sheet's columns, dragged by hand and remembered in this browser. */
export function useColumnWidths(sheet: string): ColumnWidths {
  const key = `lowtide widths of ${sheet}`;
  const [widths, setWidths] = useState(() => kept(key));
  const set = (column: string, width: number): void => {
    setWidths((before) => {
      const after = { ...before, [column]: Math.max(LEAST, Math.round(width / STEP) * STEP) };
      try {
        localStorage.setItem(key, JSON.stringify(after));
      } catch {
        // Not allowed here: the width holds as long as the page does.
      }
      return after;
    });
  };
  return {
    widthOf: (column) => widths[column],
    drag: (column, event) => {
      event.preventDefault();
      const head = event.currentTarget.parentElement;
      const [from, width] = [event.clientX, head?.getBoundingClientRect().width ?? LEAST];
      const edge = event.currentTarget;
      edge.setPointerCapture(event.pointerId);
      const moved = (moving: globalThis.PointerEvent): void => set(column, width + moving.clientX - from);
      edge.addEventListener('pointermove', moved);
      edge.addEventListener('lostpointercapture', () => edge.removeEventListener('pointermove', moved), { once: true });
    },
  };
}

function kept(key: string): Readonly<Record<string, number>> {
  try {
    return JSON.parse(localStorage.getItem(key) ?? '{}') as Readonly<Record<string, number>>;
  } catch {
    return {};
  }
}

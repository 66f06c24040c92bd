import { useRef } from 'react';

/** Where the focus was when something was asked for, and the way back once a dialog about it is left: what was disabled meanwhile lost it. */
export function useFocusBack(): { readonly note: () => void; readonly back: () => void } {
  const before = useRef<HTMLElement | null>(null);
  return {
    note: () => {
      before.current = document.activeElement instanceof HTMLElement ? document.activeElement : null;
    },
    back: () => {
      // Once the dialog is gone, and has put the focus where it can.
      requestAnimationFrame(() =>
        requestAnimationFrame(() => {
          if (document.activeElement === document.body) before.current?.focus();
        }),
      );
    },
  };
}

import { useRef, useState } from 'react';

/**
 * Tells sheets apart by their address, so that each begins with its own state; a sheet that becomes a draft, and so gets an
 * address of its own, stays the same sheet.
 */
export function useSheetKey(draft: string): { readonly key: number; readonly onMade: (id: number) => void } {
  const made = useRef('');
  const [opened, setOpened] = useState({ draft, nth: 0 });
  if (opened.draft !== draft) setOpened({ draft, nth: opened.nth + (draft === made.current ? 0 : 1) });
  return {
    key: opened.nth,
    onMade: (id) => {
      made.current = String(id);
    },
  };
}

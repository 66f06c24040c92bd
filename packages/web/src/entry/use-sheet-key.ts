import { useState } from 'react';

/**
 * Tells sheets apart by their address, so that each begins with its own state; a sheet that becomes a draft, and so gets an
 * address of its own, stays the same sheet.
 */
export function useSheetKey(draft: string): { readonly key: number; readonly onMade: (id: number) => void } {
  const [made, setMade] = useState('');
  const [opened, setOpened] = useState({ draft, nth: 0 });
  if (opened.draft !== draft) setOpened({ draft, nth: opened.nth + (draft === made ? 0 : 1) });
  return {
    key: opened.nth,
    onMade: (id) => setMade(String(id)),
  };
}

import { startTransition, useState } from 'react';

export interface SheetKey {
  readonly key: number;
  /** The sheet is a draft now, which gets an address of its own and stays the same sheet. */
  readonly onMade: (id: number) => void;
  /** The next sheet begins, whether or not the address of the one before it was ever drawn. */
  readonly beginNext: () => void;
}

/**
 * Tells sheets apart by their address, so that each begins with its own state; a sheet that becomes a draft, and so gets an
 * address of its own, stays the same sheet. Addresses are drawn when there is time: of a draft that is posted as soon as it is made,
 * only the address of the next new sheet may be.
 */
export function useSheetKey(draft: string): SheetKey {
  const [made, setMade] = useState('');
  const [opened, setOpened] = useState({ draft, nth: 0 });
  if (opened.draft !== draft) setOpened({ draft, nth: opened.nth + (draft === made ? 0 : 1) });
  return {
    key: opened.nth,
    onMade: (id) => setMade(String(id)),
    beginNext: () => startTransition(() => setOpened(({ nth }) => ({ draft: 'new', nth: nth + 1 }))),
  };
}

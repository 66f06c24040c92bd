import type { Keeping } from '../draft/use-keeping.ts';
import { useUndo } from './use-undo.ts';

export interface Edits<T> {
  /** Takes what was typed in a place; null when it was not typed. */
  readonly change: (next: T, place?: string | null) => void;
  readonly undo: () => void;
  readonly redo: () => void;
}

/** Changes of what is kept as it is typed, and steps back to what it was before. */
export function useEdits<T>(
  { latest, change }: Pick<Keeping<T>, 'latest' | 'change'>,
  show: (now: T) => void,
): Edits<T> {
  const steps = useUndo<T>();
  const put = (next: T): void => {
    show(next);
    change(next);
  };
  const step = (to: 'back' | 'forward') => (): void => {
    const now = latest();
    const next = now === null ? undefined : steps[to](now);
    if (next !== undefined) put(next);
  };
  return {
    ...{ undo: step('back'), redo: step('forward') },
    change: (next, place = null) => {
      const before = latest();
      if (before !== null) steps.typed(before, place);
      put(next);
    },
  };
}

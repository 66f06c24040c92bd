import { useState } from 'react';
import { mergedTyping, type Apart, type Conflict, type Side } from './merged-typing.ts';

/** Two typings of one version, and the version the server has by now. */
export interface OtherTyping<T> extends Apart<T> {
  readonly version: number;
  /** Who typed the other one. */
  readonly by: string;
}

export interface BothTyping<T> {
  /** Both together; null where both changed the same, which is asked about. */
  readonly merge: (met: OtherTyping<T>) => T | null;
  /** What both changed, while it is asked about. */
  readonly conflicts: readonly Conflict[];
  /** Who typed the other one; null where nobody did. */
  readonly by: string | null;
  /** Takes the sides that were chosen. */
  readonly settle: (sides: readonly Side[]) => { readonly typed: T; readonly met: OtherTyping<T> } | null;
}

/** Two people in one sheet: what only one changed is taken from that one, what both changed is asked about. */
export function useBothTyping<T extends object>(): BothTyping<T> {
  const [asked, setAsked] = useState<OtherTyping<T> | null>(null);
  const [by, setBy] = useState<string | null>(null);
  return {
    merge: (met) => {
      const { typed, conflicts } = mergedTyping(met);
      setBy(met.by);
      if (conflicts.length > 0) setAsked(met);
      return conflicts.length > 0 ? null : typed;
    },
    conflicts: asked === null ? [] : mergedTyping(asked).conflicts,
    by,
    settle: (sides) => {
      setAsked(null);
      return asked && { typed: mergedTyping(asked, sides).typed, met: asked };
    },
  };
}

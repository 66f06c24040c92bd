import { useState } from 'react';
import type { Written } from './books-api.ts';
import type { Trouble } from './trouble.ts';

/** Refusals of what may be done all the same, once whoever orders it says so, and how the button that does says it. */
const ACCEPTANCES: Readonly<Record<string, string>> = {
  'month-locked': 'Post on the first open day',
  'paid-before': 'Record it before the document',
  'day-ahead': 'Record it so far ahead',
  'estimate-below-cost': 'Keep it below cost',
};

/** How the refusal may be accepted; null where any part of it may not. */
export function acceptanceOf(trouble: Trouble | null): string | null {
  const said = new Set((trouble?.problems ?? []).map(({ kind }) => ACCEPTANCES[kind]));
  const [first] = said;
  if (first === undefined || said.has(undefined)) return null;
  return said.size === 1 ? first : 'Record it all the same';
}

/** A field as the controls in `ui/` take it. */
export interface TypedField {
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly problem: string | undefined;
}

export interface TypedForm<F extends Readonly<Record<string, string>>> {
  readonly form: F;
  /** The field of that name; `at` where the server calls it otherwise. */
  readonly field: (name: keyof F & string, at?: string) => TypedField;
  /** What is wrong with the whole, where no field says it. */
  readonly general: string | null;
  /** What was refused may be ordered all the same, and how that is said; null where it may not. */
  readonly acceptance: string | null;
  /** Takes what an order came to: a refusal stays beside what was typed, an answer is returned. */
  readonly settle: <T>(written: Written<T>) => T | undefined;
}

/** What was typed into a form, and what the server found wrong with it. */
export function useTypedForm<F extends Readonly<Record<string, string>>>(initial: F): TypedForm<F> {
  const [form, setForm] = useState(initial);
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const field = (name: keyof F & string, at: string = name): TypedField => ({
    value: form[name] ?? '',
    onChange: (value) => {
      setForm((before) => ({ ...before, [name]: value }));
      // What may be accepted is asked again of what is typed now.
      if (acceptanceOf(trouble) !== null) setTrouble(null);
    },
    problem: trouble?.problems.find((problem) => problem.at === at)?.message,
  });
  const ofFields = trouble?.problems.some(({ at }) => at !== '') ?? false;
  const settle = <T>(written: Written<T>): T | undefined => {
    setTrouble(written.ok ? null : written.trouble);
    return written.ok ? written.answer : undefined;
  };
  return {
    ...{ form, field, settle, general: trouble === null || ofFields ? null : trouble.detail },
    acceptance: acceptanceOf(trouble),
  };
}

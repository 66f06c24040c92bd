import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import type { z } from 'zod';
import type { Written } from './books-api.ts';
import type { Trouble } from './trouble.ts';

/** Refusals of what may be done all the same, once whoever orders it says so, and how the button that does says it. */
const ACCEPTANCES: Readonly<Record<string, string>> = {
  'month-locked': 'Post on the first open day',
  'paid-before': 'Record it before the document',
  'day-ahead': 'Record it so far ahead',
  'released-ahead': 'Release it ahead of the client',
  'estimate-below-cost': 'Keep it below cost',
};

/** How the refusal may be accepted; null where any part of it may not. */
function acceptanceOf(trouble: Trouble | null): string | null {
  const said = new Set((trouble?.problems ?? []).map(({ kind }) => ACCEPTANCES[kind]));
  const [first] = said;
  if (first === undefined || said.has(undefined)) return null;
  return said.size === 1 ? first : 'Record it all the same';
}

/** A field as the controls in `ui/` take it. */
export interface TypedField {
  readonly name: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  /** What was typed is checked as the field is left. */
  readonly onBlur: () => void;
  readonly problem: string | undefined;
}

/** What is wrong with a field of a form, before anything is sent. */
export interface FieldProblem {
  readonly at: string;
  readonly message: string;
}

export interface TypedForm<F extends Readonly<Record<string, string>>> {
  readonly form: F;
  /** The field of that name; `at` where the server calls it otherwise. */
  readonly field: (name: keyof F & string, at?: string) => TypedField;
  /** What is wrong with the whole, where no field says it. */
  readonly general: string | null;
  /** What was refused may be ordered all the same, and how that is said; null where it may not. */
  readonly acceptance: string | null;
  /** Checks all of it, and goes to the first field that is wrong; false where there is one. */
  readonly ready: () => Promise<boolean>;
  /** Takes what an order came to: a refusal stays beside what was typed, an answer is returned. */
  readonly settle: <T>(written: Written<T>) => T | undefined;
}

const UNCHECKED = (): readonly FieldProblem[] => [];

/**
 * What was typed into a form, and what is wrong with it: by `check` as each field is left, and by the server. `check` names fields as the
 * form does.
 */
export function useTypedForm<F extends Readonly<Record<string, string>>>(
  initial: F,
  check: (typed: F) => readonly FieldProblem[] = UNCHECKED,
): TypedForm<F> {
  const { control, setValue, trigger, getFieldState, formState, getValues } = useForm<Readonly<Record<string, string>>>(
    {
      defaultValues: { ...initial },
      mode: 'onTouched',
      resolver: (typed) => {
        const problems = check(typed as F);
        if (problems.length === 0) return { values: typed, errors: {} };
        return {
          values: {},
          errors: Object.fromEntries(problems.map(({ at, message }) => [at, { type: at, message }])),
        };
      },
    },
  );
  const form = { ...initial, ...useWatch({ control }) } as F;
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const field = (of: keyof F & string, at: string = of): TypedField => {
    const name: string = of;
    return {
      name,
      value: form[name] ?? '',
      onChange: (value) => {
        // What was found wrong is looked at again while it is put right.
        setValue(name, value, { shouldDirty: true, shouldValidate: getFieldState(name, formState).invalid });
        // What may be accepted is asked again of what is typed now.
        if (acceptanceOf(trouble) !== null) setTrouble(null);
      },
      // Not reached yet is not wrong yet: a field that is left empty is named when the form is sent.
      onBlur: () => void (getValues(name) === '' ? undefined : trigger(name)),
      problem: formState.errors[name]?.message ?? trouble?.problems.find((problem) => problem.at === at)?.message,
    };
  };
  const ofFields = trouble?.problems.some(({ at }) => at !== '') ?? false;
  const settle = <T>(written: Written<T>): T | undefined => {
    setTrouble(written.ok ? null : written.trouble);
    if (!written.ok) focusFirst(written.trouble.problems.map(({ at }) => at));
    return written.ok ? written.answer : undefined;
  };
  const ready = async (): Promise<boolean> => {
    if (await trigger()) return true;
    focusFirst(check(getValues() as F).map(({ at }) => at));
    return false;
  };
  return {
    ...{ form, field, settle, ready, general: trouble === null || ofFields ? null : trouble.detail },
    acceptance: acceptanceOf(trouble),
  };
}

/** Puts the cursor into the first of the fields, in the order they stand on the page. */
function focusFirst(names: readonly string[]): void {
  const fields = [...document.querySelectorAll<HTMLElement>('input[name], textarea[name]')];
  fields.find((field) => names.includes(field.getAttribute('name') ?? ''))?.focus();
}

/** Checks a form by the shape of what is sent; `names` say how the form calls what the shape calls otherwise. */
export function checkedBy<F>(
  shape: z.ZodType,
  body: (typed: F) => unknown,
  names: Readonly<Record<string, string>> = {},
): (typed: F) => readonly FieldProblem[] {
  return (typed) => {
    const read = shape.safeParse(body(typed));
    return (read.error?.issues ?? []).map(({ path, message }) => {
      const at = String(path[0] ?? '');
      return { at: names[at] ?? at, message };
    });
  };
}

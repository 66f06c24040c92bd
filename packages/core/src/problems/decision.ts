import type { Problem } from './problem.ts';

/** What core answers when a user may be refused: the value, or every problem at once. */
export type Decision<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly Problem[] };

interface Refused {
  readonly ok: false;
  readonly problems: readonly Problem[];
}

export function accepted<T>(value: T): { readonly ok: true; readonly value: T } {
  return { ok: true, value };
}

export function refused(...problems: readonly Problem[]): Refused {
  return { ok: false, problems };
}

/** The value, unless there are problems. */
export function unless<T>(problems: readonly Problem[], value: T): Decision<T> {
  return problems.length > 0 ? refused(...problems) : accepted(value);
}

/** What is wrong; nothing where it is accepted. */
export function problemsOf(decision: Decision<unknown>): readonly Problem[] {
  return decision.ok ? [] : decision.problems;
}

type Values<P> = { readonly [K in keyof P]: P[K] extends Decision<infer T> ? T : never };

/** The values of all the parts, or the problems of all of them; a problem that several parts have from one is told once. */
export function gathered<P extends Readonly<Record<string, Decision<unknown>>>>(parts: P): Decision<Values<P>> {
  const problems = [...new Set(Object.values(parts).flatMap(problemsOf))];
  if (problems.length > 0) return refused(...problems);
  const values = Object.entries(parts).map(([name, part]) => [name, part.ok ? part.value : undefined]);
  return accepted(Object.fromEntries(values) as Values<P>);
}

/** The same for a list. */
export function listed<T>(decisions: readonly Decision<T>[]): Decision<readonly T[]> {
  return unless(
    decisions.flatMap(problemsOf),
    decisions.flatMap((decision) => (decision.ok ? [decision.value] : [])),
  );
}

/** What follows from the value; the problems, where there is none. */
export function following<T, U>(decision: Decision<T>, next: (value: T) => Decision<U>): Decision<U> {
  return decision.ok ? next(decision.value) : decision;
}

/** The value changed; the problems, where there is none. */
export function mapped<T, U>(decision: Decision<T>, change: (value: T) => U): Decision<U> {
  return decision.ok ? accepted(change(decision.value)) : decision;
}

import type { Problem } from '@lowtide/core/problems/problem.ts';

/** What a user may be refused for, thrown so that the transaction it happens in is undone. */
export class Refusal extends Error {
  readonly problems: readonly Problem[];
  readonly status: 404 | 409 | 422;

  constructor(problems: readonly Problem[], status: 404 | 409 | 422 = 422) {
    super(problems.map(({ kind }) => kind).join(', '));
    this.problems = problems;
    this.status = status;
  }
}

/** The value of a decision, or a refusal with its problems. */
export function acceptedOr<T>(
  decision: { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly Problem[] },
): T {
  if (decision.ok) return decision.value;
  throw new Refusal(decision.problems);
}

import type { Problem } from '@lowtide/core/problems/problem.ts';

/** Not signed in, not allowed, not there, changed meanwhile, wrong, too often, not in time. */
export type RefusalStatus = 401 | 403 | 404 | 409 | 422 | 429 | 503;

/** What a user may be refused for, thrown so that the transaction it happens in is undone. */
export class Refusal extends Error {
  readonly problems: readonly Problem[];
  readonly status: RefusalStatus;
  /** Seconds after which it may be tried again. */
  readonly retryAfter: number | undefined;

  constructor(problems: readonly Problem[], status: RefusalStatus = 422, retryAfter?: number) {
    super(problems.map(({ kind }) => kind).join(', '));
    this.problems = problems;
    this.status = status;
    this.retryAfter = retryAfter;
  }
}

/** The value of a decision, or a refusal with its problems. */
export function acceptedOr<T>(
  decision: { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly Problem[] },
): T {
  if (decision.ok) return decision.value;
  throw new Refusal(decision.problems);
}

/** Of figures that come to more than books can add up. */
export function tooLargeToAddUp(): Refusal {
  return new Refusal([{ at: '', kind: 'sum-too-large', of: 'what this comes to' }]);
}

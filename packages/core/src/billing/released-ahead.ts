import { cents, type Cents } from '../money/cents.ts';
import type { Problem } from '../problems/problem.ts';

/** What is held back of a project on both sides. */
export interface RetentionBothSides {
  readonly project: string;
  /** Held back by the client still, and what they have released. */
  readonly heldByClient: Cents;
  readonly releasedByClient: Cents;
  readonly releasedToSuppliers: Cents;
}

/** Whether more is released to suppliers of a project than its client released, while the client holds something back still. */
export function releasedAhead(sides: RetentionBothSides, amount: Cents): readonly Problem[] {
  const { project, heldByClient, releasedByClient, releasedToSuppliers } = sides;
  const released = cents(releasedToSuppliers + amount);
  return heldByClient > 0 && released > releasedByClient
    ? [{ at: 'amount', kind: 'released-ahead', project, released, received: releasedByClient, held: heldByClient }]
    : [];
}

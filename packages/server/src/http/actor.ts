import type { PersonRole } from '@lowtide/core/people/roles.ts';

/** Who asks, as what, and from where. */
export interface Actor {
  /** Null for whoever uses books without people, on their own machine. */
  readonly id: number | null;
  readonly name: string;
  readonly role: PersonRole;
  /** The network address they ask from. */
  readonly from: string;
  /** Their session, where they signed in with one. */
  readonly session: number | null;
  /** Of a script with a token that only reads. */
  readonly readsOnly: boolean;
}

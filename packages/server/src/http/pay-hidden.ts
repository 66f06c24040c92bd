import { isAllowed } from '@lowtide/core/people/roles.ts';
import type { Db } from '../database/schema.ts';
import type { Actor } from './actor.ts';
import { Refusal } from './refusal.ts';

/** Transactions in which nothing says what somebody is paid. */
const HIDDEN = new WeakSet<Db>();

/** Whoever may not see pay sees labor by day and role within the transaction, not by person: in lists, files, traces, exports alike. */
export function hidePayFrom(trx: Db, actor: Actor | null): void {
  if (actor !== null && !isAllowed(actor.role, 'see-pay')) HIDDEN.add(trx);
}

export function isPayHidden(db: Db): boolean {
  return HIDDEN.has(db);
}

/** Refuses what is of pay alone to whoever may not see it. */
export function refuseWherePayIsHidden(db: Db): void {
  if (isPayHidden(db)) throw new Refusal([{ at: '', kind: 'not-allowed', who: ['administrator', 'accountant'] }], 403);
}

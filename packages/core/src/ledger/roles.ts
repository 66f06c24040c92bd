import { invariant } from '../invariant.ts';
import { ROLES, type Account, type Role } from './account.ts';
import type { AccountId } from './ids.ts';

/** Which account has which role; books always have one for each. */
export type Roles = Readonly<Record<Role, AccountId>>;

/** The roles of a chart of accounts; setting up and changing accounts keep every role filled. */
export function rolesOf(chart: readonly Account[]): Roles {
  const held = Object.fromEntries(chart.flatMap(({ role, id }) => (role === null ? [] : [[role, id]])));
  for (const role of Object.keys(ROLES)) invariant(role in held, `no account has the role ${role}`);
  return held as Roles;
}

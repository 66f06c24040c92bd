import type { Role } from './account.ts';
import type { AccountId } from './ids.ts';

/** Which account has which role; books always have one for each. */
export type Roles = Readonly<Record<Role, AccountId>>;

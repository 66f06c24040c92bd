import type { Role } from '../ledger/account.ts';
import type { AccountId } from '../ledger/ids.ts';

/** Which account has which role; books always have one for each. */
export type Roles = Readonly<Record<Role, AccountId>>;

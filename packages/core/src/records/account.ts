import { ACCOUNT_TYPES, ROLES } from '../ledger/account.ts';
import { choice, CODE, field, NAME, type KindOfRecord } from './field.ts';

export const ACCOUNT: KindOfRecord = {
  one: 'Account',
  many: 'Accounts',
  fields: [
    CODE,
    NAME,
    field('type', 'Type', choice(ACCOUNT_TYPES), ['required', 'Where it stands in the statements.']),
    field('role', 'Role', choice(Object.keys(ROLES)), ['optional', 'What posting rules use it for.']),
  ],
};

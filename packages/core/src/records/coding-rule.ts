import { COST_TYPES } from '../ledger/cost-type.ts';
import { choice, CODE, codeOf, field, NAME, text, type KindOfRecord } from './field.ts';

/** Proposes codings for lines that came without one. */
export const CODING_RULE: KindOfRecord = {
  one: 'Coding rule',
  many: 'Coding rules',
  fields: [
    CODE,
    NAME,
    field('supplier', 'Supplier', codeOf('supplier'), ['optional', 'Whose lines; empty for anybody.']),
    field('account', 'Account', codeOf('account'), ['optional', 'On which account; empty for any.']),
    field('words', 'Words', text(100), ['optional', 'All of them are in the text of the line; empty for any text.']),
    field('project', 'Project', codeOf('project'), ['required', 'Where such lines belong.']),
    field('phase', 'Phase', text(20), ['optional', 'Code of the phase.']),
    field('costCode', 'Cost code', codeOf('cost-code'), ['required', 'Code of the kind of work.']),
    field('costType', 'Cost type', choice(COST_TYPES), ['optional', 'Empty for what is usual for the code.']),
  ],
};

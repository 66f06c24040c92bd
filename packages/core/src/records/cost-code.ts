import { COST_TYPES } from '../ledger/cost-type.ts';
import { choice, CODE, codeOf, field, NAME, type KindOfRecord } from './field.ts';

/** Whether work on a cost code is billed where a project is billed by time and materials. */
export const BILLABLE_CODES = ['as the project says', 'not billed'] as const;

export const COST_CODE: KindOfRecord = {
  one: 'Cost code',
  many: 'Cost codes',
  fields: [
    CODE,
    NAME,
    field('parent', 'Under', codeOf('cost-code'), ['optional', 'Code of the heading it stands under.']),
    field('costType', 'Usual cost type', choice(COST_TYPES), [
      'optional',
      'Taken where none is typed; empty for a heading.',
    ]),
    field('billable', 'Time and materials', choice(BILLABLE_CODES), [
      'optional',
      'Whether clients are billed for it; empty: as the project says.',
    ]),
  ],
};

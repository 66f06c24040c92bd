import { COST_TYPES } from '../ledger/cost-type.ts';
import { choice, CODE, codeOf, field, NAME, type KindOfRecord } from './field.ts';

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
  ],
};

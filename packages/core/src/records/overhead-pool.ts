import { OVERHEAD_BASES } from '../overhead/overhead-pool.ts';
import { choice, CODE, codeOf, field, NAME, text, type KindOfRecord } from './field.ts';

export const OVERHEAD_POOL: KindOfRecord = {
  one: 'Overhead pool',
  many: 'Overhead pools',
  fields: [
    CODE,
    NAME,
    field('accounts', 'Accounts', text(400), [
      'required',
      'Codes of the expense accounts it gathers, with spaces between; an account is in one pool.',
    ]),
    field('base', 'Base', choice(OVERHEAD_BASES), [
      'required',
      'What it is applied by. “rates”: the overhead in the rates of hours; “equipment”: the rates of own equipment.',
    ]),
    field('costCode', 'Charged to code', codeOf('cost-code'), [
      'optional',
      'Cost code that takes all of it on each project; empty for the phase and code of the cost it is applied by.',
    ]),
    field('rate', 'Rate', { kind: 'rate' }, [
      'optional',
      'Money for an hour of labor, or percent of labor or direct cost; none where it is in the rates of hours or equipment.',
    ]),
    field('rateFrom', 'Rate from', { kind: 'day' }, [
      'optional',
      'First day of this rate; a new day adds a rate. A first rate counts from the first day of the books.',
    ]),
  ],
};

import { CODE, field, NAME, text, type KindOfRecord } from './field.ts';

export const EMPLOYEE: KindOfRecord = {
  one: 'Employee',
  many: 'Employees',
  pay: ['costRate'],
  fields: [
    CODE,
    NAME,
    field('jobRole', 'Role', text(60), ['optional', 'Such as diver or surveyor.']),
    field('usualHours', 'Usual week', { kind: 'quantity' }, [
      'optional',
      'Hours of a usual week; 40 where nothing is said. A week of hours says who is short of theirs.',
    ]),
    field('costRate', 'Cost rate', { kind: 'rate' }, [
      'optional',
      'Loaded cost of an hour, up to 4 decimals; what it is made up of is told under Labor.',
    ]),
    field('rateFrom', 'Rate from', { kind: 'day' }, [
      'optional',
      'First day of this rate; a new day adds a rate. A first rate counts from the first day of the books.',
    ]),
  ],
};

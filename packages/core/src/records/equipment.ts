import { choice, CODE, field, NAME, type KindOfRecord } from './field.ts';

/** Own equipment is charged by the hour or by the day. */
export const EQUIPMENT_UNITS = ['hour', 'day'] as const;
export type EquipmentUnit = (typeof EQUIPMENT_UNITS)[number];

export const EQUIPMENT: KindOfRecord = {
  one: 'Equipment',
  many: 'Equipment',
  fields: [
    CODE,
    NAME,
    field('unit', 'Charged by', choice(EQUIPMENT_UNITS), [
      'required',
      'What is typed in a week of hours: hours or days.',
    ]),
    field('rate', 'Rate', { kind: 'rate' }, [
      'optional',
      'What an hour or a day of it costs a project, up to 4 decimals.',
    ]),
    field('rateFrom', 'Rate from', { kind: 'day' }, [
      'optional',
      'First day of this rate; a new day adds a rate. A first rate counts from the first day of the books.',
    ]),
  ],
};

import { CODE, field, NAME, type KindOfRecord } from './field.ts';

export const TAX_CODE: KindOfRecord = {
  one: 'Tax code',
  many: 'Tax codes',
  fields: [
    CODE,
    NAME,
    field('rate', 'Rate', { kind: 'percent' }, ['required', 'Percent of net, such as 8.25.']),
    field('recoverable', 'Recoverable', { kind: 'percent' }, [
      'required',
      'Percent of tax on purchases that comes back: 0 makes it cost, 100 input tax.',
    ]),
  ],
};

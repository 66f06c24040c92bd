import { field, OF_PROJECT, REASON, type KindOfRecord } from './field.ts';

export const ESTIMATE_OVERRIDE: KindOfRecord = {
  one: 'Estimate by hand',
  many: 'Estimates by hand',
  countsOn: 'month',
  fields: [
    OF_PROJECT,
    field('month', 'From month', { kind: 'month' }, ['required', 'First month it holds for, such as mar 2027.']),
    field('amount', 'EAC', { kind: 'money' }, [
      'optional',
      'Estimated cost at completion of the whole project; empty returns to the forecast or the budget.',
    ]),
    REASON,
  ],
};

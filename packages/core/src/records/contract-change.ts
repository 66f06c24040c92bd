import { field, OF_PROJECT, REASON, type KindOfRecord } from './field.ts';

export const CONTRACT_CHANGE: KindOfRecord = {
  one: 'Contract change',
  many: 'Contract changes',
  countsOn: 'effectiveOn',
  fields: [
    OF_PROJECT,
    field('effectiveOn', 'As of', { kind: 'day' }, ['required', 'Day from which the contract price is changed.']),
    field('amount', 'Change', { kind: 'money' }, ['required', 'Added to the contract price; negative to deduct.']),
    REASON,
  ],
};

import { CODE, field, NAME, OF_PROJECT, text, type KindOfRecord } from './field.ts';

export const PHASE: KindOfRecord = {
  one: 'Phase',
  many: 'Phases',
  fields: [
    OF_PROJECT,
    CODE,
    NAME,
    field('parent', 'Under', text(20), ['optional', 'Code of the phase it stands under.']),
  ],
};

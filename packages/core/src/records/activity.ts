import { CODE, NAME, type KindOfRecord } from './field.ts';

/** What people do, apart from where: rates may differ by it, and reports tell it apart. */
export const ACTIVITY: KindOfRecord = {
  one: 'Activity',
  many: 'Activities',
  fields: [CODE, NAME],
};

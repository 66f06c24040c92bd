import type { KindOfRecord } from './field.ts';
import { PARTY_FIELDS } from './party-fields.ts';

export const SUPPLIER: KindOfRecord = { one: 'Supplier', many: 'Suppliers', fields: PARTY_FIELDS };

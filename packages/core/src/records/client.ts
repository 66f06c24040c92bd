import type { KindOfRecord } from './field.ts';
import { PARTY_FIELDS } from './party-fields.ts';

export const CLIENT: KindOfRecord = { one: 'Client', many: 'Clients', fields: PARTY_FIELDS };

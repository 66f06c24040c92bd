import { CODE, field, NAME, text } from './field.ts';

/** Clients and suppliers have the same. */
export const PARTY_FIELDS = [
  CODE,
  NAME,
  field('address', 'Address', { kind: 'lines', most: 400 }, ['optional', 'As it stands on an envelope.']),
  field('email', 'Email', text(120), ['optional', 'For documents.']),
  field('termsDays', 'Terms, days', { kind: 'count' }, [
    'optional',
    'Days until an invoice or bill is due; empty for 30.',
  ]),
  field('country', 'Country', text(2), ['optional', 'Two letters, such as US, for invoices sent as UBL.']),
  field('taxNumber', 'Tax number', text(40), ['optional', 'As the tax office gave it.']),
] as const;

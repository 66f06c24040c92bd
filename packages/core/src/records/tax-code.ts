import { TAX_CATEGORIES, TAX_ON_BAD_DEBT, TAX_ON_RETENTION } from '../ledger/tax-code.ts';
import { choice, CODE, field, NAME, text, type KindOfRecord } from './field.ts';

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
    field('onRetention', 'On retention', choice(TAX_ON_RETENTION), [
      'optional',
      'Whether what a client holds back is taxed with its invoice, or when it is released; empty for with the invoice.',
    ]),
    field('onBadDebt', 'On bad debt', choice(TAX_ON_BAD_DEBT), [
      'optional',
      'Whether its tax comes back when a client does not pay; empty: it stays paid.',
    ]),
    field('category', 'Category', choice(TAX_CATEGORIES), [
      'optional',
      'As invoices sent as UBL name it; empty: standard, or exempt where the rate is 0.',
    ]),
    field('exemption', 'Why exempt', text(120), ['optional', 'What invoices say where nothing is taxed.']),
  ],
};

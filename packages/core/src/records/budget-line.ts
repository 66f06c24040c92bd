import { COST_TYPES } from '../ledger/cost-type.ts';
import { choice, codeOf, field, OF_PROJECT, text, type KindOfRecord } from './field.ts';

/** What changes a budget line by hand; change orders do by their approval. Neither moves a forecast. */
export const BUDGET_CAUSES = ['correction', 'transfer'] as const;

export const BUDGET_LINE: KindOfRecord = {
  one: 'Budget line',
  many: 'Budget lines',
  countsOn: 'effectiveOn',
  fields: [
    OF_PROJECT,
    field('phase', 'Phase', text(20), ['optional', 'Code of the phase.']),
    field('costCode', 'Cost code', codeOf('cost-code'), ['fixed', 'Code of the kind of work.']),
    field('costType', 'Cost type', choice(COST_TYPES), ['fixed', 'One of the six.']),
    field('quantity', 'Quantity', { kind: 'quantity' }, ['optional', 'With unit cost it gives the cost.']),
    field('unit', 'Unit', text(12), ['optional', 'Such as h, cy, each.']),
    field('unitCost', 'Unit cost', { kind: 'rate' }, ['optional', 'Up to 4 decimals.']),
    field('cost', 'Cost', { kind: 'money' }, ['optional', 'Left empty, quantity × unit cost.']),
    field('price', 'Price', { kind: 'money' }, ['optional', 'What the client pays for it.']),
    field('effectiveOn', 'As of', { kind: 'day' }, [
      'required',
      'A later day records a change, and the line keeps its history.',
    ]),
    field('reason', 'Reason', text(200), ['optional', 'Why it changed.']),
    field('cause', 'Cause', choice(BUDGET_CAUSES), [
      'optional',
      'What a change is: a correction, or a transfer from another line; a correction where none is typed.',
    ]),
    field('zeroMargin', 'At zero margin', choice(['no', 'yes']), [
      'optional',
      'Its cost shows no progress and earns itself: materials delivered long before they are installed. Empty: as it was.',
    ]),
  ],
};

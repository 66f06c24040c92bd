import type { KindOfDocument } from '../kind.ts';

const COMMITS = {
  party: 'supplier',
  openOn: null,
  undoing: { how: 'reversal' },
  needs: [],
} as const satisfies Partial<KindOfDocument>;

export const PURCHASE_ORDER = {
  ...COMMITS,
  one: 'Purchase order',
  many: 'Purchase orders',
  series: 'PO',
  posts: 'Nothing yet: it commits cost, which each project shows beside what it has cost.',
  actions: ['to order'],
} as const satisfies KindOfDocument;

export const SUBCONTRACT = {
  ...COMMITS,
  one: 'Subcontract',
  many: 'Subcontracts',
  series: 'SC',
  posts: 'Nothing yet: it commits cost, which each project shows beside what it has cost.',
  actions: ['to order'],
} as const satisfies KindOfDocument;

export const ORDER_CHANGE = {
  ...COMMITS,
  one: 'Order change',
  many: 'Order changes',
  series: null,
  posts: 'Nothing: it changes what is committed.',
  actions: ['to order'],
} as const satisfies KindOfDocument;

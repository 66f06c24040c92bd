import type { KindOfDocument } from '../kind.ts';

const TAKEN_OVER = { series: null, undoing: { how: 'reversal' }, beforeBooks: true, leavesNoWork: true } as const;

export const OPENING = {
  ...TAKEN_OVER,
  one: 'Opening balances',
  many: 'Opening balances',
  series: 'OB',
  party: null,
  openOn: null,
  needs: ['retained-earnings', 'earned-unbilled', 'revenue', 'progress-billings'],
  posts:
    'The balances as typed, the day before the books begin. What a project earned: Dr earned, unbilled; Cr revenue. What projects earned in years before comes off retained earnings.',
  postsToClosed: true,
  isPostedOnce: true,
  billsWork: true,
  actions: ['enter again'],
  leavesNothingUncoded: true,
} as const satisfies KindOfDocument;

export const OPENING_BILL = {
  ...TAKEN_OVER,
  one: 'Bill taken over',
  many: 'Bills taken over',
  party: 'supplier',
  openOn: 'payable',
  needs: ['retained-earnings', 'payable'],
  posts: 'Dr retained earnings; Cr payables, the day before the books begin. The opening balances hold the other side.',
  cameWith: 'opening',
} as const satisfies KindOfDocument;

export const OPENING_INVOICE = {
  ...TAKEN_OVER,
  one: 'Invoice taken over',
  many: 'Invoices taken over',
  party: 'client',
  openOn: 'receivable',
  needs: ['retained-earnings', 'receivable'],
  posts:
    'Dr receivables; Cr retained earnings, the day before the books begin. The opening balances hold the other side.',
  cameWith: 'opening',
} as const satisfies KindOfDocument;

export const OPENING_DEPOSIT = {
  ...TAKEN_OVER,
  one: 'Deposit taken over',
  many: 'Deposits taken over',
  party: 'supplier',
  openOn: 'supplier-deposits',
  needs: ['retained-earnings', 'supplier-deposits'],
  posts:
    'Dr deposits paid to suppliers; Cr retained earnings, the day before the books begin. The opening balances hold the other side.',
  cameWith: 'opening',
} as const satisfies KindOfDocument;

export const OPENING_RETENTION = {
  ...TAKEN_OVER,
  one: 'Retention taken over',
  many: 'Retention taken over',
  party: 'supplier',
  openOn: null,
  needs: ['retained-earnings', 'retention-payable'],
  posts:
    'Dr retained earnings; Cr retention payable, the day before the books begin. The opening balances hold the other side.',
  cameWith: 'opening',
} as const satisfies KindOfDocument;

export const OPENING_HELD = {
  ...TAKEN_OVER,
  one: 'Client retention taken over',
  many: 'Client retention taken over',
  party: 'client',
  openOn: null,
  needs: ['retained-earnings', 'retention-receivable'],
  posts:
    'Dr retention receivable; Cr retained earnings, the day before the books begin. The opening balances hold the other side.',
  cameWith: 'opening',
} as const satisfies KindOfDocument;

export const OPENING_CLIENT_DEPOSIT = {
  ...TAKEN_OVER,
  one: 'Client deposit taken over',
  many: 'Client deposits taken over',
  party: 'client',
  openOn: null,
  needs: ['retained-earnings', 'client-deposits'],
  posts:
    'Dr retained earnings; Cr client deposits, the day before the books begin. The opening balances hold the other side.',
  cameWith: 'opening',
} as const satisfies KindOfDocument;

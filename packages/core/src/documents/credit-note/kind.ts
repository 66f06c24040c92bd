import type { KindOfDocument } from '../kind.ts';

export const CREDIT_NOTE = {
  one: 'Credit note',
  many: 'Credit notes',
  series: 'CN',
  party: 'client',
  openOn: 'receivable',
  undoing: { how: 'reversal' },
  needs: ['receivable', 'retention-receivable', 'client-deposits', 'progress-billings', 'output-tax'],
  posts:
    'Dr progress billings of the project or the accounts of its lines, and output tax; Cr retention receivable and deposits their shares, and receivables.',
  billsWork: true,
  linesSayNumber: true,
  actions: ['print', 'ubl', 'send', 'pay back'],
  pdf: '/credit-notes',
} as const satisfies KindOfDocument;

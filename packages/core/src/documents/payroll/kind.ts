import type { KindOfDocument } from '../kind.ts';

export const PAYROLL = {
  one: 'Payroll',
  many: 'Payrolls',
  series: null,
  party: null,
  openOn: null,
  undoing: { how: 'reversal' },
  needs: ['labor-clearing', 'net-pay', 'payroll-liabilities'],
  posts:
    'Dr labor clearing gross pay, employer taxes, insurance, benefits and the fee; Cr net pay, and what is withheld and owed.',
} as const satisfies KindOfDocument;

import type { AccountType, Role } from '../ledger/account.ts';

export interface StarterAccount {
  readonly code: string;
  readonly name: string;
  readonly type: AccountType;
  readonly role: Role | null;
}

function account(code: string, name: string, type: AccountType, role: Role | null = null): StarterAccount {
  return { code, name, type, role };
}

/** What new books begin with: one account for every role, and the usual others. Names and codes may be changed later. */
export const STARTER_ACCOUNTS: readonly StarterAccount[] = [
  account('1010', 'Bank', 'asset', 'bank'),
  account('1200', 'Receivables', 'asset', 'receivable'),
  account('1210', 'Retention receivable', 'asset', 'retention-receivable'),
  account('1250', 'Deposits paid to suppliers', 'asset', 'supplier-deposits'),
  account('1290', 'Input tax', 'asset', 'input-tax'),
  account('1300', 'Work in process', 'asset', 'wip'),
  account('1350', 'Construction in progress', 'asset', 'construction-in-progress'),
  account('1400', 'Earned, unbilled', 'asset', 'earned-unbilled'),
  account('1600', 'Vessels and equipment', 'asset'),
  account('2010', 'Payables', 'liability', 'payable'),
  account('2020', 'Retention payable', 'liability', 'retention-payable'),
  account('2030', 'Received, not billed', 'liability', 'received-not-billed'),
  account('2050', 'Owed to employees', 'liability', 'owed-to-employees'),
  account('2100', 'Output tax', 'liability', 'output-tax'),
  account('2200', 'Labor clearing', 'liability', 'labor-clearing'),
  account('2210', 'Net pay', 'liability', 'net-pay'),
  account('2220', 'Payroll taxes and deductions', 'liability', 'payroll-liabilities'),
  account('2300', 'Progress billings', 'liability', 'progress-billings'),
  account('2350', 'Client deposits', 'liability', 'client-deposits'),
  account('2400', 'Provision for contract losses', 'liability', 'loss-provision'),
  account('2600', 'Bank loan', 'liability'),
  account('3010', 'Paid-in capital', 'equity'),
  account('3090', 'Retained earnings', 'equity', 'retained-earnings'),
  account('4010', 'Contract revenue', 'revenue', 'revenue'),
  account('4900', 'Other income', 'revenue'),
  account('5010', 'Cost of revenue', 'cost-of-revenue', 'cost-of-revenue'),
  account('5900', 'Expected contract losses', 'cost-of-revenue', 'loss-expense'),
  account('6010', 'Indirect labor', 'expense', 'indirect-labor'),
  account('6020', 'Labor variance', 'expense', 'labor-variance'),
  account('6030', 'Overhead applied', 'expense', 'overhead-applied'),
  account('6035', 'Overhead variance', 'expense', 'overhead-variance'),
  account('6040', 'Equipment recovered', 'expense', 'equipment-recovered'),
  account('6050', 'Internal projects', 'expense', 'internal-projects'),
  account('6100', 'Rent and yard', 'expense'),
  account('6200', 'Insurance', 'expense'),
  account('6300', 'Office and software', 'expense'),
  account('6400', 'Vehicles and fuel', 'expense'),
  account('6500', 'Professional fees', 'expense'),
  account('6800', 'Bad debts', 'expense', 'bad-debts'),
  account('6850', 'Receipt differences', 'expense', 'receipt-differences'),
  account('6900', 'Other expense', 'expense'),
];

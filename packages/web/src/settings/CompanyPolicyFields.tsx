import { cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { typedNumber } from '@lowtide/core/money/typed-number.ts';
import type { Answer } from '../api/books-api.ts';
import { Choice } from '../ui/Choice.tsx';
import { Field } from '../ui/Field.tsx';

/** What the company holds its books to, as typed. */
export interface TypedCompanyPolicy {
  readonly approval: string;
  readonly overBudget: string;
  readonly approveAbove: string;
  readonly laborCost: string;
  readonly receiptShort: string;
}

type Company = NonNullable<Answer<'frame'>['company']>;

export function typedCompanyPolicy(company: Company | null): TypedCompanyPolicy {
  return {
    approval: company?.approveHours === true ? 'needed' : 'none',
    overBudget: company?.overBudget ?? 'warn',
    approveAbove: company?.approveBillsAboveCents == null ? '' : dollars(cents(company.approveBillsAboveCents)),
    laborCost: company?.laborCost ?? 'trued up',
    receiptShort: dollars(cents(company?.receiptDifferenceCents ?? 0)),
  };
}

/** The same as an order says it. */
export function companyPolicyOf({ approval, overBudget, approveAbove, laborCost, receiptShort }: TypedCompanyPolicy) {
  return {
    approveHours: approval === 'needed',
    overBudget: overBudget === 'block' ? ('block' as const) : ('warn' as const),
    approveBillsAboveCents: minorUnits(approveAbove),
    laborCost: laborCost === 'standard' ? ('standard' as const) : ('trued up' as const),
    receiptDifferenceCents: minorUnits(receiptShort) ?? 0,
  };
}

/** An amount as typed, in minor units; null where nothing is typed. What is no amount is told at its field. */
function minorUnits(typed: string): number | null {
  if (typed.trim() === '') return null;
  const read = typedNumber(typed, 2);
  return read.kind === 'number' ? read.scaled : Number.NaN;
}

const APPROVALS = [
  { value: 'none', text: 'are posted once they are submitted' },
  { value: 'needed', text: 'need the approval of whoever leads the project' },
];

const OVER_BUDGETS = [
  { value: 'warn', text: 'is warned of, and may be posted' },
  { value: 'block', text: 'is not posted' },
];

const LABOR_COSTS = [
  { value: 'trued up', text: 'is trued up to what was paid' },
  { value: 'standard', text: 'stays at the rates of its hours' },
];

export interface CompanyPolicyFieldsProps {
  readonly field: (
    name: keyof TypedCompanyPolicy,
    at?: string,
  ) => { readonly value: string; readonly onChange: (value: string) => void; readonly problem: string | undefined };
}

/** Who approves hours and bills, what is posted over budget, and what labor costs projects. */
export function CompanyPolicyFields({ field }: CompanyPolicyFieldsProps) {
  return (
    <>
      <Choice label="Hours that people enter themselves" options={APPROVALS} {...field('approval', 'approveHours')} />
      <Choice label="What takes a budget line over its budget" options={OVER_BUDGETS} {...field('overBudget')} />
      <Field
        label="Bills above this are approved by somebody else"
        figures
        {...field('approveAbove', 'approveBillsAboveCents')}
        hint="Empty for none. Whoever typed a sheet does not approve it."
      />
      <Choice label="Cost of labor on projects" options={LABOR_COSTS} {...field('laborCost')} />
      <Field
        label="Receipts short by up to this are taken as paid"
        figures
        {...field('receiptShort', 'receiptDifferenceCents')}
        hint="The rest is written off to receipt differences, its tax put right; 0 for nothing."
      />
    </>
  );
}

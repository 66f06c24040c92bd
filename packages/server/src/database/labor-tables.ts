import type { CodingColumns } from './coding-columns.ts';
import type { Generated } from 'kysely';

/** Hours, and what they cost. */
export interface LaborTables {
  worked_hours: CodingColumns & {
    id: Generated<number>;
    document_id: number;
    employee_id: number;
    worked_on: number;
    hours_e4: number;
    rate_e4: number;
    cost_cents: number;
    pay: Generated<string>;
    is_billable: Generated<number>;
    rate_rule_id: number | null;
    overhead_cents: Generated<number>;
    activity_id: number | null;
  };
  /** A supplement names the payroll whose days it adds to. */
  payroll: {
    document_id: number;
    supplement_to: number | null;
    from_on: number;
    through_on: number;
    fee_cents: number;
  };
  payroll_line: {
    id: Generated<number>;
    document_id: number;
    employee_id: number | null;
    regular_hours_e4: number;
    overtime_hours_e4: number;
    gross_cents: number;
    taxes_cents: number;
    insurance_cents: number;
    benefits_cents: number;
    withheld_cents: number;
  };
  /** What posted hours of a day come to, and what of their cost labor clearing was credited with; kept up with each posting. */
  labor_day: { worked_on: number; hours_e4: number; applied_cents: number };
  /** What a payroll with days of its own and its supplements paid, and what true-ups settled of it; kept up likewise. */
  pay_period: { payroll_id: number; hours_e4: number; paid_cents: number; settled_cents: number };
  true_up_line: {
    id: Generated<number>;
    document_id: number;
    payroll_id: number;
    employee_id: number | null;
    amount_cents: number;
  };
  rate_rule: {
    id: Generated<number>;
    side: string;
    project_id: number | null;
    client_id: number | null;
    employee_id: number | null;
    role: string | null;
    activity: string | null;
    effective_on: number;
    regular_e4: number;
    overtime_e4: number;
    double_e4: number;
    regular_overhead_e4: number;
    overtime_overhead_e4: number;
    double_overhead_e4: number;
    build_up: string | null;
    note: string;
    replaces_id: number | null;
    is_withdrawn: number;
    recorded_at: number;
    recorded_by: string;
  };
}

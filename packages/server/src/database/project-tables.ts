import type { TOLD_DECISIONS } from '@lowtide/core/forecast/told-forecast.ts';
import type { RETENTION_REDUCTIONS, RETENTION_SCOPES } from '@lowtide/core/billing/retention-terms.ts';
import type { APPLICATIONS_POST } from '@lowtide/core/billing/schedule.ts';
import type { BEFORE_CONTRACT, BEFORE_ESTIMATE, BILLING_BASES } from '@lowtide/core/ledger/project.ts';
import type { LOSSES_PER, OBLIGATION_METHODS } from '@lowtide/core/progress/obligation.ts';
import type { VARIABLE_KINDS } from '@lowtide/core/progress/variable-amounts.ts';
import type { Generated } from 'kysely';
import type { CodingRow } from './coding-columns.ts';
import type { Coded, Recorded } from './table-columns.ts';

/** Projects, how they are billed, and the changes of budget, contract and estimate that were agreed. */
export interface ProjectTables {
  project: Coded & {
    kind: string;
    client_id: number | null;
    manager: string;
    start_on: number;
    target_end_on: number | null;
    actual_end_on: number | null;
    status: string;
    method: string;
    cost_treatment: string;
    tax_code_id: number | null;
    site_address: string;
    notes: string;
    /** As it is typed: `10 until 50, then 0`. */
    retention: Generated<string>;
    retention_stored_millionths: number | null;
    retention_by: Generated<(typeof RETENTION_SCOPES)[number]>;
    retention_reduces: Generated<(typeof RETENTION_REDUCTIONS)[number]>;
    retention_due_days: number | null;
    /** What of it the final invoice releases; null for nothing. */
    retention_final_millionths: number | null;
    billed_by: Generated<(typeof BILLING_BASES)[number]>;
    /** Of time and materials, as it is typed. */
    markup: Generated<string>;
    /** 1: the run that earns the rest closes it. */
    closes_when_earned: Generated<number>;
    applications_post: Generated<(typeof APPLICATIONS_POST)[number]>;
    method_reason: Generated<string>;
    units_in_all: number | null;
    before_contract: Generated<(typeof BEFORE_CONTRACT)[number]>;
    before_estimate: Generated<(typeof BEFORE_ESTIMATE)[number]>;
  };
  phase: Coded & { project_id: number; parent_id: number | null };
  budget_line: CodingRow & {
    id: Generated<number>;
    unit: string;
    unit_cost_e4: number;
    version: Generated<number>;
  };
  budget_change: Recorded & {
    budget_line_id: number;
    effective_on: number;
    quantity_e4: number;
    cost_cents: number;
    price_cents: number;
    original: number;
    reason: string;
    approval_id: Generated<number | null>;
    agreed_on: Generated<number | null>;
    unit: string;
    cause: string;
  };
  contract_change: Recorded & {
    project_id: number;
    effective_on: number;
    amount_cents: number;
    reason: string;
    approval_id: Generated<number | null>;
    agreed_on: Generated<number | null>;
    /** 1: of a cancelled contract, or taken back of one. */
    cancels: Generated<number>;
  };
  /** The percent that a project was surveyed at on a day. */
  surveyed_progress: Recorded & {
    project_id: number;
    told_on: number;
    complete_millionths: number;
    reason: string;
    /** Of an obligation of a split contract. */
    phase_id: Generated<number | null>;
  };
  /** How a contract is split into performance obligations from a day on; without any, no longer. */
  contract_split: Recorded & {
    project_id: number;
    counts_on: number;
    losses_per: (typeof LOSSES_PER)[number];
    reason: string;
  };
  split_obligation: {
    id: Generated<number>;
    split_id: number;
    phase_id: number;
    price_cents: number;
    method: (typeof OBLIGATION_METHODS)[number];
    finished_on: number | null;
  };
  /** A claim, a bonus, a penalty or a pending change order that may be part of the price before it is agreed. */
  variable_amount: Recorded & {
    project_id: number;
    kind: (typeof VARIABLE_KINDS)[number];
    name: string;
    /** The pending change order that it is of. */
    estimate_id: number | null;
  };
  /** What of it is included in the price from a day on; 0 for nothing. */
  variable_stand: Recorded & { variable_amount_id: number; counts_on: number; amount_cents: number; reason: string };
  wasted_cost: Recorded & { project_id: number; counts_on: number; amount_cents: number; reason: string };
  /** Units done of a project to date, on a day. */
  units_done: Recorded & { project_id: number; told_on: number; quantity_e4: number; reason: string };
  /** Since when forecasts of a month are asked for, and how far an estimate may move without a reason; the last one counts. */
  forecast_round: Recorded & { month: number; limit_millionths: number };
  /** A forecast as whoever leads the project told it: its rows as typed, as JSON. */
  told_forecast: Recorded & {
    project_id: number;
    month: number;
    rows: string;
    text: string;
    before_cents: number;
    estimate_cents: number;
  };
  told_forecast_decision: Recorded & {
    told_forecast_id: number;
    decision: (typeof TOLD_DECISIONS)[number];
    reason: string;
  };
  /** What readers of the WIP schedule are told of a project from a month on. */
  reader_note: Recorded & { project_id: number; month: number; text: string };
  /** It counts from a day on, with its weight among those of its project. */
  milestone: Recorded & { project_id: number; name: string; weight_millionths: number; counts_on: number };
  /** Reached from a day on, or no more. */
  milestone_stand: Recorded & { milestone_id: number; counts_on: number; is_reached: number; reason: string };
  estimate_override: Recorded & {
    project_id: number;
    month: number;
    amount_cents: number | null;
    reason: string;
    agreed_month: Generated<number | null>;
  };
}

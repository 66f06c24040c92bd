import type { Generated } from 'kysely';
import type { CodingRow } from './coding-columns.ts';

/** What was billed of schedules of values, and what was asked for and certified. */
export interface BillingTables {
  /** What a document does to a line of an invoice; no line for what is on no schedule. */
  billed_value: {
    id: Generated<number>;
    document_id: number;
    project_id: number;
    invoice_id: number;
    line_id: number | null;
    work_cents: number;
    stored_cents: number;
    withheld_cents: number;
    released_cents: number;
  };
  /** What a document bills as a deposit, draws down of one or gives back. */
  deposit_move: {
    id: Generated<number>;
    document_id: number;
    deposit_id: number;
    project_id: number;
    net_cents: number;
    tax_cents: number;
  };
  /** What somebody did, or something cost, for a client that is billed by time and materials. */
  billable_work: {
    id: Generated<number>;
    document_id: number;
    project_id: number;
    kind: 'hours' | 'cost';
    line_id: number | null;
    hours_id: number | null;
    /** The work it takes back. */
    mirrors_id: number | null;
    done_on: number;
    counts_on: number;
    employee_id: number | null;
    phase_id: number | null;
    cost_code_id: number | null;
    cost_type: string | null;
    text: string;
    quantity_e4: number;
    worth_cents: number;
    /** 0: no bill rate held for it when it was posted. */
    priced: number;
  };
  billed_work: {
    id: Generated<number>;
    work_id: number;
    document_id: number | null;
    counts_on: number;
    billed_cents: number;
    written_cents: number;
    reason: string;
    recorded_at: number;
    recorded_by: string;
  };
  /** What of work is neither billed nor written down; kept up with each move of it. */
  work_left: { work_id: number; project_id: number; left_cents: number };
  /** The last invoice of a project, which finished it. */
  project_finish: { document_id: number; project_id: number };
  /** Where the cost of a line of a schedule belongs. */
  scheduled_coding: CodingRow & { id: Generated<number>; scheduled_value_id: number };
  application: {
    document_id: number;
    project_id: number;
    ordinal: number;
    version: number;
    through_on: number;
    replaces_id: number | null;
  };
  asked_value: {
    id: Generated<number>;
    document_id: number;
    line_id: number | null;
    work_cents: number;
    stored_cents: number;
    may_exceed: number;
  };
  /** The application that an invoice answers. */
  certificate: { document_id: number; application_id: number };
}

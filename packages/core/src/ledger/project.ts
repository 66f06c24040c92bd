import type { IsoDate } from '../calendar/iso-date.ts';
import type { Role } from './account.ts';
import type { PartyId, PhaseId, ProjectId, TaxCodeId } from './ids.ts';

export const PROJECT_KINDS = ['client', 'internal'] as const;
export const PROJECT_STATUSES = ['proposed', 'active', 'finished', 'closed', 'cancelled'] as const;
/**
 * How a project's progress is measured: cost to date ÷ estimate at completion; hours worked ÷ hours worked and to come; units done ÷ units in
 * all; a percent that the site is surveyed at; milestones that are
 * reached, by their weights; not before it is finished (completed contract); what is billed, for small jobs; what its work may be billed
 * at, for time and materials; or not at all, for internal projects.
 */
export const METHODS = [
  ...([
    'cost-to-cost',
    'labor-hours',
    'units',
    'surveyed',
    'milestones',
    'completed-contract',
    'as-billed',
    'as-billable',
    'none',
  ] as const),
] as const;
/** What its invoices are of: what was agreed for it, or the hours and costs of its work. */
export const BILLING_BASES = ['what was agreed', 'time and materials'] as const;
/** `hold`: cost waits in WIP (or construction in progress) until it is recognized; `expense`: it is expensed as incurred. */
export const COST_TREATMENTS = ['hold', 'expense'] as const;
/** Cost before there is a contract: it waits, for the client is expected to pay for it; or it is expensed. */
export const BEFORE_CONTRACT = ['waits', 'expensed'] as const;
/** Work under a contract before it is estimated: its cost waits, or it earns what it costs (zero margin, ASC 606-10-25-37, IFRS 15.45). */
export const BEFORE_ESTIMATE = ['waits', 'earns its cost'] as const;

export interface Phase {
  readonly id: PhaseId;
  readonly code: string;
  readonly name: string;
  readonly parent: PhaseId | null;
}

export interface Project {
  readonly id: ProjectId;
  readonly code: string;
  readonly name: string;
  readonly kind: (typeof PROJECT_KINDS)[number];
  readonly client: PartyId | null;
  readonly status: (typeof PROJECT_STATUSES)[number];
  readonly method: (typeof METHODS)[number];
  readonly costTreatment: (typeof COST_TREATMENTS)[number];
  readonly startOn: IsoDate;
  readonly actualEndOn: IsoDate | null;
  readonly taxCode: TaxCodeId | null;
  readonly phases: readonly Phase[];
}

/** What a project does while there is no contract, or no estimate. */
export interface BeforeItIsMeasured {
  readonly beforeContract: (typeof BEFORE_CONTRACT)[number];
  readonly beforeEstimate: (typeof BEFORE_ESTIMATE)[number];
}

/** The account a project's cost goes to when it is incurred. */
export function costRole(project: Pick<Project, 'kind' | 'costTreatment'>): Role {
  if (project.kind === 'client') return project.costTreatment === 'hold' ? 'wip' : 'cost-of-revenue';
  return project.costTreatment === 'hold' ? 'construction-in-progress' : 'internal-projects';
}

/** A closed project takes no cost, billing or earning, and nothing is agreed for it; what was is still settled. */
export function isClosed(project: Pick<Project, 'status'>): boolean {
  return project.status === 'closed';
}

/** Closed and cancelled projects take no more cost. */
export function takesCost(project: Pick<Project, 'status'>): boolean {
  return project.status !== 'closed' && project.status !== 'cancelled';
}

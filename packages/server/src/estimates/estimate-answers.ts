import type { EstimateBasis } from '@lowtide/core/estimate/read-estimate.ts';
import { ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import type { Answer } from '../http/api.ts';
import type { ProjectRecord } from '../company/project-queries.ts';
import type { EstimateRecord, planOf, ScheduledRow } from './estimate-queries.ts';
import { typedCost, type TypedAtSetUp } from './typed-setup-queries.ts';

type Head = Answer<'newEstimate'>;

export function headAnswer(estimate: EstimateRecord): Head {
  return {
    id: estimate.id,
    kind: estimate.kind,
    number: estimate.number,
    name: estimate.name,
    status: estimate.status,
    costCents: estimate.cost,
    priceCents: estimate.price,
    pricedOn: estimate.pricedOn,
    targetEndOn: estimate.targetEndOn,
    decidedOn: estimate.decidedOn,
    decidedBy: estimate.decidedBy,
    decision: estimate.decision,
    effectiveOn: estimate.effectiveOn,
    version: estimate.version,
    updatedAt: new Date(estimate.updatedAt).toISOString(),
    updatedBy: estimate.updatedBy,
  };
}

export interface EstimateParts {
  readonly rows: readonly EstimateRecord[];
  readonly exposure: { readonly cost: Cents; readonly price: Cents } | undefined;
  readonly schedule: readonly ScheduledRow[];
  readonly plan: Awaited<ReturnType<typeof planOf>>;
  readonly typed: TypedAtSetUp;
}

export function projectAnswer(
  { id, code, name, kind, targetEndOn }: ProjectRecord,
  { rows, exposure, schedule, plan, typed }: EstimateParts,
): Answer<'estimates'> {
  return {
    project: { id, code, name, kind, targetEndOn },
    rows: rows.map(headAnswer),
    exposure: { costCents: exposure?.cost ?? ZERO, priceCents: exposure?.price ?? ZERO },
    schedule: schedule.map((row) => ({ name: row.name, amountCents: row.amount, from: row.from })),
    plan: plan.map((row) => ({ name: row.name, amountCents: row.amount, from: row.from, dueOn: row.dueOn })),
    typedAtSetUp: { costCents: typedCost(typed), priceCents: typed.price },
  };
}

export function basisAnswer({ project, costCodes, workers, pricedOn }: EstimateBasis): Answer<'estimate'>['basis'] {
  const { id, code, name, kind, phases } = project;
  return {
    project: {
      id,
      code,
      name,
      kind,
      phases: phases.map((phase) => ({ id: phase.id, code: phase.code, name: phase.name })),
    },
    costCodes: [...costCodes],
    workers: workers.map((worker) => ({ ...worker, rates: [...worker.rates] })),
    pricedOn,
  };
}

import { cents, difference, sum, type Cents } from '@lowtide/core/money/cents.ts';
import type { Month } from '@lowtide/core/calendar/month.ts';
import { causesTogether, type Cause } from '@lowtide/core/progress/month-causes.ts';
import { releasedCost, type RecognitionRow } from '@lowtide/core/progress/recognition-run.ts';
import type { Warning } from '@lowtide/core/problems/problem.ts';
import { concern } from '@lowtide/core/problems/wording.ts';
import type { Value } from '@lowtide/core/reports/table.ts';
import type { PostedRows } from '@lowtide/core/wire/recognition.ts';
import type { z } from 'zod';
import type { Answer } from '../http/api.ts';
import { projectFigures } from '../http/traced.ts';
import type { Explained } from './month-causes-queries.ts';
import type { LeftOut } from './run-queries.ts';

type Run = Answer<'recognition'>;

/** A row of a run, with why it earns what it does. */
export function rowAnswer(row: RecognitionRow, month: Month, why: Explained | undefined): Run['rows'][number] {
  const { position } = row;
  const { project, override } = position;
  const figure = projectFigures(project.id, month);
  return {
    id: project.id,
    code: project.code,
    name: project.name,
    contract: figure('contract', position.contract),
    estimate: figure('estimate', row.estimate),
    cost: figure('cost', position.costToDate),
    progress: row.progress.kind,
    complete: row.progress.complete,
    earnedBeforeCents: row.earnedBefore,
    earnedMonthCents: difference(row.earnedToDate, row.earnedBefore),
    earnedToDateCents: row.earnedToDate,
    releasedCents: releasedCost(row),
    provisionChangeCents: difference(row.provisionToDate, position.provision),
    provisionCents: row.provisionToDate,
    override: override && { amountCents: override.amount, reason: override.reason },
    warnings: row.warnings.map(warningAnswer),
    ...{ includedCents: position.included, method: project.method },
    causes: causesAnswer(why?.causes ?? []),
    before: why?.before ?? null,
  };
}

/** Projects left out that are named at once. */
const FIRST_LEFT_OUT = 50;

export function leftOutAnswer(leftOut: readonly LeftOut[]): Run['leftOut'] {
  return {
    first: leftOut
      .slice(0, FIRST_LEFT_OUT)
      .map(({ project: { id, code, name }, reason }) => ({ id, code, name, reason })),
    count: leftOut.length,
  };
}

/** Warnings that are told at once. */
export const FIRST_WARNINGS = 500;

export function warningAnswer(warning: Warning): Run['rows'][number]['warnings'][number] {
  return { at: warning.at, kind: warning.kind, message: concern(warning) };
}

/** What the rows of a run can be put in order by. */
export const RUN_ORDERS: Readonly<Record<string, (row: Run['rows'][number]) => Value>> = {
  code: ({ code }) => code,
  name: ({ name }) => name,
  contract: ({ contract }) => contract.amountCents,
  estimate: ({ estimate }) => estimate.amountCents,
  cost: ({ cost }) => cost.amountCents,
  complete: ({ complete }) => complete,
  before: ({ earnedBeforeCents }) => earnedBeforeCents,
  month: ({ earnedMonthCents }) => earnedMonthCents,
  toDate: ({ earnedToDateCents }) => earnedToDateCents,
  released: ({ releasedCents }) => releasedCents,
  provision: ({ provisionChangeCents }) => provisionChangeCents,
};

type PostedRow = z.output<typeof PostedRows>[number];

export function postedTotals(rows: readonly PostedRow[]): NonNullable<Run['postedTotals']> {
  const total = (of: (row: PostedRow) => Cents): Cents => sum(rows.map(of));
  return {
    count: rows.length,
    causes: causesAnswer(causesTogether(rows.map(({ causes }) => causes.map(causeOf)))),
    earnedBeforeCents: total(({ earnedBeforeCents }) => earnedBeforeCents),
    earnedMonthCents: total(({ earnedMonthCents }) => earnedMonthCents),
    earnedToDateCents: total(({ earnedToDateCents }) => earnedToDateCents),
    releasedCents: total(({ releasedCents }) => releasedCents),
    provisionChangeCents: total(({ provisionChangeCents }) => provisionChangeCents),
  };
}

export function totalsAnswer(rows: readonly RecognitionRow[], why: ReadonlyMap<number, Explained>): Run['totals'] {
  const total = (of: (row: RecognitionRow) => Cents): Cents => cents(rows.reduce((all, row) => all + of(row), 0));
  return {
    contractCents: total(({ position }) => position.contract),
    estimateCents: total(({ estimate }) => estimate),
    costCents: total(({ position }) => position.costToDate),
    earnedBeforeCents: total(({ earnedBefore }) => earnedBefore),
    earnedMonthCents: total((row) => difference(row.earnedToDate, row.earnedBefore)),
    earnedToDateCents: total(({ earnedToDate }) => earnedToDate),
    releasedCents: total(releasedCost),
    provisionChangeCents: total((row) => difference(row.provisionToDate, row.position.provision)),
    provisionCents: total(({ provisionToDate }) => provisionToDate),
    causes: causesAnswer(causesTogether([...why.values()].map(({ causes }) => causes))),
  };
}

function causeOf({ cause, earnedCents, profitCents }: PostedRow['causes'][number]): Cause {
  return { cause, earned: earnedCents, profit: profitCents };
}

function causesAnswer(causes: readonly Cause[]): Run['totals']['causes'] {
  return causes.map(({ cause, earned, profit }) => ({ cause, earnedCents: earned, profitCents: profit }));
}

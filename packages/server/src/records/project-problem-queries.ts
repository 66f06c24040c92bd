import { retentionSteps } from '@lowtide/core/billing/retention-terms.ts';
import { markups } from '@lowtide/core/billing/markups.ts';
import { problemsOf } from '@lowtide/core/problems/decision.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import type { ReadRecord } from '@lowtide/core/records/read-record.ts';
import type { Db } from '../database/schema.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { sql } from 'kysely';
import { closedProblems } from '../projects/closed-project-queries.ts';
import { originalPriceOf } from '../projects/contract-write-queries.ts';
import { closingOf } from '../projects/project-closing-queries.ts';
import { dayNumberOf, moneyOf, numberOf, textOf, type Accepting } from './record-queries.ts';

/** What is wrong with a project as typed, and why it cannot be closed yet. */
export async function projectProblems(
  db: Db,
  id: number | null,
  record: ReadRecord,
  accepting: Accepting,
): Promise<readonly Problem[]> {
  const problems: Problem[] = [];
  const start = dayNumberOf(record, 'startOn');
  for (const [field, label] of [
    ['targetEndOn', 'the target end'],
    ['actualEndOn', 'the actual end'],
  ] as const) {
    const end = dayNumberOf(record, field);
    if (start !== null && end !== null && end < start) {
      problems.push({ at: field, kind: 'days-out-of-order', earlier: 'the start', later: label });
    }
  }
  const status = textOf(record, 'status');
  problems.push(...endProblems(record, status));
  if (status !== 'cancelled' && moneyOf(record, 'priceWhenCancelled') !== null) {
    problems.push({ at: 'priceWhenCancelled', kind: 'price-not-read' });
  }
  if (textOf(record, 'kind') === 'client' && numberOf(record, 'client') === null) {
    problems.push({ at: 'client', kind: 'missing', field: 'the client of a project for a client' });
  }
  const method = textOf(record, 'method');
  if (textOf(record, 'kind') === 'internal') {
    if (method !== 'none') problems.push({ at: 'method', kind: 'not-a-choice', typed: method, choices: ['none'] });
  } else if (method === 'none') problems.push({ at: 'method', kind: 'client-project-unmeasured' });
  if (method === 'as-billed' && textOf(record, 'costTreatment') === 'hold') {
    problems.push({ at: 'costTreatment', kind: 'as-billed-holds-cost' });
  }
  if (method === 'units' && (numberOf(record, 'unitsInAll') ?? 0) <= 0) {
    problems.push({ at: 'unitsInAll', kind: 'missing', field: 'how many units there are to do' });
  }
  if (method === 'completed-contract') problems.push(...completedProblems(record));
  const isByWork = textOf(record, 'billedBy') === 'time and materials';
  if (method === 'as-billable' && !isByWork) problems.push({ at: 'billedBy', kind: 'billable-needs-work' });
  if (isByWork && textOf(record, 'kind') === 'internal') {
    problems.push({ at: 'billedBy', kind: 'client-needed', project: textOf(record, 'code') });
  }
  if (markups(textOf(record, 'markup')) === undefined) {
    problems.push({ at: 'markup', kind: 'markup-unreadable', typed: textOf(record, 'markup') });
  }
  for (const field of ['contractPrice', 'priceWhenCancelled'] as const) {
    const price = moneyOf(record, field);
    if (price !== null && price < 0) problems.push({ at: field, kind: 'contract-below-zero', contract: price });
  }
  if (retentionSteps(textOf(record, 'retention')) === undefined) {
    problems.push({ at: 'retention', kind: 'retention-unreadable', typed: textOf(record, 'retention') });
  }
  if (id === null) return problems;
  return [
    ...problems,
    ...(await fixedProjectFields(db, id, record)),
    ...(await agreedPriceProblems(db, id, record)),
    ...(await closingProblems(db, id, record, accepting)),
  ];
}

/** A completed contract says why, and holds its cost. */
function completedProblems(record: ReadRecord): readonly Problem[] {
  const problems: Problem[] = [];
  if (textOf(record, 'costTreatment') === 'expense') {
    problems.push({ at: 'costTreatment', kind: 'completed-expenses-cost' });
  }
  if (textOf(record, 'methodReason') === '') {
    problems.push({ at: 'methodReason', kind: 'missing', field: 'why its progress cannot be measured' });
  }
  return problems;
}

/** An end is told of what is finished or cancelled, and of nothing else. */
function endProblems(record: ReadRecord, status: string): readonly Problem[] {
  const at = 'actualEndOn';
  const isOver = status === 'finished' || status === 'closed' || status === 'cancelled';
  const isTold = dayNumberOf(record, at) !== null;
  if (isOver === isTold) return [];
  return isOver
    ? [{ at, kind: 'missing', field: `the actual end of a ${status} project` }]
    : [{ at, kind: 'end-not-told', status }];
}

/** A contract price that is agreed already is changed in other ways; typed as it is, or left empty, it stays. */
async function agreedPriceProblems(db: Db, id: number, record: ReadRecord): Promise<readonly Problem[]> {
  const typedPrice = moneyOf(record, 'contractPrice');
  if (typedPrice === null) return [];
  const { rows } = await sql<{ agreed: number | null }>`SELECT ${originalPriceOf(sql`${id}`)} AS agreed`.execute(db);
  const first = rows[0]?.agreed ?? null;
  if (first === null) return closedProblems(db, id, 'contractPrice');
  const agreed = cents(first);
  return agreed === typedPrice ? [] : [{ at: 'contractPrice', kind: 'price-agreed', agreed }];
}

/** Why a project cannot be closed yet. */
async function closingProblems(
  db: Db,
  id: number,
  record: ReadRecord,
  accepting: Accepting,
): Promise<readonly Problem[]> {
  if (textOf(record, 'status') !== 'closed') return [];
  const stored = await db.selectFrom('project').select('status').where('id', '=', id).executeTakeFirst();
  if (!stored || stored.status === 'closed') return [];
  return problemsOf(await closingOf(db, id, accepting));
}

/** What postings rely on stays as it was first stored. */
async function fixedProjectFields(db: Db, id: number, record: ReadRecord): Promise<readonly Problem[]> {
  const stored = await db
    .selectFrom('project')
    .select(['kind', 'cost_treatment', 'client_id'])
    .where('id', '=', id)
    .executeTakeFirst();
  if (!stored) return [];
  const posted = await db
    .selectFrom('journal_line')
    .select('id')
    .where('project_id', '=', id)
    .limit(1)
    .executeTakeFirst();
  const fixed = [
    ['kind', stored.kind === textOf(record, 'kind')],
    [
      'costTreatment',
      // Only a recognition run moves cost from one side to the other, and there is none of internal projects.
      stored.kind === 'client' || !posted || stored.cost_treatment === textOf(record, 'costTreatment'),
    ],
    ['client', !posted || stored.client_id === numberOf(record, 'client')],
  ] as const;
  return fixed.flatMap(([at, same]) =>
    same ? [] : [{ at, kind: 'in-use' as const, subject: 'project' as const, field: at }],
  );
}

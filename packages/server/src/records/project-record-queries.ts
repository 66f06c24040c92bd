import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import {
  RETENTION_REDUCTIONS,
  RETENTION_SCOPES,
  retentionSteps,
  stepsText,
} from '@lowtide/core/billing/retention-terms.ts';
import { APPLICATIONS_POST } from '@lowtide/core/billing/schedule.ts';
import { problemsOf } from '@lowtide/core/problems/decision.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import type { ReadRecord } from '@lowtide/core/records/read-record.ts';
import type { Db, Trx } from '../database/schema.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { sql } from 'kysely';
import { closedProblems } from '../projects/closed-project-queries.ts';
import { insertContractChange, ORIGINAL_CONTRACT, originalPriceOf } from '../projects/contract-write-queries.ts';
import { notWithdrawn } from '../ledger/as-of-queries.ts';
import { closingOf, postClosing, reverseClosing } from '../projects/project-closing-queries.ts';
import {
  dayNumberOf,
  dayOfField,
  moneyOf,
  numberOf,
  textOf,
  typed,
  type Accepting,
  type RecordAnswer,
  type RecordStore,
} from './record-queries.ts';
import type { Recording } from '../company/recording.ts';

export const projectStore: RecordStore = {
  all: allProjects,
  match: async (db, record) => {
    const row = await db
      .selectFrom('project')
      .select('id')
      .where('code', '=', textOf(record, 'code'))
      .executeTakeFirst();
    return row?.id;
  },
  insert: async (trx, record, recording) => {
    const values = {
      code: textOf(record, 'code'),
      kind: textOf(record, 'kind'),
      ...projectValues(record),
    };
    const id = Number((await trx.insertInto('project').values(values).executeTakeFirstOrThrow()).insertId);
    await originalPrice(trx, id, record, recording);
    if (textOf(record, 'status') === 'cancelled') await priceWhenCancelled(trx, id, record, recording);
    return id;
  },
  update: async (trx, id, record, recording) => {
    const before = await trx.selectFrom('project').select('status').where('id', '=', id).executeTakeFirstOrThrow();
    await trx
      .updateTable('project')
      .set((eb) => ({ ...projectValues(record), version: eb('version', '+', 1) }))
      .where('id', '=', id)
      .execute();
    const priced = await trx
      .selectFrom('contract_change')
      .select('id')
      .where('project_id', '=', id)
      .where(notWithdrawn('contract_change'))
      .executeTakeFirst();
    if (!priced) await originalPrice(trx, id, record, recording);
    const closes = textOf(record, 'status') === 'closed';
    if (closes && before.status !== 'closed') await postClosing(trx, id, recording);
    if (!closes && before.status === 'closed') await reverseClosing(trx, id, recording);
    await cancelled(trx, { id, wasCancelled: before.status === 'cancelled' }, record, recording);
  },
  problems: projectProblems,
};

function projectValues(record: ReadRecord) {
  return {
    name: textOf(record, 'name'),
    client_id: numberOf(record, 'client'),
    manager: textOf(record, 'manager'),
    start_on: dayNumberOf(record, 'startOn') ?? 0,
    target_end_on: dayNumberOf(record, 'targetEndOn'),
    actual_end_on: dayNumberOf(record, 'actualEndOn'),
    status: textOf(record, 'status'),
    method: textOf(record, 'method'),
    cost_treatment: textOf(record, 'costTreatment'),
    tax_code_id: numberOf(record, 'taxCode'),
    site_address: textOf(record, 'siteAddress'),
    notes: textOf(record, 'notes'),
    retention: stepsText(retentionSteps(textOf(record, 'retention')) ?? []),
    retention_stored_millionths: numberOf(record, 'retentionOfStored'),
    retention_by: choiceOf(RETENTION_SCOPES, textOf(record, 'retentionBy')),
    retention_reduces: choiceOf(RETENTION_REDUCTIONS, textOf(record, 'retentionReduces')),
    retention_due_days: numberOf(record, 'retentionDueDays'),
    retention_final_millionths: numberOf(record, 'retentionWithFinal'),
    applications_post: choiceOf(APPLICATIONS_POST, textOf(record, 'applicationsPost')),
  };
}

/** The choice typed; left empty, the first, which is usual. */
function choiceOf<const C extends readonly [string, ...string[]]>(choices: C, typedChoice: string): C[number] {
  return choices.find((each) => each === typedChoice) ?? choices[0];
}

async function originalPrice(trx: Trx, project: number, record: ReadRecord, recording: Recording): Promise<void> {
  const amount = moneyOf(record, 'contractPrice');
  if (amount === null) return;
  const agreedOn = dayOfField(record, 'startOn') ?? recording.today;
  await insertContractChange(trx, { project, agreedOn, amount, reason: ORIGINAL_CONTRACT, approval: null }, recording);
}

/**
 * The price of a project that is cancelled, or whose price when cancelled is corrected; set active again, its contract is again what it
 * was, with what was agreed since.
 */
async function cancelled(
  trx: Trx,
  { id, wasCancelled }: { readonly id: number; readonly wasCancelled: boolean },
  record: ReadRecord,
  recording: Recording,
): Promise<void> {
  const status = textOf(record, 'status');
  const { rows } = await sql<{ amount: number; since: number | null }>`
    SELECT ifnull(SUM(amount_cents), 0) AS amount, MAX(effective_on) AS since
    FROM contract_change WHERE project_id = ${id} AND cancels = 1`.execute(trx);
  const { amount = 0, since = null } = rows[0] ?? {};
  const isTyped = moneyOf(record, 'priceWhenCancelled') !== null;
  if (status === 'cancelled' && (isTyped || (!wasCancelled && amount === 0))) {
    await priceWhenCancelled(trx, id, record, recording);
  }
  if (status === 'cancelled' || status === 'closed' || amount === 0 || since === null) return;
  const back = { project: id, agreedOn: dayOf(since), amount: cents(-amount), reason: 'No longer cancelled' };
  await insertContractChange(trx, { ...back, approval: null, cancels: true }, recording);
}

/** A cancelled contract is worth what the client still owes for what was done: as typed, else what is billed. */
async function priceWhenCancelled(trx: Trx, project: number, record: ReadRecord, recording: Recording): Promise<void> {
  const agreedOn = dayOfField(record, 'actualEndOn') ?? recording.today;
  const { rows } = await sql<{ contract: number; billed: number }>`SELECT
    (SELECT ifnull(SUM(amount_cents), 0) FROM contract_change
      WHERE project_id = ${project} AND ${notWithdrawn('contract_change')}) AS contract,
    (SELECT ifnull(SUM(billed_cents), 0) FROM project_month WHERE project_id = ${project}) AS billed`.execute(trx);
  const { contract = 0, billed = 0 } = rows[0] ?? {};
  const amount = cents((moneyOf(record, 'priceWhenCancelled') ?? Math.max(0, billed)) - contract);
  if (amount === 0) return;
  await insertContractChange(
    trx,
    { project, agreedOn, amount, reason: 'Cancelled', approval: null, cancels: true },
    recording,
  );
}

async function allProjects(db: Db): Promise<RecordAnswer[]> {
  const rows = await db
    .selectFrom('project as p')
    .leftJoin('party as c', 'c.id', 'p.client_id')
    .leftJoin('tax_code as t', 't.id', 'p.tax_code_id')
    .select([
      'p.id',
      'p.version',
      'p.code',
      'p.name',
      'p.kind',
      'c.code as client',
      'p.manager',
      'p.start_on',
      'p.target_end_on',
      'p.actual_end_on',
      'p.status',
      'p.method',
      'p.cost_treatment',
      't.code as tax_code',
      'p.site_address',
      'p.notes',
      ...(['p.retention', 'p.retention_stored_millionths', 'p.retention_by', 'p.retention_reduces'] as const),
      ...(['p.retention_due_days', 'p.retention_final_millionths', 'p.applications_post'] as const),
      originalPriceOf(sql.ref('p.id')).as('original_cents'),
    ])
    .orderBy('p.code')
    .execute();
  return rows.map((row) => ({
    id: row.id,
    version: row.version,
    fields: {
      code: row.code,
      name: row.name,
      kind: row.kind,
      client: row.client ?? '',
      manager: row.manager,
      startOn: typed.day(row.start_on),
      targetEndOn: typed.day(row.target_end_on),
      actualEndOn: typed.day(row.actual_end_on),
      status: row.status,
      method: row.method,
      costTreatment: row.cost_treatment,
      taxCode: row.tax_code ?? '',
      contractPrice: row.original_cents === null ? '' : typed.money(row.original_cents),
      siteAddress: row.site_address,
      notes: row.notes,
      retention: row.retention,
      retentionOfStored: row.retention_stored_millionths === null ? '' : typed.decimal(row.retention_stored_millionths),
      retentionBy: row.retention_by,
      retentionReduces: row.retention_reduces,
      retentionDueDays: row.retention_due_days === null ? '' : String(row.retention_due_days),
      retentionWithFinal: row.retention_final_millionths === null ? '' : typed.decimal(row.retention_final_millionths),
      applicationsPost: row.applications_post,
      priceWhenCancelled: '',
    },
  }));
}

async function projectProblems(
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

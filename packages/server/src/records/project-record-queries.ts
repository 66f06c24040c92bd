import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import {
  RETENTION_REDUCTIONS,
  RETENTION_SCOPES,
  retentionSteps,
  stepsText,
} from '@lowtide/core/billing/retention-terms.ts';
import { BEFORE_CONTRACT, BEFORE_ESTIMATE, BILLING_BASES } from '@lowtide/core/ledger/project.ts';
import { APPLICATIONS_POST } from '@lowtide/core/billing/schedule.ts';
import type { ReadRecord } from '@lowtide/core/records/read-record.ts';
import type { Db, Schema, Trx } from '../database/schema.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { sql, type Selectable } from 'kysely';
import { insertContractChange, ORIGINAL_CONTRACT, originalPriceOf } from '../projects/contract-write-queries.ts';
import { notWithdrawn } from '../ledger/as-of-queries.ts';
import { postClosing, reverseClosing } from '../projects/project-closing-queries.ts';
import { projectProblems } from './project-problem-queries.ts';
import {
  dayNumberOf,
  dayOfField,
  moneyOf,
  numberOf,
  textOf,
  typed,
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
    billed_by: choiceOf(BILLING_BASES, textOf(record, 'billedBy')),
    markup: textOf(record, 'markup'),
    retention: stepsText(retentionSteps(textOf(record, 'retention')) ?? []),
    retention_stored_millionths: numberOf(record, 'retentionOfStored'),
    retention_by: choiceOf(RETENTION_SCOPES, textOf(record, 'retentionBy')),
    retention_reduces: choiceOf(RETENTION_REDUCTIONS, textOf(record, 'retentionReduces')),
    retention_due_days: numberOf(record, 'retentionDueDays'),
    retention_final_millionths: numberOf(record, 'retentionWithFinal'),
    applications_post: choiceOf(APPLICATIONS_POST, textOf(record, 'applicationsPost')),
    method_reason: textOf(record, 'methodReason'),
    units_in_all: numberOf(record, 'unitsInAll'),
    before_contract: choiceOf(BEFORE_CONTRACT, textOf(record, 'beforeContract')),
    before_estimate: choiceOf(BEFORE_ESTIMATE, textOf(record, 'beforeEstimate')),
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
      ...(['p.billed_by', 'p.markup'] as const),
      ...(['p.retention_due_days', 'p.retention_final_millionths', 'p.applications_post', 'p.method_reason'] as const),
      ...(['p.before_contract', 'p.before_estimate', 'p.units_in_all'] as const),
      originalPriceOf(sql.ref('p.id')).as('original_cents'),
    ])
    .orderBy('p.code')
    .execute();
  return rows.map((row) => ({
    id: row.id,
    version: row.version,
    fields: {
      ...billingFields(row),
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
      beforeContract: row.before_contract,
      unitsInAll: row.units_in_all === null ? '' : String(row.units_in_all),
      beforeEstimate: row.before_estimate,
      taxCode: row.tax_code ?? '',
      contractPrice: row.original_cents === null ? '' : typed.money(row.original_cents),
      siteAddress: row.site_address,
      notes: row.notes,
      priceWhenCancelled: '',
    },
  }));
}

type BillingColumns = Pick<
  Selectable<Schema['project']>,
  | 'billed_by'
  | 'markup'
  | 'retention'
  | 'retention_stored_millionths'
  | 'retention_by'
  | 'retention_reduces'
  | 'retention_due_days'
  | 'retention_final_millionths'
  | 'applications_post'
  | 'method_reason'
>;

/** How it is billed, as typed. */
function billingFields(row: BillingColumns) {
  return {
    billedBy: row.billed_by,
    markup: row.markup,
    retention: row.retention,
    retentionOfStored: row.retention_stored_millionths === null ? '' : typed.decimal(row.retention_stored_millionths),
    retentionBy: row.retention_by,
    retentionReduces: row.retention_reduces,
    retentionDueDays: row.retention_due_days === null ? '' : String(row.retention_due_days),
    retentionWithFinal: row.retention_final_millionths === null ? '' : typed.decimal(row.retention_final_millionths),
    applicationsPost: row.applications_post,
    methodReason: row.method_reason,
  };
}

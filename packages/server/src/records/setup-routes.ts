import type { Router } from 'express';
import { dayNumber, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { monthNumber } from '@lowtide/core/calendar/month.ts';
import { firstOpenDay } from '@lowtide/core/months/open-day.ts';
import { isAllowed } from '@lowtide/core/people/roles.ts';
import { problemsOf, unless, type Decision } from '@lowtide/core/problems/decision.ts';
import type { Problem, Subject } from '@lowtide/core/problems/problem.ts';
import { countsLater } from '@lowtide/core/records/counts-from.ts';
import {
  readRecord,
  type ReadRecord,
  type RecordContext,
  type TypedRecord,
} from '@lowtide/core/records/read-record.ts';
import { STARTER_COST_CODES } from '@lowtide/core/records/starter-cost-codes.ts';
import { fieldsOf, RECORD_KINDS, type RecordKind } from '@lowtide/core/records/record-kinds.ts';
import type { Db, Trx } from '../database/schema.ts';
import { read, write, type Acting, type Answer, type Asked, type Work } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { everybody } from '../people/person-queries.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { audit } from '../audit/audit-queries.ts';
import { companyIfAny, companyOf } from '../company/company-queries.ts';
import { insertCompany, lockMonths, rememberFile, updateCompany } from '../company/company-write-queries.ts';
import { csvRecords } from './csv-records.ts';
import { printedCompany, updateLetterhead } from '../company/letterhead-queries.ts';
import { references, versionOf } from './record-queries.ts';
import type { Recording } from '../company/recording.ts';
import { STORES, TABLES } from './record-stores.ts';
import { insertVersion, latestVersion } from '../company/version-queries.ts';

export function setupRoutes(router: Router, context: Context): void {
  write(router, context, 'setUp', async (trx, { body }, acting) => {
    const problems: Problem[] = body.name.trim() === '' ? [{ at: 'name', kind: 'missing', field: 'the name' }] : [];
    if (problems.length > 0) throw new Refusal(problems);
    await insertCompany(trx, { ...body, name: body.name.trim(), firstMonth: monthNumber(body.firstMonth) }, acting);
    await audit(trx, acting, { action: 'set up', subject: body.name });
    if (body.starterCostCodes) await addStarterCostCodes(trx, acting);
    return { done: true };
  });
  write(router, context, 'changeCompany', async (trx, { body }, acting) => {
    const before = await companyOf(trx);
    if (body.name.trim() === '') throw new Refusal([{ at: 'name', kind: 'missing', field: 'the name' }]);
    await refuseLackOfApprovers(trx, body);
    await updateCompany(trx, { ...body, name: body.name.trim() }, await recordingOf(trx, acting));
    await audit(trx, acting, { action: 'change company', subject: body.name, detail: { before, after: body } });
    return { done: true };
  });
  letterheadRoutes(router, context);
  write(router, context, 'lockMonths', async (trx, { body }, acting) => {
    await companyOf(trx);
    if (body.reason.trim() === '') throw new Refusal([{ at: 'reason', kind: 'reason-needed' }]);
    await lockMonths(trx, body.through === null ? null : monthNumber(body.through), body.reason.trim(), acting);
    await audit(trx, acting, { action: 'lock months', subject: body.through ?? 'none', detail: body.reason });
    return { done: true };
  });
  recordRoutes(router, context);
}

/** Approval by somebody else takes two who may. */
async function refuseLackOfApprovers(trx: Trx, { approveBillsAboveCents }: Asked<'changeCompany'>['body']) {
  if (approveBillsAboveCents === null) return;
  const approvers = (await everybody(trx)).filter(({ active, role }) => active && isAllowed(role, 'keep-books'));
  if (approvers.length < 2) throw new Refusal([{ at: 'approveBillsAboveCents', kind: 'nobody-else-approves' }]);
}

function letterheadRoutes(router: Router, context: Context): void {
  read(router, context, 'letterhead', async (db) => {
    await companyOf(db);
    const { address, bankDetails, logo, paper, country, taxNumber } = await printedCompany(db);
    return { address, bankDetails, logo, paper, country, taxNumber };
  });
  const prepare = async ({ body }: Asked<'changeLetterhead'>): Promise<void> => {
    const { isPrintable } = await import('../print/letter.ts');
    if (body.logo !== null && !(await isPrintable(body.logo))) {
      throw new Refusal([{ at: 'logo', kind: 'unreadable-picture' }]);
    }
  };
  write(
    router,
    context,
    'changeLetterhead',
    async (trx, { body }, acting) => {
      await companyOf(trx);
      await updateLetterhead(trx, body);
      const { logo, ...written } = body;
      const detail = { ...written, logo: logo === null ? 'none' : 'a picture' };
      await audit(trx, acting, { action: 'change letterhead', subject: '', detail });
      return { done: true };
    },
    { prepare },
  );
}

function recordRoutes(router: Router, context: Context): void {
  read(router, context, 'records', async (db, { params }, { actor }) => {
    const kind = kindOf(params);
    const rows = await STORES[kind].all(db);
    const { pay = [] } = RECORD_KINDS[kind];
    if (actor === null || isAllowed(actor.role, 'see-pay') || pay.length === 0) return { rows };
    const withoutPay = (fields: TypedRecord) =>
      Object.fromEntries(Object.entries(fields).filter(([name]) => !pay.includes(name)));
    return { rows: rows.map((row) => ({ ...row, fields: withoutPay(row.fields) })) };
  });
  write(router, context, 'addRecord', async (trx, { params, body }, acting) => {
    const kind = kindOf(params);
    const recording = await recordingOf(trx, acting);
    const record = acceptedOr(await readWith(trx, kind, body, recording));
    if ((await STORES[kind].match(trx, record)) !== undefined) {
      const [at, typed] = [codeField(kind), codeOf(body.fields, kind)];
      throw new Refusal([{ at, kind: 'code-taken', subject: subjectOf(kind), typed }]);
    }
    const id = await addRecord(trx, kind, record, recording);
    await audit(trx, acting, {
      ...{ action: `add ${kind}`, subject: codeOf(body.fields, kind), about: `${kind} ${id}` },
      detail: { after: body.fields },
    });
    return stored(trx, kind, id, countsLater(kind, record, recording.lockedThrough));
  });
  write(router, context, 'changeRecord', async (trx, { params, body }, acting) => {
    const kind = kindOf(params);
    const recording = await recordingOf(trx, acting);
    await refuseOtherVersion(trx, { kind, id: params.id, version: body.version });
    const record = acceptedOr(await readWith(trx, kind, body, recording, params.id));
    const before = (await STORES[kind].all(trx)).find(({ id }) => id === params.id)?.fields;
    await refuseOtherFixed(trx, kind, { id: params.id, record, shown: before ?? {} });
    const countsFrom = await changeRecord(trx, { kind, id: params.id }, record, recording);
    await audit(trx, acting, {
      ...{ action: `change ${kind}`, subject: codeOf(body.fields, kind), about: `${kind} ${params.id}` },
      detail: { before, after: body.fields },
    });
    return stored(trx, kind, params.id, countsFrom);
  });
  const importing = async (
    trx: Trx,
    { params, body }: Asked<'importRecords'>,
    acting: Acting,
    work: Work<Awaited<ReturnType<typeof csvRecords>>>,
  ) => importFile(trx, { kind: kindOf(params), ...body, ...work }, acting);
  write(router, context, 'importRecords', importing, {
    prepare: ({ params, body }) => csvRecords(kindOf(params), body.csv),
  });
}

async function recordingOf(trx: Trx, acting: Acting): Promise<Recording> {
  return { ...acting, lockedThrough: (await companyIfAny(trx))?.lockedThrough ?? null };
}

/** As if somebody had added them one by one. */
async function addStarterCostCodes(trx: Trx, acting: Acting): Promise<void> {
  const recording = await recordingOf(trx, acting);
  for (const { code, name, costType } of STARTER_COST_CODES) {
    const fields = { code, name, parent: '', costType };
    await addRecord(trx, 'cost-code', acceptedOr(await readWith(trx, 'cost-code', { fields }, recording)), recording);
  }
}

/** Stores a new record and its first version, which counts from the beginning. */
async function addRecord(trx: Trx, kind: RecordKind, record: ReadRecord, recording: Recording): Promise<number> {
  const id = await STORES[kind].insert(trx, record, recording);
  if (TABLES[kind]) await insertVersion(trx, { kind, id, version: 1, countsFrom: 0, fields: record }, recording);
  return id;
}

/** Stores a change as a new version; once months are locked it counts from the first open day, so that they stay as they are. */
async function changeRecord(
  trx: Trx,
  { kind, id }: { readonly kind: RecordKind; readonly id: number },
  record: ReadRecord,
  recording: Recording,
): Promise<IsoDate | null> {
  const { lockedThrough } = recording;
  await STORES[kind].update(trx, id, record, recording);
  const table = TABLES[kind];
  const version = table === undefined ? undefined : await versionOf(trx, table, id);
  const from = lockedThrough === null ? null : firstOpenDay(lockedThrough);
  if (version !== undefined) {
    await insertVersion(
      trx,
      { kind, id, version, countsFrom: from === null ? 0 : dayNumber(from), fields: record },
      recording,
    );
  }
  return kind === 'project' ? from : countsLater(kind, record, lockedThrough);
}

/** The address has been checked against the list of kinds. */
function kindOf({ kind }: { readonly kind: string }): RecordKind {
  return kind as RecordKind;
}

function subjectOf(kind: RecordKind): Subject {
  return kind === 'budget-line' ? 'cost code' : (kind.replace('-', ' ') as Subject);
}

function codeField(kind: RecordKind): string {
  return kind === 'budget-line' ? 'costCode' : 'code';
}

function codeOf(fields: TypedRecord, kind: RecordKind): string {
  return fields[codeField(kind)] ?? '';
}

interface TypedOrder {
  readonly fields: TypedRecord;
  readonly acceptWarnings?: boolean;
  /** What can be named, where many are read one after the other. */
  readonly names?: RecordContext['references'];
}

/** Reads the fields and asks the books what else is wrong. A field that cannot be read is told of once, not again as missing. */
async function readWith(
  trx: Trx,
  kind: RecordKind,
  { fields, acceptWarnings = false, names }: TypedOrder,
  recording: Recording,
  id: number | null = null,
): Promise<Decision<ReadRecord>> {
  const dayOrder = (await companyIfAny(trx))?.dayOrder ?? 'month first';
  const context: RecordContext = { today: recording.today, dayOrder, references: names ?? (await references(trx)) };
  const decided = readRecord(kind, fields, context);
  if (!decided.ok) return decided;
  const accepting = { acceptWarnings, lockedThrough: recording.lockedThrough, today: recording.today };
  return unless(await STORES[kind].problems(trx, id, decided.value, accepting), decided.value);
}

/** What is fixed once it is stored is not typed otherwise: it would be taken for changed and stay. */
async function refuseOtherFixed(
  trx: Trx,
  kind: RecordKind,
  { id, record, shown }: { readonly id: number; readonly record: ReadRecord; readonly shown: TypedRecord },
): Promise<void> {
  const before = (await latestVersion(trx, kind, id))?.fields;
  if (before === undefined) return;
  const same = (one: ReadRecord[string], other: ReadRecord[string]): boolean =>
    String(one ?? '').toLowerCase() === String(other ?? '').toLowerCase();
  const problems = fieldsOf(kind)
    .filter(({ name, need }) => need === 'fixed' && name in before && !same(before[name] ?? null, record[name] ?? null))
    .map(({ name, label }): Problem => ({ at: name, kind: 'field-fixed', field: label, stored: shown[name] ?? '' }));
  if (problems.length > 0) throw new Refusal(problems);
}

async function refuseOtherVersion(
  trx: Trx,
  { kind, id, version }: { readonly kind: RecordKind; readonly id: number; readonly version: number },
): Promise<void> {
  const table = TABLES[kind];
  const known = table && (await versionOf(trx, table, id));
  if (known === undefined) throw new Refusal([{ at: '', kind: 'not-there', subject: 'record' }], 404);
  if (known === version) return;
  const latest = await latestVersion(trx, kind, id);
  const when = new Date(latest?.recordedAt ?? 0).toISOString().slice(0, 16).replace('T', ' ');
  throw new Refusal([{ at: '', kind: 'changed-meanwhile', by: latest?.recordedBy ?? '', when }], 409);
}

async function stored(db: Db, kind: RecordKind, id: number, countsFrom: IsoDate | null): Promise<Answer<'addRecord'>> {
  const row = (await STORES[kind].all(db)).find((each) => each.id === id);
  if (!row) throw new Refusal([{ at: '', kind: 'not-there', subject: 'record' }], 404);
  return { ...row, countsFrom };
}

/** Reads records one after the other. A file may name what it adds itself: what can be named is read again where something is not found. */
async function namingReader(trx: Trx, kind: RecordKind, recording: Recording) {
  let [names, isOld] = [await references(trx), false];
  return {
    added: () => (isOld = true),
    read: async (fields: TypedRecord, id?: number): Promise<Decision<ReadRecord>> => {
      const decided = await readWith(trx, kind, { fields, names }, recording, id);
      if (decided.ok || !isOld || !decided.problems.some((each) => each.kind === 'unknown-code')) return decided;
      [names, isOld] = [await references(trx), false];
      return readWith(trx, kind, { fields, names }, recording, id);
    },
  };
}

interface ImportedFile extends Work<Awaited<ReturnType<typeof csvRecords>>> {
  readonly kind: RecordKind;
  readonly name: string;
  readonly csv: string;
  readonly again: boolean;
}

/** Takes in every row or none; problems are named by row and column, the header being row 1. */
async function importFile(
  trx: Trx,
  { kind, name, csv, again, prepared, progress }: ImportedFile,
  acting: Acting,
): Promise<Answer<'importRecords'>> {
  await rememberFile(trx, { kind, name, content: csv, again }, acting);
  const rows = acceptedOr(prepared);
  const recording = await recordingOf(trx, acting);
  const problems: Problem[] = [];
  const naming = await namingReader(trx, kind, recording);
  let added = 0;
  let changed = 0;
  for (const [index, fields] of rows.entries()) {
    await progress.step(index, rows.length);
    const at = `row ${index + 2}`;
    const first = await naming.read(fields);
    const id = first.ok ? await STORES[kind].match(trx, first.value) : undefined;
    const read = id === undefined ? first : await naming.read(fields, id);
    problems.push(...problemsOf(read).map((problem) => ({ ...problem, at: `${at}/${problem.at}` })));
    if (!read.ok || problems.length > 500) continue;
    if (id === undefined) await addRecord(trx, kind, read.value, recording);
    else await changeRecord(trx, { kind, id }, read.value, recording);
    if (id === undefined) added += 1;
    else changed += 1;
    naming.added();
  }
  if (problems.length > 0) throw new Refusal(problems);
  await audit(trx, acting, { action: `import ${kind}`, subject: name, detail: { added, changed } });
  return { added, changed };
}

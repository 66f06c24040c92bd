import { createHash } from 'node:crypto';
import type { Router } from 'express';
import { monthNumber } from '@lowtide/core/calendar/month.ts';
import type { Problem, Subject } from '@lowtide/core/problems/problem.ts';
import { readRecord, type ReadRecord, type RecordContext, type TypedRecord } from '@lowtide/core/setup/read-record.ts';
import type { RecordKind } from '@lowtide/core/setup/record-kinds.ts';
import type { Db, Trx } from '../database/schema.ts';
import { read, write, type Acting, type Answer } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { Refusal } from '../http/refusal.ts';
import { audit } from '../http/stamp-queries.ts';
import { companyOf } from './company-queries.ts';
import { insertCompany, lockMonths, rememberFile, updateCompany } from './company-write-queries.ts';
import { csvRecords } from './csv-records.ts';
import { references, versionOf } from './record-queries.ts';
import { STORES, TABLES } from './record-stores.ts';

export function setupRoutes(router: Router, context: Context): void {
  write(router, context, 'setUp', async (trx, { body }, acting) => {
    const problems: Problem[] = body.name.trim() === '' ? [{ at: 'name', kind: 'missing', field: 'the name' }] : [];
    if (problems.length > 0) throw new Refusal(problems);
    await insertCompany(trx, { ...body, name: body.name.trim(), firstMonth: monthNumber(body.firstMonth) });
    await audit(trx, acting, { action: 'set up', subject: body.name });
    return { done: true };
  });
  write(router, context, 'changeCompany', async (trx, { body }, acting) => {
    await companyOf(trx);
    if (body.name.trim() === '') throw new Refusal([{ at: 'name', kind: 'missing', field: 'the name' }]);
    await updateCompany(trx, { ...body, name: body.name.trim() });
    await audit(trx, acting, { action: 'change company', subject: body.name, detail: body });
    return { done: true };
  });
  write(router, context, 'lockMonths', async (trx, { body }, acting) => {
    await companyOf(trx);
    if (body.reason.trim() === '') throw new Refusal([{ at: 'reason', kind: 'reason-needed' }]);
    await lockMonths(trx, body.through === null ? null : monthNumber(body.through));
    await audit(trx, acting, { action: 'lock months', subject: body.through ?? 'none', detail: body.reason });
    return { done: true };
  });
  recordRoutes(router, context);
}

function recordRoutes(router: Router, context: Context): void {
  read(router, context, 'records', async (db, { params }) => ({ rows: await STORES[kindOf(params)].all(db) }));
  write(router, context, 'addRecord', async (trx, { params, body }, acting) => {
    const kind = kindOf(params);
    const { record, problems } = await readWith(trx, kind, body.fields, acting);
    const twin = problems.length === 0 ? await STORES[kind].match(trx, record) : undefined;
    const taken: Problem[] =
      twin === undefined
        ? []
        : [{ at: codeField(kind), kind: 'code-taken', subject: subjectOf(kind), typed: codeOf(body.fields, kind) }];
    const all = [...problems, ...taken];
    if (all.length > 0) throw new Refusal(all);
    const id = await STORES[kind].insert(trx, record, acting);
    await audit(trx, acting, { action: `add ${kind}`, subject: String(id), detail: body.fields });
    return stored(trx, kind, id);
  });
  write(router, context, 'changeRecord', async (trx, { params, body }, acting) => {
    const kind = kindOf(params);
    await refuseOtherVersion(trx, { kind, id: params.id, version: body.version }, acting);
    const { record, problems } = await readWith(trx, kind, body.fields, acting, params.id);
    if (problems.length > 0) throw new Refusal(problems);
    await STORES[kind].update(trx, params.id, record, acting);
    await audit(trx, acting, { action: `change ${kind}`, subject: String(params.id), detail: body.fields });
    return stored(trx, kind, params.id);
  });
  write(router, context, 'importRecords', async (trx, { params, body }, acting) =>
    importFile(trx, kindOf(params), body, acting),
  );
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

/** Reads the fields and asks the books what else is wrong. */
async function readWith(
  trx: Trx,
  kind: RecordKind,
  fields: TypedRecord,
  acting: Acting,
  id: number | null = null,
): Promise<{ readonly record: ReadRecord; readonly problems: readonly Problem[] }> {
  const context: RecordContext = { today: acting.today, references: await references(trx) };
  const { record, problems } = readRecord(kind, fields, context);
  // A field that could not be read is told of once, not again as missing.
  const told = new Set(problems.map(({ at }) => at));
  const further = (await STORES[kind].problems(trx, id, record)).filter(({ at }) => !told.has(at));
  return { record, problems: [...problems, ...further] };
}

async function refuseOtherVersion(
  trx: Trx,
  { kind, id, version }: { readonly kind: RecordKind; readonly id: number; readonly version: number },
  acting: Acting,
): Promise<void> {
  const table = TABLES[kind];
  const known = table && (await versionOf(trx, table, id));
  if (known === undefined) throw new Refusal([{ at: '', kind: 'not-there', subject: 'record' }], 404);
  if (known === version) return;
  const when = new Date(acting.at).toISOString().slice(0, 16).replace('T', ' ');
  throw new Refusal([{ at: '', kind: 'changed-meanwhile', by: 'Someone', when }], 409);
}

async function stored(db: Db, kind: RecordKind, id: number): Promise<Answer<'addRecord'>> {
  const row = (await STORES[kind].all(db)).find((each) => each.id === id);
  if (!row) throw new Refusal([{ at: '', kind: 'not-there', subject: 'record' }], 404);
  return row;
}

/** Takes in every row or none; problems are named by row and column, the header being row 1. */
async function importFile(
  trx: Trx,
  kind: RecordKind,
  { name, csv }: { readonly name: string; readonly csv: string },
  acting: Acting,
): Promise<Answer<'importRecords'>> {
  await rememberFile(trx, { digest: createHash('sha256').update(`${kind}\n${csv}`).digest('hex'), kind, name }, acting);
  const parsed = csvRecords(kind, csv);
  if (!parsed.ok) throw new Refusal(parsed.problems);
  const problems: Problem[] = [];
  let added = 0;
  let changed = 0;
  for (const [index, fields] of parsed.value.entries()) {
    const at = `row ${index + 2}`;
    const read = await readWith(trx, kind, fields, acting);
    const id = read.problems.length === 0 ? await STORES[kind].match(trx, read.record) : undefined;
    const wrong = id === undefined ? read.problems : await STORES[kind].problems(trx, id, read.record);
    problems.push(...wrong.map((problem) => ({ ...problem, at: `${at}/${problem.at}` })));
    if (wrong.length > 0 || problems.length > 500) continue;
    if (id === undefined) await STORES[kind].insert(trx, read.record, acting);
    else await STORES[kind].update(trx, id, read.record, acting);
    if (id === undefined) added += 1;
    else changed += 1;
  }
  if (problems.length > 0) throw new Refusal(problems);
  await audit(trx, acting, { action: `import ${kind}`, subject: name, detail: { added, changed } });
  return { added, changed };
}

import { createHash } from 'node:crypto';
import type { Router } from 'express';
import { clockSheets, readClock, type ClockEntry, type ClockLine } from '@lowtide/core/documents/hours/clock.ts';
import { problemRemark, type Remark } from '@lowtide/core/documents/preview.ts';
import { sheetKind } from '@lowtide/core/documents/sheets.ts';
import { audit } from '../audit/audit-queries.ts';
import type { Trx } from '../database/schema.ts';
import { insertDraft } from '../sheets/draft-queries.ts';
import { read, write, type Acting, type Answer } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { csvTable } from '../http/csv-table.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { rememberFile } from '../company/company-write-queries.ts';
import { clockBasis, insertEntries, settleEntry, waitingEntries, waitingEntry } from './clock-queries.ts';

const COLUMNS = (['badge', 'in', 'out', 'project', 'code'] as const).map((name) => ({
  name,
  isNeeded: name !== 'project' && name !== 'code',
}));

/** Entries of a time clock: what can be used waits as weeks of hours, what cannot waits in a list until it is put right or dropped. */
export function clockRoutes(router: Router, context: Context): void {
  write(router, context, 'takeClock', async (trx, { body }, acting) => {
    const lines = acceptedOr(await csvTable(body.csv, COLUMNS)).map(lineOf);
    const digest = createHash('sha256').update(body.csv).digest('hex');
    await rememberFile(trx, { kind: 'clock', name: body.name, content: body.csv, again: body.again }, acting);
    const entries = readClock(lines, await clockBasis(trx, acting.today));
    await insertEntries(
      trx,
      entries.map(({ place, read: used, problems }) => ({
        digest,
        place,
        line: lines[place] ?? lineOf({}),
        isUsed: used !== null,
        reasons: problems.map(problemRemark),
      })),
      acting,
    );
    const taken = await asDrafts(trx, entries, acting);
    await audit(trx, acting, { action: 'import clock', subject: body.name, detail: { ...taken } });
    return taken;
  });
  read(router, context, 'clockEntries', async (db, _asked, { today }) => {
    const waiting = await waitingEntries(db);
    const entries = readClock(
      waiting.map(({ line }) => line),
      await clockBasis(db, today),
    );
    return {
      rows: waiting.map(({ id, file, line, reasons }, place) => ({
        ...{ id, file, ...line },
        problems: reasonsNow(entries[place], reasons),
      })),
    };
  });
  write(router, context, 'correctClock', async (trx, { params, body }, acting) => {
    await waitingEntry(trx, params.id);
    const entries = readClock([body], await clockBasis(trx, acting.today));
    const problems = entries.flatMap((entry) => entry.problems);
    if (problems.length > 0) throw new Refusal(problems);
    await settleEntry(trx, { id: params.id, line: body, status: 'used' });
    return asDrafts(trx, entries, acting);
  });
  write(router, context, 'dropClock', async (trx, { params }) => {
    await waitingEntry(trx, params.id);
    await settleEntry(trx, { id: params.id, status: 'dropped' });
    return { done: true };
  });
}

/** What is wrong with an entry now; where nothing is, why it was not used when it came in. */
function reasonsNow(entry: ClockEntry | undefined, before: readonly Remark[]): Remark[] {
  const now = (entry?.problems ?? []).map(problemRemark);
  return now.length > 0 ? now : [...before];
}

function lineOf(line: Readonly<Record<string, string>>): ClockLine {
  const { badge = '', project = '', code = '', out = '' } = line;
  return { badge, in: line['in'] ?? '', out, project, code };
}

/** What can be used, as weeks of hours that wait; nothing is posted. */
async function asDrafts(trx: Trx, entries: readonly ClockEntry[], acting: Acting): Promise<Answer<'takeClock'>> {
  const used = entries.flatMap(({ read: line }) => (line === null ? [] : [line]));
  const drafts = [];
  for (const sheet of clockSheets(used)) {
    const { id } = await insertDraft(trx, 'hours', sheet, acting);
    drafts.push({ id, title: sheetKind('hours').nameOf(sheet, id), rows: sheet.rows.length });
  }
  return { drafts, used: used.length, waiting: entries.length - used.length };
}

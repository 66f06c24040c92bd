import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import { sql } from 'kysely';
import type { Trx } from '../database/schema.ts';
import type { Acting } from '../http/api.ts';
import { companyOf } from '../company/company-queries.ts';
import { closingOf, postClosing, reverseClosing } from '../projects/project-closing-queries.ts';
import type { LatestRun } from '../projects/latest-run-queries.ts';
import { projectsToClose, restate } from '../schedules/finished-project-queries.ts';
import { audit } from '../audit/audit-queries.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';

/** Closes the projects that their last invoice marked, as far as the run just posted earned the rest of them. */
export async function closeFinished(trx: Trx, acting: Acting): Promise<void> {
  const { lockedThrough } = await companyOf(trx);
  const recording = { ...acting, lockedThrough };
  for (const { id, code, actualEndOn } of await projectsToClose(trx)) {
    const decision = await closingOf(trx, id, recording);
    if (!decision.ok) continue;
    await postClosing(trx, id, recording);
    await restate(trx, id, { status: 'closed', actualEndOn, closesWhenEarned: true }, acting);
    await audit(trx, acting, { action: 'close project', subject: code, about: `project ${id}` });
  }
}

/** Projects that a run closed go on before it is taken back: they are finished again, and wait for the next run. */
export async function reopenClosedWith(trx: Trx, run: LatestRun, acting: Acting): Promise<void> {
  const { lockedThrough } = await companyOf(trx);
  const { rows } = await sql<{ id: number; ended: number | null }>`SELECT p.id, p.actual_end_on AS ended FROM document d
    JOIN project p ON p.id = d.project_id AND p.status = 'closed' AND p.closes_when_earned = 1
    WHERE d.kind = 'closing' AND d.recorded_at = ${run.recordedAt} AND ${notReversed('d', EVERYTHING)}`.execute(trx);
  for (const { id, ended } of rows) {
    const actualEndOn = ended === null ? null : dayOf(ended);
    await restate(trx, id, { status: 'finished', actualEndOn, closesWhenEarned: true }, acting);
    await reverseClosing(trx, id, { ...acting, lockedThrough });
  }
}

import { difference, sum } from '@lowtide/core/money/cents.ts';
import { changesAnything, heldCost, waitingCost } from '@lowtide/core/progress/recognition-run.ts';
import { MOST_WAITING_NAMED, type RecognitionStanding } from '@lowtide/core/reports/recognition-note.ts';
import type { Db } from '../database/schema.ts';
import type { Answer, Asked } from '../http/api.ts';
import { latestRun } from '../projects/latest-run-queries.ts';
import { documentsSince, runRows } from './run-queries.ts';

type State = RecognitionStanding & Pick<Answer<'recognitionState'>, 'documentsSince' | 'waitingProjects'>;

/** Whether the month is recognized, what has come since that a run would take up, and what cost stands in WIP; of one project or all. */
export async function recognitionState(
  db: Db,
  { through, project }: Asked<'recognitionState'>['query'],
): Promise<State> {
  const latest = await latestRun(db);
  const isRun = latest !== null && through <= latest.month;
  const all = await runRows(db, { through: isRun ? latest.month : through, known: null });
  const rows = project === undefined ? all : all.filter(({ position }) => position.project.id === project);
  const waiting = rows.filter((row) => waitingCost(row) !== 0);
  return {
    recognizedThrough: latest?.month ?? null,
    documentsSince: isRun ? await documentsSince(db, latest) : 0,
    changesAnything: rows.some(changesAnything),
    toRecognizeCents: sum(rows.map((row) => difference(row.earnedToDate, row.earnedBefore))),
    heldCents: sum(rows.map(heldCost)),
    waitingCents: sum(waiting.map(waitingCost)),
    waitingProjects: waiting.slice(0, MOST_WAITING_NAMED).map(({ position }) => position.project.code),
  };
}

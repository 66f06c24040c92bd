import type { Month } from '@lowtide/core/calendar/month.ts';
import { monthCauses, type Cause } from '@lowtide/core/progress/month-causes.ts';
import { earning } from '@lowtide/core/progress/earning.ts';
import { isClosed } from '@lowtide/core/ledger/project.ts';
import type { RecognitionRow } from '@lowtide/core/progress/recognition-run.ts';
import type { Db } from '../database/schema.ts';
import type { Answer } from '../http/api.ts';
import { projectFigures } from '../http/traced.ts';
import { bounds } from '../ledger/as-of-queries.ts';
import { companyAt } from '../company/company-queries.ts';
import { runThrough } from '../projects/latest-run-queries.ts';
import { standingProjects } from '../projects/position-queries.ts';

type BeforeAnswer = Answer<'recognition'>['rows'][number]['before'];

/** Why the month earns what it does of one project, and what it stood at when the run before knew it. */
export interface Explained {
  readonly causes: readonly Cause[];
  readonly before: BeforeAnswer;
}

/** Why a run of the month would earn what it does, by project: what changed since the last run of it or of a month before, as that knew it. */
export async function explained(
  db: Db,
  month: Month,
  rows: readonly RecognitionRow[],
): Promise<ReadonlyMap<number, Explained>> {
  const { percentDecimals: kept } = await companyAt(db, await bounds(db, { through: month, known: null }));
  const run = await runThrough(db, month);
  const at = run === null ? null : { through: run.month, known: run.recordedAt };
  const keptThen = at === null ? null : (await companyAt(db, await bounds(db, at))).percentDecimals;
  const standing = at === null ? [] : await standingProjects(db, at);
  const then = new Map(standing.map(({ position }) => [position.project.id as number, position]));
  return new Map(
    rows.map(({ position: now }) => {
      const id = now.project.id as number;
      const position = then.get(id);
      const before = position === undefined ? null : { position, kept: keptThen };
      // A closed project earns nothing more, whatever changes.
      const causes = isClosed(now.project) ? [] : monthCauses(before, { position: now, kept });
      return [id, { causes, before: before && run && beforeAnswer(before, run.month) }];
    }),
  );
}

function beforeAnswer({ position, kept }: Parameters<typeof monthCauses>[1], month: Month): BeforeAnswer {
  const { estimate, progress } = earning(position, kept);
  const figure = projectFigures(position.project.id, month);
  return {
    month,
    contract: figure('contract', position.contract),
    estimate: figure('estimate', estimate),
    cost: figure('cost', position.costToDate),
    includedCents: position.included,
    complete: progress.complete,
    method: position.project.method,
  };
}

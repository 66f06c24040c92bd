import type { Month } from '@lowtide/core/calendar/month.ts';
import { boundedPreview } from '@lowtide/core/documents/read-sheet.ts';
import type { Db } from '../database/schema.ts';
import type { Answer } from '../http/api.ts';
import { bounds } from '../ledger/as-of-queries.ts';
import { standingProjects } from '../projects/position-queries.ts';
import { companyAt } from '../company/company-queries.ts';
import type { ReadSheet } from './sheet-queries.ts';

/** What posting a sheet would post and do, by the code that posts it. */
export async function previewOf(
  db: Db,
  month: Month,
  { known, reading }: ReadSheet,
): Promise<NonNullable<Answer<'draft'>['preview']>> {
  const { percentDecimals } = await companyAt(db, await bounds(db, { through: month, known: null }));
  const positions = [];
  for (const project of new Set(reading.costs.map(({ project: { id } }) => id))) {
    const [standing] = await standingProjects(db, { through: month, known: null }, { only: project });
    if (standing) positions.push(standing.position);
  }
  const { problems, warnings, posts, effects, ...sums } = boundedPreview(reading, known, {
    positions,
    kept: percentDecimals,
  });
  return {
    ...sums,
    problems: [...problems],
    warnings: [...warnings],
    posts: [...posts],
    effects: effects.map((effect) => ({ ...effect, budgetLeft: [...effect.budgetLeft] })),
  };
}

import type { Router } from 'express';
import { companyAt } from '../company/company-queries.ts';
import { read } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { asOf, bounds } from '../ledger/as-of-queries.ts';
import { positionAnswer } from '../projects/position-row-queries.ts';
import { standingProjects } from '../projects/position-queries.ts';

/** What a what-if over all contracts begins with; it is worked out where it is typed. */
export function whatIfRoutes(router: Router, context: Context): void {
  read(router, context, 'whatIf', async (db, { query }) => {
    const at = asOf(query);
    const { percentDecimals } = await companyAt(db, await bounds(db, at));
    const standing = await standingProjects(db, at);
    return {
      kept: percentDecimals,
      positions: standing.flatMap(({ position }) => {
        const { stage, project } = position;
        return stage === 'under way' && project.method !== 'none' ? [positionAnswer(position)] : [];
      }),
    };
  });
}

import { difference, sum, type Cents } from '@lowtide/core/money/cents.ts';
import { progress } from '@lowtide/core/progress/progress.ts';
import { figureKey } from '@lowtide/core/trace/figure.ts';
import { agreedPrice, overbilled, type ProjectPosition } from '@lowtide/core/progress/project-position.ts';
import type { Db } from '../database/schema.ts';
import type { Answer } from '../http/api.ts';
import { projectFigures } from '../http/traced.ts';
import { bounds, type AsOf } from '../ledger/as-of-queries.ts';
import { standingProjects } from '../projects/position-queries.ts';
import { companyAt } from '../company/company-queries.ts';

/** Contracts with a price, and what of each is left to bill. */
export async function billable(db: Db, at: AsOf): Promise<Answer<'billable'>> {
  const { percentDecimals } = await companyAt(db, await bounds(db, at));
  const contracts = (await standingProjects(db, at)).filter(
    ({ position }) => position.project.kind === 'client' && agreedPrice(position) > 0,
  );
  const total = (of: (position: ProjectPosition) => Cents): Cents => sum(contracts.map(({ position }) => of(position)));
  return {
    rows: contracts.map(({ record, position }) => {
      const figure = projectFigures(record.id, at.through);
      return {
        ...{ id: record.id, code: record.code, name: record.name, client: record.clientName ?? '' },
        contract: figure('agreed-price', agreedPrice(position)),
        earned: figure('earned', position.earned),
        billed: figure('billed', position.billed),
        leftCents: left(position),
        overbilled: figure('overbilled', overbilled(position)),
        complete: progress(position, percentDecimals).complete,
        completeFigure: figureKey({ name: 'complete', project: record.id, through: at.through }),
      };
    }),
    totals: {
      contractCents: total(agreedPrice),
      earnedCents: total(({ earned }) => earned),
      billedCents: total(({ billed }) => billed),
      overbilledCents: total(overbilled),
      leftCents: total(left),
    },
  };
}

function left(position: ProjectPosition): Cents {
  return difference(agreedPrice(position), position.billed);
}

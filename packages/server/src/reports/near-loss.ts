import { sum, type Cents } from '@lowtide/core/money/cents.ts';
import { ratio } from '@lowtide/core/money/ratio.ts';
import { nearLoss, type NearLoss } from '@lowtide/core/reports/near-loss/figures.ts';
import { figureKey } from '@lowtide/core/trace/figure.ts';
import type { Db } from '../database/schema.ts';
import type { Answer, Asked } from '../http/api.ts';
import { projectFigures } from '../http/traced.ts';
import { asOf, bounds } from '../ledger/as-of-queries.ts';
import { companyAt } from '../company/company-queries.ts';
import { standingProjects } from '../projects/position-queries.ts';

/** Contracts with little margin left, those with the least first. */
export async function nearLossReport(db: Db, query: Asked<'near-loss'>['query']): Promise<Answer<'near-loss'>> {
  const at = asOf(query);
  const { percentDecimals } = await companyAt(db, await bounds(db, at));
  const limit = ratio(Number(query.below), 100);
  const near = (await standingProjects(db, at)).flatMap(({ record, position }) => {
    const found = nearLoss(position, limit, percentDecimals);
    return found === null ? [] : [{ record, position, found }];
  });
  const total = (of: (each: NearLoss) => Cents): Cents => sum(near.map(({ found }) => of(found)));
  return {
    rows: near
      .toSorted((one, other) => one.found.tipsAt - other.found.tipsAt)
      .map(({ record, position, found }) => {
        const figure = projectFigures(record.id, at.through);
        return {
          ...{ id: record.id, code: record.code, name: record.name, manager: record.manager },
          contract: figure('contract', position.contract),
          estimate: figure('estimate', found.estimate),
          profit: figure('profit-at-completion', found.profit),
          ...{
            margin: found.margin,
            marginFigure: figureKey({ name: 'margin', project: record.id, through: at.through }),
          },
          costToComplete: figure('cost-to-complete', found.costToComplete),
          ...{ tipsAtCents: found.tipsAt, ofCostToComplete: found.ofCostToComplete },
          provision: figure('loss-provision', position.provision),
          sensitivityCents: found.sensitivity,
        };
      }),
    totals: {
      contractCents: sum(near.map(({ position }) => position.contract)),
      ...{ estimateCents: total(({ estimate }) => estimate), profitCents: total(({ profit }) => profit) },
      costToCompleteCents: total(({ costToComplete }) => costToComplete),
      provisionCents: sum(near.map(({ position }) => position.provision)),
      sensitivityCents: total((each) => each.sensitivity),
    },
  };
}

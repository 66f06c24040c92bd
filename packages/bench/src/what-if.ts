import { isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { projectId } from '@lowtide/core/ledger/ids.ts';
import { cents, ZERO } from '@lowtide/core/money/cents.ts';
import type { ProjectPosition } from '@lowtide/core/progress/project-position.ts';
import { BLANK_ASKED, readWhatIf } from '@lowtide/core/what-if/read-what-if.ts';
import { compared, inTurn, type Compared } from './measure.ts';

const PROJECTS = 1_000;

/** A contract under way; each a little other than the one before. */
function contract(place: number): ProjectPosition {
  return {
    project: {
      ...{ id: projectId(place + 1), code: `P-${place}`, name: `Project ${place}`, kind: 'client', status: 'active' },
      ...{ method: 'cost-to-cost', costTreatment: 'hold', beforeContract: 'waits', beforeEstimate: 'waits' },
      ...{ startOn: isoDate('2026-01-01'), actualEndOn: null },
    },
    ...{ contract: cents(90_000_000 + place), included: ZERO, budget: cents(70_000_000), stage: 'under way' },
    ...{ lineEstimates: cents(70_000_000 + 7 * place), zeroMargin: { cost: ZERO, estimate: ZERO } },
    ...{ forecastMonth: null, override: null, costToDate: cents(20_000_000 + 31 * place), earned: cents(25_000_000) },
    ...{ billed: cents(24_000_000), billable: ZERO, told: null, toldOn: null, wasted: ZERO, provision: ZERO },
    ...{ split: null, phaseEarned: [] },
  };
}

/** A key of a what-if over a thousand contracts, against the same formula in a bare loop of doubles. */
export async function whatIf(): Promise<Compared> {
  const positions = Array.from({ length: PROJECTS }, (_, place) => contract(place));
  const asked = { all: { ...BLANK_ASKED, toComplete: '10 %' }, rows: {} };
  const bare = (): number => {
    let earned = 0;
    for (const { contract: price, lineEstimates, costToDate } of positions) {
      const estimates = [lineEstimates, lineEstimates * 1.01, lineEstimates + (lineEstimates - costToDate) * 0.1];
      for (const estimate of estimates) earned += Math.round((price * costToDate) / estimate);
    }
    return earned;
  };
  const result = await inTurn(60, () => readWhatIf(asked, { positions, kept: null }), bare);
  return compared(`a key of a what-if over ${PROJECTS} contracts`, result, 120);
}

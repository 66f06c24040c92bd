import { cents } from '@lowtide/core/money/cents.ts';
import { ratio } from '@lowtide/core/money/ratio.ts';
import { drawnCosts } from '@lowtide/core/what-if/drawn-costs.ts';
import { compared, inTurn, type Compared } from './measure.ts';

const LINES = 40;
const DRAWS = 10_000;

/** Ten thousand draws over forty lines that move together, against a bare loop that draws and adds up as many deviates. */
export async function drawnRanges(): Promise<Compared> {
  const lines = Array.from({ length: LINES }, (_, place) => ({
    ...{ low: cents(900_000 + place), likely: cents(1_000_000 + 7 * place), high: cents(1_300_000 + 31 * place) },
  }));
  const bare = (): number => {
    let [total, state] = [0, 7];
    for (let at = 0; at < LINES * DRAWS; at += 1) {
      state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
      total += Math.sqrt((state / 4_294_967_296) * 400_000 * 100_000);
    }
    return total;
  };
  const result = await inTurn(30, () => drawnCosts(lines, { draws: DRAWS, together: ratio(1, 2) }), bare);
  return compared(`${DRAWS} draws over ${LINES} lines`, result, 60);
}

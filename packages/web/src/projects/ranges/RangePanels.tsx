import { dollars } from '@lowtide/core/money/dollars.ts';
import { percent } from '@lowtide/core/money/ratio.ts';
import { DRAWS, type RangeEnd } from '@lowtide/core/what-if/read-ranges.ts';
import { FanChart } from '../../charts/FanChart.tsx';
import { SheetPanels } from '../../entry/draft/SheetPanels.tsx';
import { Remarks } from '../../ui/notes.tsx';
import { plural } from '../../ui/plural.ts';
import type { RangeReading } from '../../workers/range-worker.ts';
import { rangePlace } from './range-rows.ts';

/** How an end stands among the draws, by how many of a hundred end with so much profit or less. */
const NAMES: Readonly<Record<RangeEnd['share'], string>> = {
  5: 'one in twenty is worse',
  25: 'one in four is worse',
  50: 'middle',
  75: 'one in four is better',
  95: 'one in twenty is better',
};

/** Below the sheet: how the project may end, and how far profit spreads on the way there. */
export function RangePanels({ reading }: { readonly reading: RangeReading }) {
  const { ends, fan, problems } = reading;
  const names = ends.map(({ share }) => NAMES[share]);
  return (
    <SheetPanels role="group" aria-label="How the project may end" $columns="1fr 1.2fr" $height={216}>
      <section tabIndex={0} aria-label="At the end">
        <h2>At the end</h2>
        <Remarks tone="trouble" title={plural(problems.length, 'error')} remarks={problems} place={rangePlace} />
        <Ends reading={reading} />
      </section>
      <section aria-label="Profit to date">
        <h2>Profit to date, as what is to come is spent</h2>
        <FanChart
          label="Profit to date"
          names={names}
          points={fan.map(({ done, profits }) => ({ done, values: profits }))}
          way="spent of what is to come"
          height={166}
        />
      </section>
    </SheetPanels>
  );
}

function Ends({ reading: { ends, likely, losing } }: { readonly reading: RangeReading }) {
  return (
    <>
      <table>
        <thead>
          <tr>
            <th>Of {DRAWS.toLocaleString('en-US')} draws</th>
            <th data-figures>EAC</th>
            <th data-figures>Profit</th>
            <th data-figures>Margin</th>
          </tr>
        </thead>
        <tbody>
          {ends.map(({ share, estimate, profit, margin }) => (
            <tr key={share}>
              <td>{NAMES[share]}</td>
              <td data-figures>{dollars(estimate)}</td>
              <td data-figures>{dollars(profit)}</td>
              <td data-figures>{marginText(margin)}</td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <td>All as most likely</td>
            <td data-figures>{dollars(likely.estimate)}</td>
            <td data-figures>{dollars(likely.profitAtCompletion)}</td>
            <td data-figures>{marginText(likely.margin)}</td>
          </tr>
        </tfoot>
      </table>
      <p>
        {losing.numerator === 0 ? 'No draw ends in a loss.' : `${percent(losing, 1)} % of the draws end in a loss.`}
      </p>
    </>
  );
}

function marginText(margin: RangeEnd['margin']): string {
  return margin === null ? 'none' : `${percent(margin, 1)} %`;
}

import { memo } from 'react';
import { spread, type Spread } from '@lowtide/core/estimate/line-price.ts';
import { dollars, tenThousandths } from '@lowtide/core/money/dollars.ts';
import { percent, type Ratio } from '@lowtide/core/money/ratio.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { SheetPanels } from '../../entry/draft/SheetPanels.tsx';
import { Remarks } from '../../ui/notes.tsx';
import type { SheetReading } from './use-reading.ts';

export interface EstimatePanelsProps {
  readonly reading: SheetReading | null;
  readonly place: (at: string) => string;
}

const NOTHING = spread(cents(0), cents(0));

/** Below the sheet: what is wrong in it, and what it comes to, by section and by cost type. */
export const EstimatePanels = memo(function EstimatePanels({ reading, place }: EstimatePanelsProps) {
  const whole = reading?.totals.whole ?? NOTHING;
  const bySection = reading?.totals.bySection ?? [];
  const byCostType = reading?.totals.byCostType ?? [];
  return (
    <SheetPanels role="group" aria-label="What the sheet comes to" $columns="1.3fr 1.1fr 0.8fr" $height={176}>
      <section tabIndex={0} aria-label="By section">
        <h2>By section</h2>
        <SpreadTable
          head="Section"
          rows={bySection.map((row) => ({ ...row, name: row.section || 'No section' }))}
          whole={whole}
        />
      </section>
      <section tabIndex={0} aria-label="By cost type">
        <h2>
          By cost type
          {reading && reading.totals.hours > 0 ? `, ${tenThousandths(reading.totals.hours)} h of labor` : ''}
        </h2>
        <SpreadTable
          head="Type"
          rows={byCostType.map((row) => ({ ...row, name: row.costType ?? 'No type' }))}
          whole={whole}
        />
      </section>
      <section tabIndex={0} aria-label="Errors and warnings">
        <h2>Errors and warnings</h2>
        {reading?.problems.length === 0 ? <p>Nothing.</p> : null}
        <Remarks
          tone="trouble"
          title={reading?.unread === 1 ? '1 row does not count yet' : `${reading?.unread ?? 0} rows do not count yet`}
          remarks={reading?.problems ?? []}
          place={place}
        />
      </section>
    </SheetPanels>
  );
});

interface SpreadTableProps {
  readonly head: string;
  readonly rows: readonly (Spread & { readonly name: string })[];
  readonly whole: Spread;
}

function SpreadTable({ head, rows, whole }: SpreadTableProps) {
  return (
    <table>
      <thead>
        <tr>
          <th>{head}</th>
          {['Cost', 'Price', 'Markup', 'Margin'].map((name) => (
            <th key={name} data-figures>
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <SpreadRow key={row.name} row={row} />
        ))}
      </tbody>
      <tfoot>
        <SpreadRow row={{ ...whole, name: 'Total' }} />
      </tfoot>
    </table>
  );
}

function SpreadRow({ row: { name, cost, price, markup, margin } }: { readonly row: SpreadTableProps['rows'][number] }) {
  return (
    <tr>
      <td>{name}</td>
      <td data-figures>{dollars(cost)}</td>
      <td data-figures>{dollars(price)}</td>
      <td data-figures>{shareText(markup)}</td>
      <td data-figures>{shareText(margin)}</td>
    </tr>
  );
}

export function shareText(share: Ratio | null): string {
  return share === null ? 'none' : `${percent(share, 1)} %`;
}

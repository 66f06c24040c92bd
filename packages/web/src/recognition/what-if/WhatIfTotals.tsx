import { difference } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import type { Summed } from '@lowtide/core/what-if/outcome.ts';
import type { WhatIfBasis } from '@lowtide/core/what-if/read-what-if.ts';
import { HandOver } from './HandOver.tsx';
import { SheetPanels } from '../../entry/draft/SheetPanels.tsx';
import type { WhatIfReading } from '../../workers/what-if-worker.ts';

const LINES: readonly { readonly name: keyof Summed; readonly text: string }[] = [
  { name: 'earnedMonth', text: 'The month earns' },
  { name: 'profitToDate', text: 'Profit to date' },
  { name: 'price', text: 'Prices' },
  { name: 'profitAtCompletion', text: 'Profit at completion' },
  { name: 'provision', text: 'Provision for losses' },
  { name: 'overbilled', text: 'Overbilled' },
  { name: 'underbilled', text: 'Underbilled' },
];

interface WhatIfTotalsProps {
  readonly basis: WhatIfBasis;
  readonly reading: WhatIfReading;
  readonly beside: { readonly name: string; readonly totals: Summed } | null;
}

/** All contracts together: the books, what is asked, and another what-if beside it. */
export function WhatIfTotals({ basis, reading, beside }: WhatIfTotalsProps) {
  const { books, asked, problems } = reading;
  return (
    <SheetPanels $columns={problems.length === 0 ? '2.4fr 1fr' : '1.6fr 1fr 1fr'} $height={190}>
      <section tabIndex={0} aria-label="All contracts together">
        <h2>All contracts together</h2>
        <table>
          <thead>
            <tr>
              <th>As if recognized now</th>
              <th data-figures>Books</th>
              <th data-figures>What if</th>
              <th data-figures>Difference</th>
              {beside === null ? null : <th data-figures>{beside.name}</th>}
              {beside === null ? null : <th data-figures>Difference to it</th>}
            </tr>
          </thead>
          <tbody>
            {LINES.map(({ name, text }) => (
              <tr key={name}>
                <td>{text}</td>
                <td data-figures>{dollars(books[name])}</td>
                <td data-figures>{dollars(asked[name])}</td>
                <td data-figures>{dollars(difference(asked[name], books[name]))}</td>
                {beside === null ? null : <td data-figures>{dollars(beside.totals[name])}</td>}
                {beside === null ? null : <td data-figures>{dollars(difference(asked[name], beside.totals[name]))}</td>}
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <HandOver basis={basis} reading={reading} />
      {problems.length === 0 ? null : (
        <section tabIndex={0} aria-label="What is wrong">
          <h2>Not counted yet</h2>
          <ul>
            {problems.map(({ at, message }) => (
              <li key={at}>{message}</li>
            ))}
          </ul>
        </section>
      )}
    </SheetPanels>
  );
}

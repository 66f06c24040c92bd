import { dayText, plusDays } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay } from '@lowtide/core/calendar/month.ts';
import { cents, opposite, sum, ZERO } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { useShownBooks } from '../../api/as-of.tsx';
import type { Preview } from './use-draft.ts';

/** What every account comes to by what was typed, on the day before the books begin, with both sums and what is still apart. */
export function TrialBalancePart({ rows }: { readonly rows: Preview['trialBalance'] }) {
  const debits = sum([ZERO, ...rows.map(({ amountCents }) => cents(Math.max(0, amountCents)))]);
  const credits = sum([ZERO, ...rows.map(({ amountCents }) => opposite(cents(Math.min(0, amountCents))))]);
  const begins = useShownBooks().frame.ribbon[0]?.month;
  const apart = cents(Math.abs(debits - credits));
  return (
    <section tabIndex={0} aria-label="Trial balance">
      <h2>Trial balance{begins === undefined ? '' : `, ${dayText(plusDays(firstDay(begins), -1))}`}</h2>
      <table>
        <thead>
          <tr>
            <th>Account</th>
            <th data-figures>Debit</th>
            <th data-figures>Credit</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ accountCode, accountName, amountCents }) => (
            <tr key={accountCode}>
              <td>
                {accountCode} {accountName}
              </td>
              <td data-figures>{amountCents > 0 ? dollars(amountCents) : ''}</td>
              <td data-figures>{amountCents < 0 ? dollars(opposite(amountCents)) : ''}</td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <th scope="row">{apart === 0 ? 'Balances' : `Apart by ${dollars(apart)}`}</th>
            <td data-figures>{dollars(debits)}</td>
            <td data-figures>{dollars(credits)}</td>
          </tr>
        </tfoot>
      </table>
      <p>Retained earnings hold what projects earned in fiscal years before the one these books begin in.</p>
    </section>
  );
}

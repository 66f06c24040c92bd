import type { HoursSheet } from '@lowtide/core/documents/hours/form.ts';
import { weekTotals, type WeekTotal } from '@lowtide/core/documents/hours/week-totals.ts';
import { found } from '@lowtide/core/lookup/lookup.ts';
import { tenThousandths } from '@lowtide/core/money/dollars.ts';
import type { Quantity } from '@lowtide/core/money/quantity.ts';
import { useRead } from '../api/books-api.ts';

/** Hours of the sheet by person and day. */
export function WeekTotalsPart({ rows }: Pick<HoursSheet, 'rows'>) {
  const { answer: reference } = useRead('reference', {});
  const list = [...(reference?.employees ?? []), ...(reference?.equipment ?? [])];
  const { each, all } = weekTotals(rows, (typed) => {
    const looked = found<{ code: string; name: string }>(list, typed);
    return looked.kind === 'found' ? looked.value.name : typed.trim();
  });
  return (
    <section tabIndex={0} aria-label="Hours by person and day">
      <h2>Hours by person and day</h2>
      {each.length === 0 ? (
        <p>No hours yet.</p>
      ) : (
        <table>
          <thead>
            <tr>
              <th>Who</th>
              {DAYS.map((day) => (
                <th key={day} data-figures>
                  {day}
                </th>
              ))}
              <th data-figures>Week</th>
            </tr>
          </thead>
          <tbody>
            {each.map((total) => (
              <TotalRow key={total.who} total={total} />
            ))}
          </tbody>
          <tfoot>
            <TotalRow total={{ ...all, who: 'Together' }} />
          </tfoot>
        </table>
      )}
    </section>
  );
}

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

function TotalRow({ total: { who, days, week } }: { readonly total: WeekTotal }) {
  return (
    <tr>
      <td>{who === '' ? 'Nobody yet' : who}</td>
      {days.map((hours, day) => (
        <td key={DAYS[day]} data-figures>
          {hoursText(hours)}
        </td>
      ))}
      <td data-figures>{hoursText(week)}</td>
    </tr>
  );
}

/** Hours without decimals that say nothing; a day without hours is left blank. */
function hoursText(hours: Quantity): string {
  return hours === 0 ? '' : tenThousandths(hours);
}

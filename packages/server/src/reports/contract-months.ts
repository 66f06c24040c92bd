import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { monthAt, monthNumber, type Month } from '@lowtide/core/calendar/month.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { monthsOf, monthsTogether, type MonthOf } from '@lowtide/core/reports/contract-months/figures.ts';
import { MOST_MONTHS } from '@lowtide/core/reports/contract-months/shape.ts';
import type { Db } from '../database/schema.ts';
import type { Answer } from '../http/api.ts';
import { Refusal } from '../http/refusal.ts';
import { bounds, type AsOf } from '../ledger/as-of-queries.ts';
import { projectsByMonth, type ProjectTotals } from '../ledger/balance-queries.ts';
import { projectsAt } from '../company/project-queries.ts';

/** What every contract that earned or billed anything in the months earned and billed of each, and its margin to the end of each. */
export async function contractMonths(db: Db, at: AsOf, from: Month): Promise<Answer<'contract-months'>> {
  const span = { ...(await bounds(db, at)), from: null };
  const numbers = monthsFrom(from, at.through);
  const [first = span.month] = numbers;
  const moved = groupedBy(await projectsByMonth(db, span, first), ({ project }) => project);
  const contracts = (await projectsAt(db, span))
    .filter(({ kind }) => kind === 'client')
    .map((record) => ({ record, moved: merged(moved.get(record.id) ?? []) }))
    .filter(({ moved: of }) =>
      of.some(({ month, earned, billed }) => month >= first && (earned !== 0 || billed !== 0)),
    );
  return {
    months: numbers.map(monthAt),
    rows: contracts.map(({ record, moved: of }) => ({
      ...{ id: record.id, code: record.code, name: record.name, ...monthsOf(of, numbers) },
    })),
    totals: monthsTogether(
      contracts.map(({ moved: of }) => of),
      numbers,
    ),
  };
}

function monthsFrom(from: Month, through: Month): readonly number[] {
  const [first, last] = [monthNumber(from), monthNumber(through)];
  const count = last - first + 1;
  if (count < 1 || count > MOST_MONTHS) {
    const field = 'the number of months';
    throw new Refusal([{ at: 'from', kind: 'number-outside', field, least: '1', most: String(MOST_MONTHS) }]);
  }
  return Array.from({ length: count }, (_, place) => first + place);
}

/** One row of a month: lines read as if posted stand apart from those that are. */
function merged(rows: readonly (ProjectTotals & { readonly month: number })[]): readonly MonthOf[] {
  return [...groupedBy(rows, ({ month }) => month)].map(([month, of]) => {
    const total = (amount: (row: ProjectTotals) => number) => cents(of.reduce((all, row) => all + amount(row), 0));
    return {
      ...{ month, earned: total(({ earned }) => earned), billed: total(({ billed }) => billed) },
      profit: total(({ earned, expensed, loss }) => earned - expensed - loss),
    };
  });
}

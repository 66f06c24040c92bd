import { mondayOf, type IsoDate } from '../calendar/iso-date.ts';
import { monthOf } from '../calendar/month.ts';

const DAYS = 7;
const WEEKS = 4;
const MONTHS = 12;

/** Of copies made by themselves, by their days: those that stay are the last seven, and the last one of each of four weeks and twelve months. */
export function keptCopies(days: readonly IsoDate[]): ReadonlySet<IsoDate> {
  const newestFirst = [...new Set(days)].toSorted().toReversed();
  return new Set([
    ...newestFirst.slice(0, DAYS),
    ...lastOfEach(newestFirst, mondayOf).slice(0, WEEKS),
    ...lastOfEach(newestFirst, monthOf).slice(0, MONTHS),
  ]);
}

function lastOfEach(newestFirst: readonly IsoDate[], spanOf: (day: IsoDate) => string): readonly IsoDate[] {
  const spans = newestFirst.map(spanOf);
  return newestFirst.filter((_, place) => spans.indexOf(spans[place] ?? '') === place);
}

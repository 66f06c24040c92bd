/**
 * A time clock that stands in for one outside: it delivers the entries of a week as CSV, now and then with the usual faults: an unknown
 * badge, an entry that overlaps another, one that was never ended, a project that is closed. The same week is delivered the same way.
 */
import { stringify } from 'csv-stringify/sync';
import { plusDays, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';

const HEADS = ['badge', 'in', 'out', 'project', 'code'] as const;
type Entry = Readonly<Record<(typeof HEADS)[number], string>>;

/** Where somebody worked in the week before. */
export interface ClockedWork {
  readonly badge: string;
  readonly project: string;
  readonly code: string;
}

const DAYS = 5;

/** The entries of a week: the work of the week before, mornings and afternoons, with faults. */
export function clockFile(weekOn: IsoDate, work: readonly ClockedWork[], closed: string): string {
  const entries = work.flatMap((each, place) =>
    Array.from({ length: DAYS }, (_, day) => dayOf(each, plusDays(weekOn, day), place)).flat(),
  );
  const [first] = entries;
  const faults: readonly Entry[] =
    first === undefined
      ? []
      : [
          { ...first, badge: 'B-0417' },
          { ...first, in: first.in.replace(/T.*/, 'T09:15'), out: first.out.replace(/T.*/, 'T10:45') },
          { ...first, in: `${plusDays(weekOn, 5)}T06:00`, out: `${plusDays(weekOn, 6)}T08:00` },
          ...(closed === ''
            ? []
            : [{ ...first, in: `${plusDays(weekOn, 5)}T00:10`, out: `${plusDays(weekOn, 5)}T02:10`, project: closed }]),
        ];
  return stringify([...entries, ...faults], { header: true, columns: [...HEADS] });
}

function dayOf({ badge, project, code }: ClockedWork, day: IsoDate, place: number): readonly Entry[] {
  const late = (place + Number(day.slice(8))) % 4;
  const minute = String(late * 5).padStart(2, '0');
  const own = { badge, project, code };
  return [
    { ...own, in: `${day}T07:${minute}`, out: `${day}T12:00` },
    { ...own, in: `${day}T12:30`, out: `${day}T15:${minute}` },
  ];
}

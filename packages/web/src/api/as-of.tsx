import { createContext, useContext, type ReactNode } from 'react';
import { Link, useNavigate, useSearchParams, type LinkProps } from 'react-router';
import { dayText, isoDate, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { isNameableMonth, type Month } from '@lowtide/core/calendar/month.ts';
import { DayOrderOf } from '../ui/day-order.ts';
import type { Answer } from './books-api.ts';

type Frame = Answer<'frame'>;

/** Which books the screen shows, and the frame they hang in. */
export interface ShownBooks {
  readonly frame: Frame;
  readonly through: Month;
  readonly known: string | undefined;
  readonly today: IsoDate;
  /** The query that reading endpoints take. */
  readonly asOf: { readonly through: Month; readonly known?: string };
}

const Shown = createContext<ShownBooks | null>(null);

/** Gives the pages below the books that the address asks for. */
export function ShownBooksProvider({ frame, children }: { readonly frame: Frame; readonly children: ReactNode }) {
  const { known } = useAddressAsOf();
  const { through, today } = frame;
  const asOf = known === undefined ? { through } : { through, known };
  return (
    <Shown value={{ frame, through, known, today, asOf }}>
      <DayOrderOf value={frame.company?.dayOrder ?? 'month first'}>{children}</DayOrderOf>
    </Shown>
  );
}

export function useShownBooks(): ShownBooks {
  const shown = useContext(Shown);
  if (shown === null) throw new Error('pages are drawn inside the shell');
  return shown;
}

/** Month and moment as the address has them: `?m=2027-03&known=2027-02-28T17:00:00Z`. */
export function useAddressAsOf(): { readonly month: Month | undefined; readonly known: string | undefined } {
  const [search] = useSearchParams();
  const month = search.get('m') ?? '';
  const known = search.get('known') ?? '';
  return {
    month: isNameableMonth(month) ? (month as Month) : undefined,
    known: Number.isNaN(Date.parse(known)) ? undefined : known,
  };
}

const KEPT = ['m', 'known'] as const;

/** An address that keeps month and moment of the one we are at. */
export function useKept(): (path: string) => string {
  const [search] = useSearchParams();
  return (path) => {
    const [pathname = '', own = ''] = path.split('?');
    const next = new URLSearchParams(own);
    for (const name of KEPT) {
      const value = search.get(name);
      if (value !== null && !next.has(name)) next.set(name, value);
    }
    const text = next.toString();
    return text === '' ? pathname : `${pathname}?${text}`;
  };
}

/** A link that keeps month and moment. */
export function AsOfLink({ to, ...props }: LinkProps & { readonly to: string }) {
  const kept = useKept();
  return <Link {...props} to={kept(to)} />;
}

/** Goes to an address, keeping month and moment. */
export function useGo(): (path: string, how?: { readonly replace?: boolean }) => void {
  const navigate = useNavigate();
  const kept = useKept();
  return (path, how = {}) => void navigate(kept(path), how);
}

/** Puts the whole screen to another month. */
export function useOpenMonth(): (month: Month) => void {
  const [, setSearch] = useSearchParams();
  // From the address itself: it is ahead of the screen when keys come faster than answers.
  return (month) =>
    setSearch(() => {
      const next = new URLSearchParams(globalThis.location.search);
      next.set('m', month);
      return next;
    });
}

/** One value of the view in the address; the default is left out of it. */
export function useViewState(name: string, initial: string): readonly [string, (value: string) => void] {
  const [search, setSearch] = useSearchParams();
  const set = (value: string): void => {
    setSearch(
      () => {
        // From the address itself: it is ahead of the screen when keys come faster than it is drawn.
        const next = new URLSearchParams(globalThis.location.search);
        if (value === initial) next.delete(name);
        else next.set(name, value);
        return next;
      },
      { replace: true },
    );
  };
  return [search.get(name) ?? initial, set];
}

/** Words of an address; some stand in it several times. */
type Words = Readonly<Record<string, string | readonly string[]>>;

/** Address of a report's file. Words that say nothing are left out. */
export function fileAddress(report: string, ending: string, words: Words): string {
  const said = Object.entries(words).flatMap(([name, values]) =>
    (typeof values === 'string' ? [values] : values).filter((value) => value !== '').map((value) => [name, value]),
  );
  return `/api/reports/${report}.${ending}?${new URLSearchParams(said).toString()}`;
}

/** Address of a list's file, as of what the screen shows. */
export function csvAddress(
  report: string,
  asOf: ShownBooks['asOf'],
  more: Readonly<Record<string, string>> = {},
): string {
  return fileAddress(report, 'csv', { ...asOf, ...more });
}

/** A moment as the reader's clock shows it: `2027-02-28 17:00`. */
export function localText(instant: string): string {
  const at = new Date(instant);
  const two = (part: number): string => String(part).padStart(2, '0');
  const day = isoDate([at.getFullYear(), two(at.getMonth() + 1), two(at.getDate())].join('-'));
  return `${dayText(day)}, ${two(at.getHours())}:${two(at.getMinutes())}`;
}

import { type IsoDate } from '../../calendar/iso-date.ts';
import { lastDay, monthOf } from '../../calendar/month.ts';
import { codingKey } from '../../ledger/dimensions.ts';
import { groupedBy } from '../../collections/grouped-by.ts';
import { credit, debit, journalEntry, type JournalEntry, type Line } from '../../ledger/journal-entry.ts';
import { costRole, isClosed, type Project } from '../../ledger/project.ts';
import type { Roles } from '../../ledger/roles.ts';
import type { TrueUpShare } from '../../labor/true-up.ts';
import { sum } from '../../money/cents.ts';
import { openDayFrom, type LockedThrough } from '../../months/open-day.ts';

/** Where the difference goes: to the cost of the hours it belongs to, or to labor variance. */
export const TRUE_UP_METHODS = ['spread', 'variance'] as const;
export type TrueUpMethod = (typeof TRUE_UP_METHODS)[number];

export interface TrueUp {
  readonly from: IsoDate;
  readonly through: IsoDate;
  readonly method: TrueUpMethod;
  readonly shares: readonly TrueUpShare[];
  readonly text: string;
}

export interface TrueUpBooks {
  readonly roles: Roles;
  readonly lockedThrough: LockedThrough;
  readonly projects: ReadonlyMap<number, Project>;
}

/**
 * Dr the cost account of each line the difference belongs to, or labor variance; Cr labor clearing. Dated at the end of the period, or
 * the first open day; what closed projects would bear goes to labor variance. While every month of the period is open, what lies in an earlier one posts at its end.
 */
export function truedUp({ from, through, method, shares, text }: TrueUp, books: TrueUpBooks): readonly JournalEntry[] {
  const days = groupedBy(shares, ({ line }) => postingDay(line.workedOn, { from, through }, books.lockedThrough));
  return [...days]
    .toSorted(([one], [other]) => (one < other ? -1 : 1))
    .map(([day, own]) => journalEntry(day, linesOf(own, { method, text }, books)));
}

function postingDay(
  workedOn: IsoDate,
  { from, through }: Pick<TrueUp, 'from' | 'through'>,
  lockedThrough: LockedThrough,
): IsoDate {
  const end = lastDay(monthOf(workedOn));
  const isOpen = openDayFrom(from, lockedThrough) === from;
  return isOpen && end < through ? end : openDayFrom(through, lockedThrough);
}

/** One pair of lines a coding and employee. */
function linesOf(
  shares: readonly TrueUpShare[],
  { method, text }: Pick<TrueUp, 'method' | 'text'>,
  { roles, projects }: TrueUpBooks,
): readonly Line[] {
  const goesToVariance = ({ line: { coding } }: TrueUpShare): boolean => {
    const project = coding === null ? undefined : projects.get(coding.project);
    return method === 'variance' || (project !== undefined && isClosed(project));
  };
  const keyOf = (share: TrueUpShare): string => {
    const { employee, coding } = share.line;
    return goesToVariance(share) ? `${employee} variance` : `${employee} ${coding === null ? '' : codingKey(coding)}`;
  };
  return [...groupedBy(shares, keyOf).values()].flatMap((own) => {
    const [first] = own;
    const amount = sum(own.map((share) => share.amount));
    if (first === undefined || amount === 0) return [];
    const { employee, coding } = first.line;
    const project = coding === null ? undefined : projects.get(coding.project);
    const cost = project === undefined ? undefined : roles[costRole(project)];
    const onto = goesToVariance(first)
      ? debit(roles['labor-variance'], amount, { employee, text })
      : coding === null || cost === undefined
        ? debit(roles['indirect-labor'], amount, { employee, text })
        : debit(cost, amount, { ...coding, employee, text });
    return [onto, credit(roles['labor-clearing'], amount, { employee, text })];
  });
}

import { plusDays, type IsoDate } from '../calendar/iso-date.ts';
import { cents, difference, larger, smaller, sum, ZERO, type Cents } from '../money/cents.ts';

export const REASONS_TO_BILL = [
  'plan date reached',
  'underbilled',
  'work unbilled for over a month',
  'retention due',
] as const;
export type ReasonToBill = (typeof REASONS_TO_BILL)[number];

/** A due item of a billing plan. */
export interface PlannedBill {
  readonly dueOn: IsoDate;
  readonly text: string;
  readonly amount: Cents;
}

/** What is known of a project by the day it is asked of. */
export interface ToBillFrom {
  /** Items due by the day, oldest first. */
  readonly planned: readonly PlannedBill[];
  /** Unbilled contract value; null where no price was agreed. */
  readonly left: Cents | null;
  readonly earned: Cents;
  readonly billed: Cents;
  /** Of applications the client has not answered: neither billed nor to be asked for again. */
  readonly asked: Cents;
  readonly work: { readonly left: Cents; readonly oldestOn: IsoDate } | null;
  readonly held: Cents;
  /** When what is held back is due; null where that is not known. */
  readonly heldDueOn: IsoDate | null;
}

export interface ToBill {
  readonly reason: ReasonToBill;
  readonly amount: Cents;
  /** Since when it could have been billed; null where no day says it. */
  readonly since: IsoDate | null;
  readonly text: string;
}

/** Why a project is to be billed now, and how much: each reason once. `above` is what may be underbilled without a word. */
export function reasonsToBill(from: ToBillFrom, day: IsoDate, above: Cents): readonly ToBill[] {
  const of = {
    ...{ ...from, billed: cents(from.billed + from.asked) },
    left: from.left === null ? null : difference(from.left, from.asked),
  };
  const planned = byPlan(of);
  return [...planned, ...underbilled(of, above, planned), ...byWork(of, day), ...byRetention(of, day)];
}

/** What the plan says should be billed by now and is not; since the first item that is not wholly billed. */
function byPlan({ planned, billed, left }: ToBillFrom): readonly ToBill[] {
  let covered = billed as number;
  const unmet = planned.flatMap((item): readonly PlannedBill[] => {
    const met = Math.max(0, Math.min(item.amount, covered));
    covered -= item.amount;
    return met < item.amount ? [{ ...item, amount: cents(item.amount - met) }] : [];
  });
  const [first] = unmet;
  const due = sum([ZERO, ...unmet.map(({ amount }) => amount)]);
  const amount = left === null ? due : smaller(due, left);
  if (first === undefined || amount <= 0) return [];
  const text = unmet.map((item) => item.text).join('; ');
  return [{ reason: 'plan date reached', amount, since: first.dueOn, text }];
}

/** What is earned and not billed, beyond what the plan asks for already. */
function underbilled(
  { earned, billed, left, work }: ToBillFrom,
  above: Cents,
  planned: readonly ToBill[],
): readonly ToBill[] {
  // What is earned as billable is billed by its work.
  const under = work === null ? difference(earned, billed) : ZERO;
  const most = left === null ? under : smaller(under, left);
  const amount = difference(most, sum([ZERO, ...planned.map((each) => each.amount)]));
  return under > above && amount > 0 ? [{ reason: 'underbilled', amount, since: null, text: '' }] : [];
}

function byWork({ work }: ToBillFrom, day: IsoDate): readonly ToBill[] {
  if (work === null || work.left <= 0 || plusDays(work.oldestOn, 31) > day) return [];
  return [
    { reason: 'work unbilled for over a month', amount: larger(work.left, ZERO), since: work.oldestOn, text: '' },
  ];
}

function byRetention({ held, heldDueOn }: ToBillFrom, day: IsoDate): readonly ToBill[] {
  if (held <= 0 || heldDueOn === null || heldDueOn > day) return [];
  return [{ reason: 'retention due', amount: held, since: heldDueOn, text: '' }];
}

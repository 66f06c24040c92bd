import { plusDays, type IsoDate } from '../../calendar/iso-date.ts';
import { groupedBy } from '../../collections/grouped-by.ts';
import { hourKindOf, type PayKind } from '../../rates/pay.ts';
import { cents, sum, type Cents } from '../../money/cents.ts';
import { rate, sumQuantity, unboundedExtension, type Quantity, type Rate } from '../../money/quantity.ts';
import { builtRate, partRate, type PartGroup, type RatePart } from '../../rates/build-up.ts';

/** Hours of somebody on a day of the week, on the project or elsewhere. */
export interface CertifiedHours {
  readonly employee: number;
  readonly workedOn: IsoDate;
  readonly pay: PayKind;
  readonly hours: Quantity;
  readonly isOnProject: boolean;
  /** What their rate is made up of; null where nobody told. */
  readonly parts: readonly RatePart[] | null;
}

/** A line of a certified payroll: one person's hours of one kind in the week. */
export interface CertifiedLine {
  readonly employee: number;
  readonly pay: PayKind;
  /** Seven days from Monday. */
  readonly days: readonly Quantity[];
  readonly hours: Quantity;
  /** Wage of such an hour; null where a rate is not told. */
  readonly wage: Rate | null;
  /** Wage of the hours on the project, and of all hours of the kind in the week. */
  readonly gross: Cents;
  readonly grossInAll: Cents;
  /** Benefits in the rates, for the hours on the project. */
  readonly fringe: Cents;
}

/** Who worked on the project in the week, a line for each way their hours are paid; in order of people, straight time first. */
export function certifiedLines(all: readonly CertifiedHours[], weekOn: IsoDate): readonly CertifiedLine[] {
  const lines = groupedBy(all, ({ employee, pay }) => `${employee} ${pay}`);
  return [...lines.values()].flatMap((own) => {
    const [first] = own;
    const here = own.filter(({ isOnProject }) => isOnProject);
    if (first === undefined || here.length === 0) return [];
    const days = Array.from({ length: 7 }, (_, day) =>
      sumQuantity(here.filter(({ workedOn }) => workedOn === plusDays(weekOn, day)).map(({ hours }) => hours)),
    );
    const [latest] = here.toReversed();
    return [
      {
        ...{ employee: first.employee, pay: first.pay, days, hours: sumQuantity(days) },
        wage: latest === undefined ? null : addedBy('wage', latest),
        gross: paidFor('wage', here),
        grossInAll: paidFor('wage', own),
        fringe: paidFor('benefits', here),
      },
    ];
  });
}

/** What parts of a kind add to an hour. */
function addedBy(group: PartGroup, { parts, pay }: CertifiedHours): Rate | null {
  if (parts === null) return null;
  const built = builtRate(parts, hourKindOf(pay)).parts.filter(({ part }) => part.group === group);
  return rate(built.reduce((total, part) => total + partRate(part), 0));
}

function paidFor(group: PartGroup, hours: readonly CertifiedHours[]): Cents {
  return sum(hours.map((each) => cents(unboundedExtension(each.hours, addedBy(group, each) ?? rate(0)))));
}

import type { DepositLeft } from './deposits.ts';
import type { IsoDate } from '../calendar/iso-date.ts';
import { lastDay, monthOf } from '../calendar/month.ts';
import type { DocumentId, PartyId, ProjectId, TaxCodeId } from '../ledger/ids.ts';
import { cents, sum, ZERO, type Cents } from '../money/cents.ts';
import type { Ratio } from '../money/ratio.ts';
import type { RetentionTerms } from './retention-terms.ts';

/** What was billed of a line so far, less what was credited of it. */
export interface BilledSoFar {
  /** Work completed, stored materials that were put in place among it. */
  readonly work: Cents;
  /** Materials stored and not put in place yet. */
  readonly stored: Cents;
  readonly withheld: Cents;
  readonly released: Cents;
}

export const NOTHING_BILLED: BilledSoFar = { work: ZERO, stored: ZERO, withheld: ZERO, released: ZERO };

/** A line of the schedule of values as the books have it. */
export interface ScheduledLine {
  /** How it is named where it is typed: its place among all that ever stood in the schedule. */
  readonly number: number;
  /** Null for what the contract is priced at beyond its schedule. */
  readonly id: number | null;
  readonly name: string;
  /** The estimate or change order that put it there. */
  readonly origin: string;
  readonly value: Cents;
  /** The day from which it is agreed. */
  readonly agreedOn: IsoDate | null;
  readonly billed: BilledSoFar;
  /** What its cost says of it: cost ÷ estimate at completion of its budget lines; null where it has none. */
  readonly complete: Ratio | null;
}

/** What is held back of one line of one invoice. */
export interface HeldLine {
  readonly invoice: DocumentId;
  readonly line: number | null;
  readonly held: Cents;
}

/** An application that waits for what the client says. */
export interface OpenApplication {
  readonly id: DocumentId;
  readonly number: string;
  /** The how many-th of its project, and which version of it. */
  readonly ordinal: number;
  readonly version: number;
  readonly through: IsoDate;
  readonly lines: readonly AskedLine[];
}

/** What is asked for of a line, this time. */
export interface AskedLine {
  readonly line: number | null;
  readonly work: Cents;
  readonly stored: Cents;
  /** It may come to more than its scheduled value. */
  readonly mayExceed: boolean;
}

export const APPLICATIONS_POST = ['when certified', 'when submitted'] as const;

/** All that billing a project needs to know of it, as the books are now. */
export interface ProjectBilling {
  readonly project: ProjectId;
  /** Null for a project of the company's own. */
  readonly client: PartyId | null;
  readonly termsDays: number;
  readonly taxCode: TaxCodeId | null;
  /** False where it earns as billed and no price was agreed. */
  readonly isPriced: boolean;
  /** What the contract is made of, by the day from which each part is agreed. */
  readonly contract: readonly { readonly agreedOn: IsoDate; readonly amount: Cents }[];
  readonly schedule: readonly ScheduledLine[];
  /** What was billed of no line of a schedule. */
  readonly unscheduled: BilledSoFar;
  readonly terms: RetentionTerms;
  readonly posts: (typeof APPLICATIONS_POST)[number];
  readonly held: readonly HeldLine[];
  readonly applications: readonly OpenApplication[];
  /** How many applications there were, versions not counted. */
  readonly applied: number;
  readonly deposits: readonly DepositLeft[];
}

/** Billed of a line in all. */
export function billedOf({ work, stored }: Pick<BilledSoFar, 'work' | 'stored'>): Cents {
  return cents(work + stored);
}

/** What is held back now. */
export function heldOf({ withheld, released }: Pick<BilledSoFar, 'withheld' | 'released'>): Cents {
  return cents(withheld - released);
}

/** The price agreed for the month of a day. */
export function contractOn({ contract }: Pick<ProjectBilling, 'contract'>, day: IsoDate): Cents {
  const end = lastDay(monthOf(day));
  return sum([ZERO, ...contract.flatMap(({ agreedOn, amount }) => (agreedOn <= end ? [amount] : []))]);
}

/**
 * The schedule of values as agreed for the month of a day. What the contract comes to beyond its lines is a line of its own, so that the
 * lines always add up to the contract; so is what was billed of a line that is agreed no more.
 */
export function scheduleOn(billing: ProjectBilling, day: IsoDate): readonly ScheduledLine[] {
  const end = lastDay(monthOf(day));
  const lines = billing.schedule.flatMap((line): readonly ScheduledLine[] => {
    const isAgreed = line.agreedOn !== null && line.agreedOn <= end;
    if (isAgreed) return [line];
    return isBilled(line.billed) ? [{ ...line, value: ZERO }] : [];
  });
  const scheduled = sum([ZERO, ...lines.map(({ value }) => value)]);
  const rest = billing.isPriced ? cents(contractOn(billing, day) - scheduled) : ZERO;
  const isNeeded = lines.length === 0 || rest !== 0 || isBilled(billing.unscheduled);
  if (!isNeeded) return lines;
  const name = lines.length === 0 ? 'Contract' : 'Not on the schedule';
  return [
    ...lines,
    {
      ...{ number: 0, id: null, name, origin: '', value: rest, agreedOn: null },
      ...{ billed: billing.unscheduled, complete: null },
    },
  ];
}

function isBilled({ work, stored, withheld, released }: BilledSoFar): boolean {
  return work !== 0 || stored !== 0 || withheld !== released;
}

/** What is left to bill of a line; below zero where it was cut below what was billed. */
export function leftOf({ value, billed }: Pick<ScheduledLine, 'value' | 'billed'>): Cents {
  return cents(value - billedOf(billed));
}

/** The sum of what was billed of all lines. */
export function billedSoFar(lines: readonly Pick<ScheduledLine, 'billed'>[]): BilledSoFar {
  const total = (of: (billed: BilledSoFar) => Cents): Cents => sum([ZERO, ...lines.map(({ billed }) => of(billed))]);
  return {
    work: total(({ work }) => work),
    stored: total(({ stored }) => stored),
    withheld: total(({ withheld }) => withheld),
    released: total(({ released }) => released),
  };
}

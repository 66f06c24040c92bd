import { cents, sum, ZERO, type Cents } from '../money/cents.ts';

/** A line of the schedule as an application or an invoice bills it. */
export interface ContinuedLine {
  readonly origin: string;
  readonly value: Cents;
  readonly workBefore: Cents;
  readonly storedBefore: Cents;
  readonly work: Cents;
  readonly stored: Cents;
  readonly withheldBefore: Cents;
  readonly withheld: Cents;
}

/** What an application comes to, from what was agreed first to what is due now and what is left to finish. */
export interface ApplicationSummary {
  readonly original: Cents;
  /** Change orders agreed since. */
  readonly changes: Cents;
  readonly contract: Cents;
  /** Completed and stored to date. */
  readonly toDate: Cents;
  readonly withheld: Cents;
  readonly earnedLessRetention: Cents;
  readonly earlier: Cents;
  readonly dueNow: Cents;
  readonly tax: Cents;
  readonly toPay: Cents;
  /** To finish, with what is held back. */
  readonly toFinish: Cents;
}

/** Of every line of the schedule, whether it is billed this time or not; `tax` is that of this time. */
export function applicationSummary(lines: readonly ContinuedLine[], tax: Cents): ApplicationSummary {
  const total = (of: (line: ContinuedLine) => number): Cents => sum([ZERO, ...lines.map((line) => cents(of(line)))]);
  const isChange = ({ origin }: ContinuedLine): boolean => origin.startsWith('Change order');
  const contract = total(({ value }) => value);
  const changes = total((line) => (isChange(line) ? line.value : 0));
  const before = total(({ workBefore, storedBefore }) => workBefore + storedBefore);
  const withheldBefore = total((line) => line.withheldBefore);
  const toDate = cents(before + total(({ work, stored }) => work + stored));
  const withheld = cents(withheldBefore + total((line) => line.withheld));
  const earnedLessRetention = cents(toDate - withheld);
  const earlier = cents(before - withheldBefore);
  const dueNow = cents(earnedLessRetention - earlier);
  return {
    ...{
      original: cents(contract - changes),
      changes,
      contract,
      toDate,
      withheld,
      earnedLessRetention,
      earlier,
      dueNow,
    },
    ...{ tax, toPay: cents(dueNow + tax), toFinish: cents(contract - earnedLessRetention) },
  };
}

import { z } from 'zod';
import { Typed } from '../wire/values.ts';

/** One part of what an hour costs, as typed. */
export const BuildUpRow = z.strictObject({
  name: Typed,
  /** What it pays for: wage, taxes, insurance, benefits or overhead. */
  group: Typed,
  amount: Typed,
  /** What the amount is of: an hour, the wage (in percent), a month or a year. */
  per: Typed,
  /** Heads that a monthly bill is for; empty for one. */
  heads: Typed,
  /** Hours that a monthly or yearly amount is divided by. */
  hours: Typed,
  /** Yearly wage up to which a percentage is paid; empty for no ceiling. */
  ceiling: Typed,
  /** What the year's wage is expected to be; only with a ceiling. */
  yearlyWage: Typed,
});
export type BuildUpRow = z.output<typeof BuildUpRow>;
export type BuildUpColumn = keyof BuildUpRow;

export const BuildUp = z.array(BuildUpRow).max(40, 'At most 40 parts.');

export const BLANK_BUILD_UP_ROW: BuildUpRow = {
  ...{ name: '', group: '', amount: '', per: '', heads: '', hours: '', ceiling: '', yearlyWage: '' },
};

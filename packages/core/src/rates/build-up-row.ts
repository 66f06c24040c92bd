/** One part of what an hour costs, as typed. */
export interface BuildUpRow {
  readonly name: string;
  /** What it pays for: wage, taxes, insurance, benefits or overhead. */
  readonly group: string;
  readonly amount: string;
  /** What the amount is of: an hour, the wage (in percent), a month or a year. */
  readonly per: string;
  /** Heads that a monthly bill is for; empty for one. */
  readonly heads: string;
  /** Hours that a monthly or yearly amount is divided by. */
  readonly hours: string;
  /** Yearly wage up to which a percentage is paid; empty for no ceiling. */
  readonly ceiling: string;
  /** What the year's wage is expected to be; only with a ceiling. */
  readonly yearlyWage: string;
}
export type BuildUpColumn = keyof BuildUpRow;

export const BLANK_BUILD_UP_ROW: BuildUpRow = {
  ...{ name: '', group: '', amount: '', per: '', heads: '', hours: '', ceiling: '', yearlyWage: '' },
};

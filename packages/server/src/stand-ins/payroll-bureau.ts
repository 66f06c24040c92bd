/**
 * A payroll bureau that stands in for one outside: it takes the hours of a pay period as CSV and sends a register back as CSV. What it
 * pays never quite equals what rates applied, and now and then it makes the usual mistakes. The same hours get the same register.
 */
import { parse } from 'csv-parse/sync';
import { stringify } from 'csv-stringify/sync';

/** Heads of the hours it takes; `wage` is what was agreed for an hour. */
export const BUREAU_HOURS = ['employee', 'regularHours', 'overtimeHours', 'doubleHours', 'leaveHours', 'wage'] as const;
type Hours = Readonly<Record<(typeof BUREAU_HOURS)[number], string>>;

const REGISTER = [
  ...['from', 'through', 'paidOn', 'fee', 'employee', 'regularHours', 'overtimeHours', 'grossRegular'],
  ...['grossOvertime', 'employerTaxes', 'insurance', 'benefits', 'withheld', 'net', 'text'],
] as const;

export interface BureauPeriod {
  readonly from: string;
  readonly through: string;
  readonly paidOn: string;
}

/** What an hour costs the employer on top of the wage, in units of the currency. */
const PER_HOUR = { insurance: 0.6, benefits: 3.82 };
const TAXES = 0.1005;
const WITHHELD = 0.214;
const FEE = { run: 185, person: 6.5 };

/** The register of a period. */
export function register(hours: string, { from, through, paidOn }: BureauPeriod): string {
  const people = parse(hours, { columns: true }) as Hours[];
  const fee = (FEE.run + FEE.person * people.length).toFixed(2);
  const forgotten = chance(through, 0.06) ? people[pick(through, people.length)]?.employee : undefined;
  const miscounted = chance(`${through} hours`, 0.35)
    ? people[pick(`${through} hours`, people.length)]?.employee
    : undefined;
  const lines = people
    .filter(({ employee }) => employee !== forgotten)
    .map((each) => paid(each, { through, extra: each.employee === miscounted ? 4 : 0 }))
    .map((line) => ({ from, through, paidOn, fee, ...line }));
  return stringify([...lines], { header: true, columns: [...REGISTER] });
}

interface Run {
  readonly through: string;
  /** Hours that are paid and were not sent. */
  readonly extra: number;
}

function paid(each: Hours, { through, extra }: Run): Readonly<Record<string, string>> {
  const wage = Number(each.wage);
  const regular = Number(each.regularHours) + Number(each.leaveHours) + extra;
  const [overtime, double] = [Number(each.overtimeHours), Number(each.doubleHours)];
  const [grossRegular, grossOvertime] = [cent(regular * wage), cent(overtime * wage * 1.5 + double * wage * 2)];
  const gross = grossRegular + grossOvertime;
  const hours = regular + overtime + double;
  const near = (name: string, spread: number): number =>
    1 + (share(`${through} ${each.employee} ${name}`) - 0.5) * spread;
  const withheld = cent(gross * WITHHELD);
  return {
    employee: each.employee,
    regularHours: String(regular),
    overtimeHours: String(overtime + double),
    grossRegular: grossRegular.toFixed(2),
    grossOvertime: grossOvertime.toFixed(2),
    employerTaxes: cent(gross * TAXES * near('taxes', 0.06)).toFixed(2),
    insurance: cent(hours * PER_HOUR.insurance * near('insurance', 0.1)).toFixed(2),
    benefits: cent(hours * PER_HOUR.benefits * near('benefits', 0.12)).toFixed(2),
    withheld: withheld.toFixed(2),
    net: (gross - withheld).toFixed(2),
    text: '',
  };
}

function cent(amount: number): number {
  return Math.round(amount * 100) / 100;
}

/** A number from 0 to 1 that is the same for the same text. */
function share(text: string): number {
  let state = 2_166_136_261;
  for (const letter of text) state = Math.imul(state ^ (letter.codePointAt(0) ?? 0), 16_777_619);
  state = Math.imul(state ^ (state >>> 15), 2_246_822_507);
  return ((state ^ (state >>> 13)) >>> 0) / 4_294_967_296;
}

function chance(text: string, likely: number): boolean {
  return share(`${text} ?`) < likely;
}

function pick(text: string, count: number): number {
  return Math.floor(share(`${text} #`) * count);
}

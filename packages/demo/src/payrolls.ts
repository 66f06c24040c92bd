import { isoDate, mondayOf, plusDays, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { monthOf, type Month } from '@lowtide/core/calendar/month.ts';
import type { FrontDoor } from './front-door.ts';

/** Days of a pay period. */
const FORTNIGHT = 14;

interface Drafts {
  readonly drafts: readonly { readonly id: number }[];
}

/**
 * A fortnight's payroll from the bureau, two weeks after it ends at the latest: its register is read as it comes, net pay and what is
 * owed of it are paid at once, and the fortnight before it is trued up.
 */
export async function payFortnight(
  door: FrontDoor,
  day: IsoDate,
  { truesUp = true }: { readonly truesUp?: boolean } = {},
): Promise<void> {
  const through = plusDays(mondayOf(day), -1);
  const period = { from: plusDays(through, 1 - FORTNIGHT), through };
  if (period.from < '2025-12-29') return;
  const month = monthOf(day);
  const before = await latestPayroll(door, month);
  const register = await door.order<{ name: string; csv: string }>('POST', '/stand-ins/payroll-bureau', {
    ...{ from: period.from < '2026-01-01' ? '2026-01-01' : period.from, through },
  });
  if (register.csv.trimEnd().split('\n').length < 2) return;
  const { drafts } = await door.order<Drafts>('POST', '/sheet-imports/payroll', {
    month,
    name: register.name,
    csv: fitting(register.csv),
  });
  for (const { id } of drafts) {
    const { version } = await door.ask<{ version: number }>(`/drafts/${id}?month=${month}&preview=no`);
    await door.order('POST', `/drafts/${id}/posting`, { month, version, acceptWarnings: true });
  }
  await payOut(door, isoDate(day));
  if (before !== undefined && truesUp) await door.order('POST', '/true-ups', { payrollId: before, method: 'spread' });
}

/** The payroll of the fortnight before, whose difference is still to be spread. */
async function latestPayroll(door: FrontDoor, month: Month): Promise<number | undefined> {
  const { rows } = await door.ask<{ rows: readonly { id: number }[] }>(`/documents?through=${month}&kind=payroll`);
  return rows[0]?.id;
}

/** What a sheet takes at once. */
const MOST_ROWS = 2_000;
const OF_THE_PERIOD = ['from', 'through', 'paidOn', 'fee', 'employee'];

/** The register as it is; of more people than a sheet takes, what all of them were paid together. */
function fitting(csv: string): string {
  const [heads = '', ...lines] = csv.trimEnd().split('\n');
  if (lines.length <= MOST_ROWS) return csv;
  const columns = heads.split(',');
  const cells = lines.map((line) => line.split(','));
  const sums = columns.map((column, place) =>
    column === 'employee' || column === 'text'
      ? ''
      : OF_THE_PERIOD.includes(column)
        ? (cells[0]?.[place] ?? '')
        : cells.reduce((sum, line) => sum + Number(line[place]), 0).toFixed(2),
  );
  return `${heads}\n${sums.join(',')}\n`;
}

/** What people and offices are owed after a payroll goes out of the bank the same day. */
async function payOut(door: FrontDoor, day: IsoDate): Promise<void> {
  const trial = await door.ask<{ rows: { code: string; balance: { amountCents: number } }[] }>(
    `/trial-balance?through=${monthOf(day)}`,
  );
  const owed = (code: string): number => -(trial.rows.find((row) => row.code === code)?.balance.amountCents ?? 0);
  const line = (account: string, debit: string, credit: string) => ({ account, debit, credit, text: 'Payroll' });
  const amounts = [
    ['2210', owed('2210')],
    ['2220', owed('2220')],
  ] as const;
  const due = amounts.filter(([, amount]) => amount > 0);
  if (due.length === 0) return;
  const total = due.reduce((sum, [, amount]) => sum + amount, 0);
  await door.order('POST', '/journals', {
    ...{ postedOn: day, text: 'Net pay, taxes and deductions' },
    lines: [
      ...due.map(([account, amount]) => line(account, (amount / 100).toFixed(2), '')),
      line('1010', '', (total / 100).toFixed(2)),
    ],
  });
}

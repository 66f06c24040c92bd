import { dayNumber, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { tenThousandths } from '@lowtide/core/money/dollars.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import { appliedRate, rateBook } from '@lowtide/core/rates/applying-rule.ts';
import { builtRate, partRate } from '@lowtide/core/rates/build-up.ts';
import { readBuildUp } from '@lowtide/core/rates/read-build-up.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';
import { listedRules } from '../rates/rate-queries.ts';

interface Period {
  readonly from: IsoDate;
  readonly through: IsoDate;
}

/**
 * Hours of a pay period by person and how they are paid, with the wage of an hour as the rates have it, the whole rate where
 * nobody told what it is made up of; plain numbers.
 */
export async function periodHours(db: Db, { from, through }: Period) {
  const { rows } = await sql<{
    id: number;
    code: string;
    role: string;
    regular: number;
    overtime: number;
    double: number;
    leave: number;
  }>`SELECT e.id, e.code, e.job_role AS role,
      SUM(w.hours_e4) FILTER (WHERE w.pay = 'regular') AS regular,
      SUM(w.hours_e4) FILTER (WHERE w.pay = 'overtime') AS overtime,
      SUM(w.hours_e4) FILTER (WHERE w.pay = 'double') AS double,
      SUM(w.hours_e4) FILTER (WHERE w.pay = 'leave') AS leave
    FROM worked_hours w JOIN document d ON d.id = w.document_id JOIN employee e ON e.id = w.employee_id
    WHERE w.worked_on BETWEEN ${dayNumber(from)} AND ${dayNumber(through)} AND ${notReversed('d', EVERYTHING)}
    GROUP BY e.id ORDER BY e.code`.execute(db);
  const rules = await listedRules(db, 'cost', { withPast: false });
  const book = rateBook(rules);
  const plain = (value: number | null): string => tenThousandths(quantity(value ?? 0)).replace(/,/g, '');
  return rows.map(({ id, code, role, ...hours }) => {
    const nowhere = { project: null, client: null, activity: null };
    const applied = appliedRate(book, { day: through, employee: id, role: role || null, ...nowhere });
    const rule = rules.find((each) => each.id === applied?.rule.id);
    const read = rule?.buildUp == null ? null : readBuildUp(rule.buildUp);
    const wages = read?.ok ? builtRate(read.value).parts.filter(({ part }) => part.group === 'wage') : [];
    const told = wages.reduce((total, part) => total + partRate(part), 0);
    const wage = told === 0 ? (applied?.rule.rates.regular.rate ?? 0) : told;
    return {
      employee: code,
      regularHours: plain(hours.regular),
      overtimeHours: plain(hours.overtime),
      doubleHours: plain(hours.double),
      leaveHours: plain(hours.leave),
      wage: plain(wage),
    };
  });
}

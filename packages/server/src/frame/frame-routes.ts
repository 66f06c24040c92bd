import type { Router } from 'express';
import { monthAt, monthNumber, monthOf, type Month } from '@lowtide/core/calendar/month.ts';
import { TIE_OUTS } from '@lowtide/core/statements/tie-out.ts';
import type { Db } from '../database/schema.ts';
import { drafts } from '../entry/draft-queries.ts';
import { read, type Answer } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { asOf, bounds, type AsOf } from '../journal/as-of-queries.ts';
import { roleMonths } from '../journal/balance-queries.ts';
import { latestRun } from '../recognition/run-queries.ts';
import { companyIfAny, type Company } from '../setup/company-queries.ts';
import { searchHits } from './search-queries.ts';
import { tieOuts } from './tie-out-queries.ts';

type Frame = Answer<'frame'>;

export function frameRoutes(router: Router, context: Context): void {
  read(router, context, 'frame', async (db, { query }, today) => {
    const company = await companyIfAny(db);
    const at = asOf({ through: query.through ?? monthOf(today), known: query.known });
    const about = { through: at.through, today, user: context.user, currentMonth: monthOf(today) };
    if (company === null) {
      return { ...about, company, recognizedThrough: null, ribbon: [], ties: [], drafts: { bills: 0, hours: 0 } };
    }
    const kept = await drafts(db);
    return {
      ...about,
      company: { ...company },
      recognizedThrough: (await latestRun(db))?.month ?? null,
      ribbon: await ribbon(db, at, { company, currentMonth: about.currentMonth }),
      ties: await ties(db, at.through),
      drafts: {
        bills: kept.filter(({ kind }) => kind === 'bills').length,
        hours: kept.filter(({ kind }) => kind === 'hours').length,
      },
    };
  });
  read(router, context, 'search', async (db, { query }) => ({ hits: await searchHits(db, query.text.trim()) }));
}

const FAR_MONTH = monthAt(2999 * 12);

/** Every month of the books with what was earned and billed in it, up to the current one and what lies beyond. */
async function ribbon(
  db: Db,
  at: AsOf,
  { company, currentMonth }: { readonly company: Company; readonly currentMonth: Month },
): Promise<Frame['ribbon']> {
  const span = { ...(await bounds(db, { ...at, through: FAR_MONTH })), from: null };
  const earned = new Map((await roleMonths(db, 'revenue', span)).map(({ month, amount }) => [month, -amount]));
  const billed = new Map(
    (await roleMonths(db, 'progress-billings', span)).map(({ month, amount }) => [month, -amount]),
  );
  const first = monthNumber(company.firstMonth);
  const last = Math.max(monthNumber(currentMonth), monthNumber(at.through), ...earned.keys(), ...billed.keys());
  const locked = company.lockedThrough === null ? -1 : monthNumber(company.lockedThrough);
  return Array.from({ length: Math.max(1, last - first + 1) }, (_, index) => ({
    month: monthAt(first + index),
    earnedCents: earned.get(first + index) ?? 0,
    billedCents: billed.get(first + index) ?? 0,
    locked: first + index <= locked,
  }));
}

async function ties(db: Db, month: Month): Promise<Frame['ties']> {
  return (await tieOuts(db, month)).map(({ name, one, other }) => {
    const [title, oneSide, otherSide] = TIE_OUTS[name];
    return { name: title, one: oneSide, other: otherSide, oneCents: one, otherCents: other };
  });
}

import type { Router } from 'express';
import { monthAt, monthNumber, monthOf, type Month } from '@lowtide/core/calendar/month.ts';
import { TIE_OUTS, type TieOut } from '@lowtide/core/ledger/tie-out.ts';
import { isAllowed, type Permission } from '@lowtide/core/people/roles.ts';
import { ZERO } from '@lowtide/core/money/cents.ts';
import type { Db } from '../database/schema.ts';
import { draftCounts } from '../sheets/draft-queries.ts';
import { read, type Answer } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { asOf, bounds, type AsOf } from '../ledger/as-of-queries.ts';
import { monthsEarnedAndBilled } from '../ledger/ribbon-queries.ts';
import { latestRun } from '../projects/latest-run-queries.ts';
import { companyIfAny, type Company } from '../company/company-queries.ts';
import { strayTotal } from '../strays/stray-queries.ts';
import { searchHits } from './search-queries.ts';
import { whatWaits } from './waiting-queries.ts';
import { tieOutCache } from './tie-out-cache.ts';

type Frame = Answer<'frame'>;

export function frameRoutes(router: Router, context: Context): void {
  const cachedTies = tieOutCache(context.effects);
  read(router, context, 'frame', async (db, { query }, { actor, today }) => {
    const company = await companyIfAny(db);
    const at = asOf({ through: query.through ?? monthOf(today), known: query.known });
    const may = (permission: Permission): boolean => actor === null || isAllowed(actor.role, permission);
    const about = { through: at.through, today, user: actor?.name ?? '', currentMonth: monthOf(today) };
    if (company === null) {
      return {
        ...about,
        company,
        recognizedThrough: null,
        ribbon: [],
        ties: [],
        strays: NO_STRAYS,
        drafts: await draftCounts(db),
      };
    }
    return {
      ...about,
      company: frameCompany(company),
      recognizedThrough: (await latestRun(db))?.month ?? null,
      ribbon: withAmounts(may('read-books'), await ribbon(db, at, { company, currentMonth: about.currentMonth })),
      strays: may('read-books') ? await strayTotal(db, await bounds(db, at)) : NO_STRAYS,
      ties: may('read-books') ? namedTies(await cachedTies(db, at.through)) : [],
      drafts: may('keep-books') ? await draftCounts(db) : {},
    };
  });
  read(router, context, 'waiting', async (db, _asked, asker) => ({
    rows: (await whatWaits(db, asker)).map(({ what, count, amount }) => ({ what, count, amountCents: amount })),
  }));
  read(router, context, 'search', async (db, { query }, { today }) => ({
    hits: await searchHits(db, query.text.trim(), today),
  }));
}

/** For whoever may not read the books. */
const NO_STRAYS: Frame['strays'] = { count: 0, total: ZERO };

function frameCompany({ approveBillsAbove, receiptDifference, ...company }: Company) {
  return { ...company, approveBillsAboveCents: approveBillsAbove, receiptDifferenceCents: receiptDifference };
}

/** The months alone, for whoever may not read what the company earned. */
function withAmounts(shown: boolean, months: Frame['ribbon']): Frame['ribbon'] {
  return shown ? months : months.map((each) => ({ ...each, earnedCents: 0, billedCents: 0 }));
}

/** Every month of the books with what was earned and billed in it, up to the current one and what lies beyond. */
async function ribbon(
  db: Db,
  at: AsOf,
  { company, currentMonth }: { readonly company: Company; readonly currentMonth: Month },
): Promise<Frame['ribbon']> {
  const months = new Map((await monthsEarnedAndBilled(db, at.known)).map((each) => [each.month, each]));
  const first = monthNumber(company.firstMonth);
  const last = Math.max(monthNumber(currentMonth), monthNumber(at.through), ...months.keys());
  const locked = company.lockedThrough === null ? -1 : monthNumber(company.lockedThrough);
  return Array.from({ length: Math.max(1, last - first + 1) }, (_, index) => ({
    month: monthAt(first + index),
    earnedCents: months.get(first + index)?.earned ?? 0,
    billedCents: months.get(first + index)?.billed ?? 0,
    locked: first + index <= locked,
  }));
}

function namedTies(ties: readonly TieOut[]): Frame['ties'] {
  return ties.map(({ name, one, other }) => {
    const { title, one: oneSide, other: otherSide } = TIE_OUTS[name];
    return { name: title, one: oneSide, other: otherSide, oneCents: one, otherCents: other };
  });
}

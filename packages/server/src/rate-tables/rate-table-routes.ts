import { stringify } from 'csv-stringify/sync';
import type { Router } from 'express';
import { z } from 'zod';
import { inertText } from '@lowtide/core/files/csv-text.ts';
import { reRatedHours, reRatingSheets } from '@lowtide/core/documents/hours/re-rated.ts';
import { monthOf } from '@lowtide/core/calendar/month.ts';
import { sum } from '@lowtide/core/money/cents.ts';
import { sumQuantity } from '@lowtide/core/money/quantity.ts';
import { tenThousandths } from '@lowtide/core/money/dollars.ts';
import { problemRemark, warningRemark } from '@lowtide/core/documents/preview.ts';
import { rateBook } from '@lowtide/core/rates/applying-rule.ts';
import {
  BLANK_RATE_ROW,
  rateEffect,
  readRateTable,
  type RateEffect,
  type RateTableRow,
} from '@lowtide/core/rates/rate-table.ts';
import type { ReadRate } from '@lowtide/core/rates/read-rate.ts';
import { FILES } from '@lowtide/core/wire/files.ts';
import { priceWaitingHours } from '../billable-work/unbilled-work-queries.ts';
import { audit } from '../audit/audit-queries.ts';
import type { Db, Trx } from '../database/schema.ts';
import { postReading } from '../sheets/post-sheet-queries.ts';
import { sheetRead } from '../sheets/sheet-queries.ts';
import { file, read, write, type Acting, type Answer, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { rememberFile } from '../company/company-write-queries.ts';
import { csvTable } from '../http/csv-table.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import type { Posted } from '../ledger/post-document-queries.ts';
import { documentHours } from '../rates/document-hours-queries.ts';
import { refuseOverheadTwice } from '../rates/overhead-twice-queries.ts';
import { rateBasis } from '../rates/rate-basis-queries.ts';
import { insertRule, listedRules, rateRules, type RateSide } from '../rates/rate-queries.ts';
import { hoursAtRates, ratedHours, unpostedHours } from '../rates/rated-hours-queries.ts';

/** Rates as tables: typed, pasted or from a file, what they do seen first; and posted hours at the rates of now. */
export function rateTableRoutes(router: Router, context: Context): void {
  read(router, context, 'rateTablePreview', async (db, { body }, { today }) => tablePreview(db, body, today));
  write(router, context, 'addRates', async (trx, { body }, acting) => {
    const rates = acceptedOr(readRateTable(body.side, body.rows, await rateBasis(trx, acting.today)));
    return addAll(trx, { side: body.side, rates, from: 'a table' }, acting);
  });
  write(router, context, 'importRates', async (trx, { body }, acting) => {
    const { side, name, csv, again } = body;
    const lines = acceptedOr(await csvTable(csv, COLUMNS));
    await rememberFile(trx, { kind: `rates ${side}`, name, content: csv, again }, acting);
    const rows = lines.map((line) => ({ ...BLANK_RATE_ROW, ...line }));
    const read = readRateTable(body.side, rows, await rateBasis(trx, acting.today));
    if (!read.ok) throw new Refusal(read.problems.map((problem) => ({ ...problem, at: inFile(problem.at) })));
    const fresh = await withoutKnown(trx, body.side, read.value);
    return addAll(trx, { side: body.side, rates: fresh, from: body.name }, acting);
  });
  file(router, context, FILES.rates, {
    read: async (trx, req) => {
      const side = z.enum(['cost', 'bill']).parse(req.params['side']);
      const rows = (await listedRules(trx, side, { withPast: false })).map(rowOf);
      return { side, csv: stringify([NAMES, ...rows.map((row) => NAMES.map((name) => inertText(row[name])))]) };
    },
    made: ({ side, csv }) => ({ type: 'text/csv', name: `${side}-rates.csv`, body: csv }),
  });
  read(router, context, 'reRatingPreview', async (db, { body }, { today }) => reRatingPreview(db, body, today));
  write(router, context, 'reRate', async (trx, { body }, acting) => reRate(trx, body, acting));
  read(router, context, 'documentHours', async (db, { params }) => ({ rows: await documentHours(db, params.id) }));
}

const NAMES = Object.keys(BLANK_RATE_ROW) as (keyof RateTableRow)[];
const COLUMNS = NAMES.map((name) => ({ name, isNeeded: name === 'effectiveOn' || name === 'rate' }));

/** Lines of a file count from its heads. */
function inFile(at: string): string {
  return at.replace(/^rows\/(\d+)/, (_, place: string) => `row ${Number(place) + 2}`);
}

function rowOf({
  whom,
  role,
  activity,
  effectiveOn,
  rates,
  note,
}: Awaited<ReturnType<typeof listedRules>>[number]): RateTableRow {
  const code = (text: string): string => text.split(' ')[0] ?? '';
  return {
    ...{ employee: code(whom.employee), role: role ?? '', activity: activity ?? '' },
    ...{ project: code(whom.project), client: code(whom.client), effectiveOn },
    ...{ rate: tenThousandths(rates.regular.rate), note },
  };
}

interface NewRates {
  readonly side: RateSide;
  readonly rates: readonly ReadRate[];
  /** What they came from, for the audit log. */
  readonly from: string;
}

async function addAll(trx: Trx, { side, rates, from }: NewRates, acting: Acting): Promise<Answer<'addRates'>> {
  await refuseOverheadTwice(
    trx,
    rates.map((each) => each.rates),
  );
  for (const { scope, ...rule } of rates) await insertRule(trx, { side, ...scope, ...rule }, acting);
  if (side === 'bill') await priceWaitingHours(trx, acting);
  await audit(trx, acting, { action: `add ${side} rates`, subject: from, detail: { added: rates.length } });
  return { added: rates.length };
}

/** Rates that hold just so already are left out: a file that was saved comes back and changes nothing. */
async function withoutKnown(db: Db, side: RateSide, rates: readonly ReadRate[]): Promise<readonly ReadRate[]> {
  const known = await rateRules(db, side);
  return rates.filter(({ scope, effectiveOn, rates: { regular } }) => {
    const same = known.find(
      (rule) =>
        rule.effectiveOn === effectiveOn &&
        (['project', 'client', 'employee', 'role', 'activity'] as const).every((name) => rule[name] === scope[name]),
    );
    return same?.rates.regular.rate !== regular.rate;
  });
}

async function tablePreview(
  db: Db,
  { side, rows }: Asked<'rateTablePreview'>['body'],
  today: Acting['today'],
): Promise<Answer<'rateTablePreview'>> {
  const read = readRateTable(side, rows, await rateBasis(db, today));
  const rates = read.ok ? read.value : [];
  const [from] = rates.map(({ effectiveOn }) => effectiveOn).toSorted();
  const added = rates.map(({ scope, effectiveOn, rates: given }, place) => ({
    ...{ id: -1 - place, effectiveOn, rates: given, ...scope },
  }));
  const rules = await rateRules(db, side);
  const span = from === undefined ? null : { from, through: LAST_DAY };
  const posted = span === null ? [] : await hoursAtRates(db, span);
  const billed = side === 'bill' ? posted.filter(({ billable }) => billable) : posted;
  return {
    rates: rates.length,
    unposted: effectAnswer(rateEffect(rules, added, from === undefined ? [] : await unpostedHours(db, from))),
    posted: effectAnswer(rateEffect(rules, added, ratedHours(billed))),
    problems: read.ok ? [] : read.problems.map(problemRemark),
  };
}

const LAST_DAY = '2949-12-31' as Acting['today'];

function effectAnswer({ hours, before, after }: RateEffect) {
  return { hours, beforeCents: before, afterCents: after };
}

async function planned(db: Db, { from, through }: Asked<'reRate'>['body']) {
  return reRatedHours(await hoursAtRates(db, { from, through }), rateBook(await rateRules(db, 'cost')));
}

async function reRatingPreview(
  db: Db,
  body: Asked<'reRatingPreview'>['body'],
  today: Acting['today'],
): Promise<Answer<'reRatingPreview'>> {
  const reRated = await planned(db, body);
  const readings = [];
  for (const sheet of reRatingSheets(reRated)) {
    readings.push((await sheetRead(db, { month: monthOf(sheet.weekOn), today }, sheet)).reading);
  }
  const nothing = reRated.length === 0 ? [problemRemark({ at: '', kind: 'nothing-to-re-rate' })] : [];
  return {
    rows: reRated.map(({ workedOn, employee, project, coding, pay, hours, cost, after }) => ({
      ...{ weekOn: workedOn, employee: employee.code, project: project?.code ?? '', coding, pay, hours },
      ...{ beforeCents: cost, afterCents: after },
    })),
    hours: sumQuantity(reRated.map(({ hours }) => hours)),
    beforeCents: sum(reRated.map(({ cost }) => cost)),
    afterCents: sum(reRated.map(({ after }) => after)),
    problems: [...nothing, ...readings.flatMap(({ problems }) => problems.map(problemRemark))],
    warnings: readings.flatMap(({ warnings }) => warnings.map(warningRemark)),
  };
}

async function reRate(trx: Trx, body: Asked<'reRate'>['body'], acting: Acting): Promise<Answer<'reRate'>> {
  const reRated = await planned(trx, body);
  if (reRated.length === 0) throw new Refusal([{ at: '', kind: 'nothing-to-re-rate' }]);
  const documents: Posted[] = [];
  for (const sheet of reRatingSheets(reRated)) {
    const { reading } = await sheetRead(trx, { month: monthOf(sheet.weekOn), today: acting.today }, sheet);
    documents.push(...(await postReading(trx, reading, { ...acting, acceptWarnings: body.acceptWarnings })));
  }
  await audit(trx, acting, {
    action: 're-rate hours',
    subject: `${body.from} to ${body.through}`,
    detail: { documents: documents.map(({ number }) => number) },
  });
  return { documents };
}

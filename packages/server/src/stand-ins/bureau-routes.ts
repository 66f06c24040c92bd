import { stringify } from 'csv-stringify/sync';
import type { Router } from 'express';
import { PeriodQuery } from '@lowtide/core/wire/labor.ts';
import { FILES } from '@lowtide/core/wire/files.ts';
import { file, write } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { Refusal } from '../http/refusal.ts';
import { periodHours } from '../labor/period-hours-queries.ts';
import { BUREAU_HOURS, register } from './payroll-bureau.ts';

/** Hours of a pay period for whoever does the payroll, and, in the demo, somebody who does it. */
export function bureauRoutes(router: Router, context: Context): void {
  file(router, context, FILES.periodHours, {
    read: async (trx, req) => hoursText(await periodHours(trx, PeriodQuery.parse(req.query))),
    made: (csv) => ({ type: 'text/csv', name: 'hours.csv', body: csv }),
  });
  write(router, context, 'bureau', async (trx, { body }, { today }) => {
    if (!context.demo) throw new Refusal([{ at: '', kind: 'not-there', subject: 'payroll' }], 404);
    const csv = register(hoursText(await periodHours(trx, body)), { ...body, paidOn: today });
    return { name: `register-${body.through}.csv`, csv };
  });
}

function hoursText(rows: Awaited<ReturnType<typeof periodHours>>): string {
  return stringify(
    rows.map((row) => BUREAU_HOURS.map((name) => row[name])),
    { header: true, columns: [...BUREAU_HOURS] },
  );
}

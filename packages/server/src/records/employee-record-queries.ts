import { dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay } from '@lowtide/core/calendar/month.ts';
import { rate } from '@lowtide/core/money/quantity.ts';
import type { ReadRecord } from '@lowtide/core/records/read-record.ts';
import { rateBook, usualRules } from '@lowtide/core/rates/applying-rule.ts';
import { ratesOfWhole } from '@lowtide/core/rates/hour-rates.ts';
import type { Trx } from '../database/schema.ts';
import { insertRule, latestOwnRule, rateRules } from '../rates/rate-queries.ts';
import { companyOf } from '../company/company-queries.ts';
import { dayNumberOf, numberOf, textOf, typed, type RecordStore } from './record-queries.ts';
import type { Recording } from '../company/recording.ts';

/** Employees, each with the cost rate of their own that counts last; what it is made up of is kept with the rate. */
export const employeeStore: RecordStore = {
  all: async (db) => {
    const rows = await db
      .selectFrom('employee')
      .select(['id', 'code', 'name', 'job_role', 'usual_hours_e4', 'version'])
      .orderBy('code')
      .execute();
    const book = rateBook(await rateRules(db, 'cost'));
    return rows.map(({ id, version, code, name, job_role, usual_hours_e4 }) => {
      const [own] = usualRules(book, { employee: id, role: '' }).filter(({ employee }) => employee === id);
      const costRate = own === undefined ? '' : typed.decimal(own.rates.regular.rate);
      return {
        ...{ id, version },
        fields: {
          ...{ code, name, jobRole: job_role, usualHours: typed.decimal(usual_hours_e4) },
          ...{ costRate, rateFrom: own?.effectiveOn ?? '' },
        },
      };
    });
  },
  match: async (db, record) => {
    const row = await db
      .selectFrom('employee')
      .select('id')
      .where('code', '=', textOf(record, 'code'))
      .executeTakeFirst();
    return row?.id;
  },
  insert: async (trx, record, recording) => {
    const values = { code: textOf(record, 'code'), ...namedValues(record) };
    const id = Number((await trx.insertInto('employee').values(values).executeTakeFirstOrThrow()).insertId);
    await setRate(trx, id, record, recording);
    return id;
  },
  update: async (trx, id, record, recording) => {
    await trx
      .updateTable('employee')
      .set((eb) => ({
        ...namedValues(record),
        version: eb('version', '+', 1),
      }))
      .where('id', '=', id)
      .execute();
    await setRate(trx, id, record, recording);
  },
  problems: async () => [],
};

const USUAL_WEEK = 400_000;

function namedValues(record: ReadRecord) {
  return {
    ...{ name: textOf(record, 'name'), job_role: textOf(record, 'jobRole') },
    usual_hours_e4: numberOf(record, 'usualHours') ?? USUAL_WEEK,
  };
}

/** Adds the rate where it is another than the one that counts already. A first one counts from the first day of the books. */
async function setRate(trx: Trx, employee: number, record: ReadRecord, recording: Recording): Promise<void> {
  const regular = numberOf(record, 'costRate');
  if (regular === null) return;
  const known = await latestOwnRule(trx, employee);
  const from = dayNumberOf(record, 'rateFrom');
  const effectiveOn: IsoDate =
    from === null ? (known === undefined ? firstDay((await companyOf(trx)).firstMonth) : recording.today) : dayOf(from);
  if (known?.rates.regular.rate === regular && (from === null || known.effectiveOn === effectiveOn)) return;
  const rates = ratesOfWhole(rate(regular));
  await insertRule(trx, { side: 'cost', employee, effectiveOn, rates, buildUp: null, note: '' }, recording);
}

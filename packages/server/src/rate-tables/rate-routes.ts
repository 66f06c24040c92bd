import type { Router } from 'express';
import { dayIn, required } from '@lowtide/core/cells/cell.ts';
import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { changedPart, type ChangedBuildUp } from '@lowtide/core/rates/changed-part.ts';
import type { DayReading } from '@lowtide/core/calendar/typed-date.ts';
import { readRate } from '@lowtide/core/rates/read-rate.ts';
import { priceWaitingHours } from '../billable-work/unbilled-work-queries.ts';
import { audit } from '../audit/audit-queries.ts';
import type { Db } from '../database/schema.ts';
import { read, write, type Acting, type Answer, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { companyOf } from '../company/company-queries.ts';
import { refuseOverheadTwice } from '../rates/overhead-twice-queries.ts';
import { rateBasis } from '../rates/rate-basis-queries.ts';
import { insertRule, listedRules, withdrawRule, type ListedRule } from '../rates/rate-queries.ts';

/** What hours cost and are billed at, and what that is made up of. */
export function rateRoutes(router: Router, context: Context): void {
  read(router, context, 'rates', async (db, { query: { side, past } }) => ({
    rows: (await listedRules(db, side, { withPast: past === 'yes' })).map(rowOf),
  }));
  write(router, context, 'addRate', async (trx, { body }, acting) => {
    const rate = acceptedOr(readRate(body, await rateBasis(trx, acting.today)));
    const { scope, ...rule } = rate;
    await refuseOverheadTwice(trx, body.side === 'cost' ? [rate.rates] : []);
    const id = await insertRule(trx, { side: body.side, ...scope, ...rule }, acting);
    if (body.side === 'bill') await priceWaitingHours(trx, acting);
    await audit(trx, acting, {
      action: `add ${body.side} rate`,
      subject: nameOf(body),
      about: `rate ${id}`,
      detail: body,
    });
    return { id, rates: rate.rates };
  });
  write(router, context, 'withdrawRate', async (trx, { params }, acting) => {
    const rules = [...(await listedRules(trx, 'cost', { withPast: false, ...params }))];
    const [rule] = [...rules, ...(await listedRules(trx, 'bill', { withPast: false, ...params }))];
    if (rule === undefined) throw new Refusal([{ at: '', kind: 'not-there', subject: 'rate' }], 404);
    await withdrawRule(trx, params.id, acting);
    await audit(trx, acting, { action: 'withdraw rate', subject: nameOf(rule.whom), about: `rate ${params.id}` });
    return { id: params.id, rates: rule.rates };
  });
  read(router, context, 'partChangePreview', async (db, { body }, { today }) => ({
    rows: (await changedRules(db, body, today)).changed.map(changedRow),
  }));
  write(router, context, 'changePart', async (trx, { body }, acting) => changeParts(trx, body, acting));
}

type Trx = Parameters<typeof insertRule>[0];

async function changeParts(trx: Trx, body: Asked<'changePart'>['body'], acting: Acting): Promise<Answer<'changePart'>> {
  const { effectiveOn, changed } = await changedRules(trx, body, acting.today);
  if (changed.length === 0) throw new Refusal([{ at: 'name', kind: 'not-there', subject: 'part of a rate' }]);
  await refuseOverheadTwice(
    trx,
    changed.map(({ after }) => after.rates),
  );
  for (const { rule, after } of changed) {
    const { employee, role, project, client } = rule;
    const scope = { employee, role, project, client };
    await insertRule(trx, { side: 'cost', ...scope, effectiveOn, ...after, note: body.note }, acting);
  }
  await audit(trx, acting, { action: 'change part of rates', subject: body.name || body.group, detail: body });
  return { rows: changed.map(changedRow) };
}

interface ChangedRule {
  readonly rule: ListedRule;
  readonly after: ChangedBuildUp;
}

/** The rates that hold on the day and have the part, with what they become. */
async function changedRules(
  db: Db,
  body: Asked<'changePart'>['body'],
  today: IsoDate,
): Promise<{ readonly effectiveOn: IsoDate; readonly changed: readonly ChangedRule[] }> {
  const { near, order } = await dayReading(db, today);
  const cell = { typed: body.effectiveOn, at: 'effectiveOn' };
  const effectiveOn = acceptedOr(required(cell, 'the day', (filled) => dayIn(filled, near, order)));
  const latest = new Map<string, ListedRule>();
  for (const rule of await listedRules(db, 'cost', { withPast: false })) {
    const whom = JSON.stringify([rule.employee, rule.role, rule.project, rule.client]);
    const known = latest.get(whom);
    if (rule.effectiveOn > effectiveOn || (known && known.effectiveOn > rule.effectiveOn)) continue;
    latest.set(whom, rule);
  }
  const changed = [...latest.values()].flatMap((rule) => {
    const after = rule.buildUp === null ? null : acceptedOr(changedPart(rule.buildUp, body));
    return after === null ? [] : [{ rule, after }];
  });
  return { effectiveOn, changed };
}

async function dayReading(db: Db, today: IsoDate): Promise<DayReading> {
  return { near: today, order: (await companyOf(db)).dayOrder };
}

function nameOf({
  employee,
  role,
  project,
  client,
}: Partial<Record<'employee' | 'role' | 'project' | 'client', string>>) {
  return [employee, role, project, client].filter(Boolean).join(' · ') || 'company';
}

function rowOf({ id, whom, role, activity, effectiveOn, rates, ...rule }: ListedRule): Answer<'rates'>['rows'][number] {
  return {
    ...{ id, ...whom, role: role ?? '', activity: activity ?? '', effectiveOn, rates },
    buildUp: rule.buildUp === null ? null : [...rule.buildUp],
    ...{ note: rule.note, recordedAt: new Date(rule.recordedAt).toISOString(), recordedBy: rule.recordedBy },
    isPast: rule.isPast,
  };
}

function changedRow({ rule, after }: ChangedRule): Answer<'changePart'>['rows'][number] {
  const { id, whom, role = '', effectiveOn, rates } = rule;
  return { id, ...whom, role, effectiveOn, before: rates, after: after.rates };
}

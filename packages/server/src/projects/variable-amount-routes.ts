import type { Router } from 'express';
import { dayIn, filled, moneyIn, required, textIn, type Cell } from '@lowtide/core/cells/cell.ts';
import { monthOf } from '@lowtide/core/calendar/month.ts';
import { lookedUp } from '@lowtide/core/lookup/lookup.ts';
import { cents, ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import { dayThatCame } from '@lowtide/core/months/books-span.ts';
import { openDay } from '@lowtide/core/months/open-day.ts';
import { accepted, following, gathered, refused, type Decision } from '@lowtide/core/problems/decision.ts';
import { variableWithin, type VariableKind } from '@lowtide/core/progress/variable-amounts.ts';
import { audit } from '../audit/audit-queries.ts';
import { companyOf } from '../company/company-queries.ts';
import { projects } from '../company/project-queries.ts';
import type { Db, Trx } from '../database/schema.ts';
import { read, write, type Acting, type Answer, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { asOf, bounds, EVERYTHING, type AsOf } from '../ledger/as-of-queries.ts';
import { closedProblems } from './closed-project-queries.ts';
import { standingProjects } from './position-queries.ts';
import {
  insertVariableAmount,
  insertVariableStand,
  pendingOrders,
  variableAmounts,
  type VariableAmountAt,
} from './variable-amount-queries.ts';

/** What may be part of a price before it is agreed: claims, bonuses, penalties, pending change orders. */
export function variableAmountRoutes(router: Router, context: Context): void {
  read(router, context, 'variableAmounts', async (db, { query }) => rowsOf(db, asOf(query)));
  write(router, context, 'includeAmount', async (trx, { body }, acting) => include(trx, body, acting));
  write(router, context, 'changeIncluded', async (trx, { params, body }, acting) =>
    changeIncluded(trx, params.id, { body, acting }),
  );
}

type Row = Answer<'variableAmounts'>['rows'][number];

async function rowsOf(db: Db, at: AsOf): Promise<Answer<'variableAmounts'>> {
  const records = new Map((await projects(db)).map((project) => [project.id as number, project]));
  const amounts = await variableAmounts(db, await bounds(db, at));
  const orders = await pendingOrders(db);
  const asked = new Map(orders.map(({ id, price }) => [id, price]));
  const rows = amounts.flatMap(({ project, name, estimate, amount, ...each }): Row[] => {
    const record = records.get(project);
    if (record === undefined) return [];
    const asksCents = estimate === null ? null : (asked.get(estimate) ?? null);
    return [
      {
        ...{ ...each, projectId: project, code: record.code, project: record.name, name },
        ...{ estimateId: estimate, amountCents: amount, asksCents },
      },
    ];
  });
  const taken = new Set(amounts.map(({ estimate }) => estimate));
  const waiting = orders.flatMap(({ id, project, code, projectName, number, name, price }): Row[] =>
    taken.has(id) || !records.has(project)
      ? []
      : [
          {
            ...{ id: null, projectId: project, code, project: projectName, kind: 'change order' },
            ...{ name: orderName(number, name), estimateId: id, amountCents: ZERO, isDecided: false },
            ...{ asksCents: price, on: null, reason: '', by: '' },
          },
        ],
  );
  return {
    rows: [...rows, ...waiting],
    totals: { amountCents: cents(rows.reduce((all, { amountCents }) => all + amountCents, 0)) },
  };
}

function orderName(number: number, name: string): string {
  return name === '' ? `${number}` : `${number} ${name}`;
}

type Form = Asked<'includeAmount'>['body'];

async function include(trx: Trx, form: Form, acting: Acting): Promise<Answer<'includeAmount'>> {
  const all = await projects(trx);
  const { project, name } = acceptedOr(
    gathered({
      project: required({ typed: form.project, at: 'project' }, 'the project', (typed) =>
        lookedUp(all, typed, 'project'),
      ),
      name: required({ typed: form.name, at: 'name' }, 'what it is', (typed) => textIn(typed, 'what it is', 120)),
    }),
  );
  const estimate = await estimateFor(trx, { form, project: project.id });
  const stand = await standRead(trx, { form, kind: form.kind, project: { ...project, before: ZERO } }, acting);
  const id = await insertVariableAmount(trx, { project: project.id, kind: form.kind, name, estimate }, acting);
  await insertVariableStand(trx, { of: id, ...stand }, acting);
  await audit(trx, acting, {
    action: 'include in the price',
    subject: `${project.code}, ${form.kind} ${name}`,
    about: `project ${project.id}`,
    detail: stand,
  });
  return { done: true };
}

/** A change order of the project that is pending and of which nothing was included yet; null for all other kinds. */
async function estimateFor(
  trx: Trx,
  { form, project }: { readonly form: Form; readonly project: number },
): Promise<number | null> {
  const at = 'estimateId';
  if (form.kind !== 'change order') {
    if (form.estimateId !== null) throw new Refusal([{ at, kind: 'not-there', subject: 'change order' }]);
    return null;
  }
  if (form.estimateId === null) throw new Refusal([{ at, kind: 'missing', field: 'the pending change order' }]);
  const order = (await pendingOrders(trx)).find((each) => each.id === form.estimateId && each.project === project);
  if (order === undefined) throw new Refusal([{ at, kind: 'not-there', subject: 'change order' }]);
  const known = await trx
    .selectFrom('variable_amount')
    .select('name')
    .where('estimate_id', '=', order.id)
    .executeTakeFirst();
  if (known) throw new Refusal([{ at, kind: 'already-included', name: known.name }]);
  return order.id;
}

async function changeIncluded(
  trx: Trx,
  id: number,
  { body, acting }: { readonly body: Asked<'changeIncluded'>['body']; readonly acting: Acting },
): Promise<Answer<'changeIncluded'>> {
  const known = (await variableAmounts(trx, EVERYTHING)).find((each) => each.id === id);
  const project = (await projects(trx)).find((each) => each.id === known?.project);
  if (known === undefined || project === undefined) {
    throw new Refusal([{ at: '', kind: 'not-there', subject: 'record' }], 404);
  }
  if (known.isDecided) throw new Refusal([{ at: 'amount', kind: 'change-order-decided', name: known.name }]);
  const before = await standingOn(trx, known, acting);
  const stand = await standRead(trx, { form: body, kind: known.kind, project: { ...project, before } }, acting);
  await insertVariableStand(trx, { of: id, ...stand }, acting);
  await audit(trx, acting, {
    action: 'change what is included in the price',
    subject: `${project.code}, ${known.kind} ${known.name}`,
    about: `project ${project.id}`,
    detail: stand,
  });
  return { done: true };
}

/** What is included of it today, or on the last day anything was told of it. */
async function standingOn(trx: Trx, { id, on, project }: VariableAmountAt, acting: Acting): Promise<Cents> {
  const through = monthOf(on > acting.today ? on : acting.today);
  const then = await variableAmounts(trx, await bounds(trx, { through, known: null }), project);
  return then.find((each) => each.id === id)?.amount ?? ZERO;
}

interface StandForm {
  readonly form: Asked<'changeIncluded'>['body'];
  readonly kind: VariableKind;
  readonly project: { readonly id: number; readonly code: string; readonly method: string; readonly before: Cents };
}

async function standRead(trx: Trx, { form, kind, project }: StandForm, acting: Acting) {
  const { lockedThrough, dayOrder } = await companyOf(trx);
  const cell = (at: 'on' | 'amount' | 'reason'): Cell => ({ typed: form[at], at });
  const stand = acceptedOr(
    gathered({
      on: following(
        required(cell('on'), 'the day', (typed) => dayIn(typed, acting.today, dayOrder)),
        (day) => following(dayThatCame(day, acting.today, 'on'), (came) => openDay(came, lockedThrough, 'on')),
      ),
      amount: following(following(filled(cell('amount'), 'the amount'), moneyIn), (amount) =>
        variableWithin(kind, amount, 'amount'),
      ),
      reason: required(cell('reason'), 'why it is part of the price', (typed) => textIn(typed, 'the reason', 400)),
    }),
  );
  if (project.method === 'none') {
    throw new Refusal([{ at: 'project', kind: 'measured-in-another-way', project: project.code }]);
  }
  const closed = await closedProblems(trx, project.id, 'project');
  if (closed.length > 0) throw new Refusal(closed);
  acceptedOr(await priceAfter(trx, { project: project.id, change: cents(stand.amount - project.before) }, acting));
  return stand;
}

/** The price with it is not below zero. */
async function priceAfter(
  trx: Trx,
  { project, change }: { readonly project: number; readonly change: Cents },
  { today }: Acting,
): Promise<Decision<Cents>> {
  const [standing] = await standingProjects(trx, { through: monthOf(today), known: null }, { only: project });
  const contract = cents((standing?.position.contract ?? 0) + change);
  return contract >= 0 || change >= 0
    ? accepted(contract)
    : refused({ at: 'amount', kind: 'contract-below-zero', contract });
}

import type { Router } from 'express';
import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { monthOf } from '@lowtide/core/calendar/month.ts';
import { dayIn, filled, ifFilled, moneyIn, required, textIn, type Cell } from '@lowtide/core/cells/cell.ts';
import { lookedUp } from '@lowtide/core/lookup/lookup.ts';
import { cents, difference, MOST_CENTS, sum, ZERO } from '@lowtide/core/money/cents.ts';
import { plainDollars } from '@lowtide/core/money/dollars.ts';
import { dayThatCame } from '@lowtide/core/months/books-span.ts';
import { openDay } from '@lowtide/core/months/open-day.ts';
import { accepted, following, gathered, listed, refused, type Decision } from '@lowtide/core/problems/decision.ts';
import { earning } from '@lowtide/core/progress/earning.ts';
import { estimateAtCompletion } from '@lowtide/core/progress/estimate-at-completion.ts';
import { agreedPrice } from '@lowtide/core/progress/project-position.ts';
import { splitProblems } from '@lowtide/core/progress/split-problems.ts';
import { audit } from '../audit/audit-queries.ts';
import { companyAt, companyOf } from '../company/company-queries.ts';
import { projects, type ProjectRecord } from '../company/project-queries.ts';
import type { Db, Trx } from '../database/schema.ts';
import { read, write, type Acting, type Answer, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { asOf, bounds, type AsOf } from '../ledger/as-of-queries.ts';
import { closedProblems } from './closed-project-queries.ts';
import { insertSplit, toldSplits } from './obligation-queries.ts';
import { standingProjects } from './position-queries.ts';

/** Contracts split into performance obligations. */
export function obligationRoutes(router: Router, context: Context): void {
  read(router, context, 'obligations', async (db, { params, query }) => obligations(db, params.id, asOf(query)));
  write(router, context, 'splitContract', async (trx, { params, body }, acting) =>
    splitContract(trx, params.id, { body, acting }),
  );
}

type Obligations = Answer<'obligations'>;

async function obligations(db: Db, id: number, at: AsOf): Promise<Obligations> {
  const then = await bounds(db, at);
  const [standing] = await standingProjects(db, at, { only: id });
  if (standing === undefined) throw new Refusal([{ at: '', kind: 'not-there', subject: 'project' }], 404);
  const { percentDecimals } = await companyAt(db, then);
  const { position, record } = standing;
  const told = await toldSplits(db, then, id);
  const { parts, ...whole } = earning(position, percentDecimals);
  const [last] = told;
  const rows = parts.map(({ obligation, position: part, earning: of }): Obligations['rows'][number] => ({
    ...{ phaseId: obligation.phase, code: obligation.code, name: obligation.name, method: obligation.method },
    finishedOn: last?.obligations.find(({ phase }) => phase === obligation.phase)?.finishedOn ?? null,
    ...{ toldCents: obligation.price, priceCents: part.contract, estimateCents: of.estimate },
    ...{ costCents: part.costToDate, complete: of.progress.complete, earnedCents: of.earnedToDate },
    postedCents: position.phaseEarned.find(({ phase }) => phase === obligation.phase)?.amount ?? ZERO,
    ...{ profitCents: difference(of.earnedToDate, of.costOfRevenue), provisionCents: of.provisionToDate },
  }));
  const own = position.split?.obligations ?? [];
  return {
    told: last === undefined ? null : { on: last.on, lossesPer: last.lossesPer, reason: last.reason, by: last.by },
    agreedCents: agreedPrice(position),
    rows,
    totals: {
      priceCents: position.contract,
      estimateCents: sum(parts.map(({ earning: of }) => of.estimate)),
      costCents: position.costToDate,
      ...{ earnedCents: whole.earnedToDate, postedCents: position.earned },
      ...{ profitCents: difference(whole.earnedToDate, whole.costOfRevenue), provisionCents: whole.provisionToDate },
    },
    phases: record.phases.map(({ id: phase, code, name }) => ({ id: phase, code, name })),
    common: {
      costCents: cents(position.costToDate - sum(own.map(({ costToDate }) => costToDate))),
      estimateCents: cents(estimateAtCompletion(position) - sum(own.map(({ lineEstimates }) => lineEstimates))),
    },
    history: told.map(({ on, lossesPer, reason, by, obligations: each }) => ({
      ...{ on, lossesPer, reason, by },
      obligations: each.map(({ phase, price, method }) => ({
        ...{ code: codeOf(record, phase), priceCents: price, method },
      })),
    })),
  };
}

function codeOf({ phases }: ProjectRecord, phase: number): string {
  return phases.find(({ id }) => id === phase)?.code ?? '';
}

interface Ordered {
  readonly body: Asked<'splitContract'>['body'];
  readonly acting: Acting;
}

async function splitContract(trx: Trx, id: number, { body, acting }: Ordered): Promise<Answer<'splitContract'>> {
  const [project] = await projects(trx, id);
  if (project === undefined) throw new Refusal([{ at: '', kind: 'not-there', subject: 'project' }], 404);
  if (NOT_BY_WORK.has(project.method)) {
    throw new Refusal([{ at: '', kind: 'measured-in-another-way', project: project.code }]);
  }
  const closed = await closedProblems(trx, id, '');
  if (closed.length > 0) throw new Refusal(closed);
  const { on, reason, rows } = await splitRead(trx, project, { body, acting });
  const [standing] = await standingProjects(trx, { through: monthOf(on), known: null }, { only: id });
  const problems = splitProblems(rows, standing === undefined ? ZERO : agreedPrice(standing.position));
  if (problems.length > 0) throw new Refusal(problems);
  const { lossesPer } = body;
  await insertSplit(trx, { project: id, on, lossesPer, reason, obligations: rows }, acting);
  await audit(trx, acting, {
    action: rows.length === 0 ? 'split a contract no longer' : 'split a contract',
    ...{ subject: project.code, about: `project ${id}`, detail: { on, reason, lossesPer, rows } },
  });
  return { done: true };
}

/** What these earn by says nothing of an obligation. */
const NOT_BY_WORK: ReadonlySet<string> = new Set(['none', 'as-billed', 'as-billable']);

async function splitRead(trx: Trx, { phases }: ProjectRecord, { body, acting: { today } }: Ordered) {
  const { lockedThrough, dayOrder } = await companyOf(trx);
  const day = (cell: Cell, what: string): Decision<IsoDate> =>
    following(
      required(cell, what, (typed) => dayIn(typed, today, dayOrder)),
      (typed) => following(dayThatCame(typed, today, cell.at), (came) => openDay(came, lockedThrough, cell.at)),
    );
  return acceptedOr(
    gathered({
      on: day({ typed: body.on, at: 'on' }, 'the day'),
      reason: required({ typed: body.reason, at: 'reason' }, 'why it is split so', (typed) =>
        textIn(typed, 'the reason', 400),
      ),
      rows: listed(
        body.rows.map(({ phase, price, method, finishedOn }, place) => {
          const cell = (at: string, typed: string): Cell => ({ typed, at: `rows/${place}/${at}` });
          return gathered({
            phase: following(
              required(cell('phase', phase), 'the phase', (typed) => lookedUp(phases, typed, 'phase')),
              ({ id }) => accepted(id),
            ),
            price: following(following(filled(cell('price', price), 'its price'), moneyIn), (amount) =>
              amount >= 0
                ? accepted(amount)
                : refused({
                    ...{ at: `rows/${place}/price`, kind: 'number-outside', field: 'Its price' },
                    least: '0',
                    most: plainDollars(cents(MOST_CENTS)),
                  }),
            ),
            method: accepted(method),
            finishedOn: ifFilled(cell('finishedOn', finishedOn), null, (each) => day(each, 'the day it was finished')),
          });
        }),
      ),
    }),
  );
}

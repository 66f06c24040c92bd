import { dayNumber, dayOf } from '@lowtide/core/calendar/iso-date.ts';
import { projectClosing } from '@lowtide/core/documents/closing/post.ts';
import { projectId } from '@lowtide/core/ledger/ids.ts';
import { cents, ZERO } from '@lowtide/core/money/cents.ts';
import { openDayFrom } from '@lowtide/core/months/open-day.ts';
import type { Decision } from '@lowtide/core/problems/decision.ts';
import type { OrderLine } from '@lowtide/core/orders/order-line.ts';
import type { JournalEntry } from '@lowtide/core/ledger/journal-entry.ts';
import type { Db, Trx } from '../database/schema.ts';
import { EVERYTHING, monthEnd } from '../ledger/as-of-queries.ts';
import { projectTotals } from '../ledger/balance-queries.ts';
import { postDocument } from '../ledger/post-document-queries.ts';
import { reverseDocument } from '../ledger/reversal-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';
import { rolesOf } from '@lowtide/core/ledger/roles.ts';
import { monthOf, type Month } from '@lowtide/core/calendar/month.ts';
import { isOpen } from '../orders/order-names-queries.ts';
import { ordersAt } from '../orders/order-queries.ts';
import { accounts } from '../company/company-queries.ts';
import type { Recording } from '../company/recording.ts';

/** Who closes: the day it is, and which months are locked. */
type Closing = Pick<Recording, 'today' | 'lockedThrough'>;

/** What closing a project would post, or why it cannot be closed yet. Posts today, or after the last thing posted to it. */
export async function closingOf(
  db: Db,
  id: number,
  { today, lockedThrough }: Closing,
): Promise<Decision<JournalEntry | null>> {
  const project = await db
    .selectFrom('project')
    .select(['code', 'kind'])
    .where('id', '=', id)
    .executeTakeFirstOrThrow();
  const { last } = await db
    .selectFrom('journal_line')
    .select(({ fn }) => fn.max<number | null>('posted_on').as('last'))
    .where('project_id', '=', id)
    .executeTakeFirstOrThrow();
  const day = openDayFrom(dayOf(Math.max(last ?? 0, dayNumber(today))), lockedThrough);
  const [totals] = await projectTotals(db, everyMonth(monthOf(day)), id);
  return projectClosing(
    rolesOf(await accounts(db)),
    {
      ...{ id: projectId(id), code: project.code, isForClient: project.kind === 'client' },
      ...{ earned: totals?.earned ?? ZERO, billed: totals?.billed ?? ZERO },
      ...{ held: totals?.held ?? ZERO, provision: totals?.loss ?? ZERO },
      deposit: totals?.deposit ?? ZERO,
      openOrders: await openOrdersOf(db, id),
    },
    day,
  );
}

/** Orders of which something is still expected for the project. */
async function openOrdersOf(db: Db, id: number): Promise<readonly string[]> {
  const isOfProject = ({ target }: OrderLine): boolean => target.kind === 'project' && target.coding.project === id;
  const orders = await ordersAt(db, EVERYTHING, id);
  return orders
    .filter((order) => isOpen({ ...order, lines: order.lines.filter(isOfProject) }))
    .map(({ number }) => number);
}

function everyMonth(through: Month) {
  return { ...monthEnd(through), ...EVERYTHING, from: null, firstLaterLine: null, asIf: { month: 0, lines: [] } };
}

/** Clears the project's billings; whether it may be was asked before. */
export async function postClosing(trx: Trx, id: number, recording: Recording): Promise<void> {
  const decision = await closingOf(trx, id, recording);
  if (!decision.ok || decision.value === null) return;
  const entry = decision.value;
  const cleared = entry.lines.reduce((sum, { amount }) => sum + Math.max(0, amount), 0);
  await postDocument(
    trx,
    {
      ...{ kind: 'closing', number: null, party: null, project: projectId(id), dueOn: null },
      ...{ datedOn: entry.postedOn, gross: cents(cleared), memo: 'Project closed', body: {} },
      ...{ entries: [entry], effects: [] },
    },
    recording,
  );
}

/** Takes the clearing back where a closed project goes on. */
export async function reverseClosing(trx: Trx, id: number, recording: Recording): Promise<void> {
  const closing = await trx
    .selectFrom('document as d')
    .select(['d.id', 'd.posted_on'])
    .where('d.kind', '=', 'closing')
    .where('d.project_id', '=', id)
    .where(notReversed('d', EVERYTHING))
    .orderBy('d.id', 'desc')
    .executeTakeFirst();
  if (!closing) return;
  const day = dayOf(Math.max(closing.posted_on, dayNumber(recording.today)));
  const postedOn = openDayFrom(day, recording.lockedThrough);
  await reverseDocument(trx, { document: closing.id, postedOn, reason: 'The project goes on' }, recording);
}

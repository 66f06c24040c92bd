import type { Month } from '@lowtide/core/calendar/month.ts';
import { ratio, type Ratio } from '@lowtide/core/money/ratio.ts';
import { priceOf } from '@lowtide/core/progress/project-position.ts';
import { thenAndNow, thenAndNowTotals } from '@lowtide/core/reports/wip-then-and-now/figures.ts';
import type { WipRow } from '@lowtide/core/reports/wip-schedule/figures.ts';
import { figureKey } from '@lowtide/core/trace/figure.ts';
import type { Db } from '../database/schema.ts';
import type { Answer } from '../http/api.ts';
import type { Clock } from '../http/context.ts';
import type { AsOf } from '../ledger/as-of-queries.ts';
import { knownThen } from './known-then-queries.ts';
import { scheduled, type ScheduledProject } from './wip-schedule.ts';

interface Ends {
  readonly from: Month;
  readonly earlier: 'then' | 'now';
  readonly known: number | null;
  readonly clock: Clock;
}

type Row = Answer<'wip-then-and-now'>['rows'][number];

/** Every contract of the schedule at two months' ends, the earlier one as it was known then unless asked otherwise. */
export async function wipThenAndNow(
  db: Db,
  at: AsOf,
  { from, earlier, known: asked, clock }: Ends,
): Promise<Answer<'wip-then-and-now'>> {
  const known = earlier === 'now' ? asked : await knownThen(db, from, asked, clock);
  const then = byProject((await scheduled(db, { through: from, known })).rows);
  const now = byProject((await scheduled(db, at)).rows);
  const both = [...new Set([...then.keys(), ...now.keys()])];
  const amounts = new Map(both.map((id) => [id, thenAndNow(then.get(id)?.row ?? null, now.get(id)?.row ?? null)]));
  const rows = both.flatMap((id): Row[] => {
    const [before, after] = [then.get(id), now.get(id)];
    const record = (after ?? before)?.standing.record;
    const own = amounts.get(id);
    if (record === undefined || own === undefined) return [];
    return [
      {
        ...{ id: record.id, code: record.code, name: record.name, client: record.clientName ?? '' },
        amounts: own,
        figures: figures(after, at.through),
        ...{ marginThen: before?.row.estimatedMargin ?? null, marginNow: after?.row.estimatedMargin ?? null },
        ...{ completeThen: complete(before?.row), completeNow: complete(after?.row) ?? ratio(0, 1) },
      },
    ];
  });
  return {
    knownThen: known === asked || known === null ? null : new Date(known).toISOString(),
    rows: rows.toSorted((one, other) => (one.code < other.code ? -1 : 1)),
    totals: thenAndNowTotals([...amounts.values()]),
  };
}

function byProject(rows: readonly ScheduledProject[]): ReadonlyMap<number, ScheduledProject> {
  return new Map(rows.map((row) => [row.standing.record.id, row]));
}

function complete(row: WipRow | undefined): Ratio | null {
  return row?.progress.complete ?? null;
}

/** What the amounts of now are traced by; nothing of a contract that is there no more. */
function figures(of: ScheduledProject | undefined, through: Month): Row['figures'] {
  if (of === undefined) return {};
  const key = (name: Parameters<typeof figureKey>[0]['name']): string =>
    figureKey({ name, project: of.standing.record.id, through });
  return {
    contract: key(priceOf(of.row.position).figure),
    ...{ estimate: key('estimate'), profit: key('profit-at-completion'), cost: key('cost') },
    ...{ earned: key('earned'), billed: key('billed'), overbilled: key('overbilled'), backlog: key('backlog') },
  };
}

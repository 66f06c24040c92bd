import { dayNumber, plusDays } from '@lowtide/core/calendar/iso-date.ts';
import { lastDay } from '@lowtide/core/calendar/month.ts';
import { cents, difference, sum, ZERO } from '@lowtide/core/money/cents.ts';
import type { Db } from '../database/schema.ts';
import type { Answer } from '../http/api.ts';
import { projectFigures } from '../http/traced.ts';
import { bounds, type AsOf } from '../ledger/as-of-queries.ts';
import { retainedByProject } from '../orders/retention-queries.ts';
import { standingProjects } from '../projects/position-queries.ts';
import { dueDays, releasedByClients } from '../orders/client-retention-queries.ts';

/** What is held back of each project on both sides at the month's end. */
export async function retention(db: Db, asOf: AsOf): Promise<Answer<'retention'>> {
  const at = await bounds(db, asOf);
  const day = lastDay(asOf.through);
  const clients = await releasedByClients(db, at);
  const suppliers = await retainedByProject(db, at);
  const days = await dueDays(db);
  const rows = (await standingProjects(db, asOf)).flatMap(({ record, totals }) => {
    const held = totals.retained;
    const { released = ZERO, since = null } = clients.get(record.id) ?? {};
    const { withheld = ZERO, released: paid = ZERO } = suppliers.get(record.id) ?? {};
    if (held === 0 && released === 0 && withheld === 0) return [];
    const after = days.get(record.id);
    const dueOn =
      held === 0 || record.actualEndOn === null || after === undefined ? null : plusDays(record.actualEndOn, after);
    return [
      {
        ...{ id: record.id as number, code: record.code, name: record.name, client: record.clientName ?? '' },
        ...{ withheldCents: sum([held, released]), releasedCents: released },
        held: projectFigures(record.id, asOf.through)('retention-held', held),
        since: held === 0 ? null : since,
        dueOn,
        daysLate: dueOn !== null && dueOn < day ? dayNumber(day) - dayNumber(dueOn) : null,
        ...{ fromSuppliersCents: withheld, toSuppliersCents: paid, owedCents: difference(withheld, paid) },
      },
    ];
  });
  const total = (of: (row: (typeof rows)[number]) => number) => cents(rows.reduce((all, row) => all + of(row), 0));
  return {
    rows,
    totals: {
      ...{ withheldCents: total((row) => row.withheldCents), releasedCents: total((row) => row.releasedCents) },
      ...{
        heldCents: total(({ held }) => held.amountCents),
        fromSuppliersCents: total((row) => row.fromSuppliersCents),
      },
      ...{ toSuppliersCents: total((row) => row.toSuppliersCents), owedCents: total((row) => row.owedCents) },
    },
  };
}

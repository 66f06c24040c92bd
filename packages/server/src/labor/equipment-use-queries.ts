import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { UseThere } from '@lowtide/core/documents/catalog.ts';
import type { UsedEquipment } from '@lowtide/core/documents/hours/equipment-use.ts';
import { codingOf, codingKey } from '@lowtide/core/ledger/dimensions.ts';
import { equipmentId } from '@lowtide/core/ledger/ids.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { quantity, rate } from '@lowtide/core/money/quantity.ts';
import { sql } from 'kysely';
import { bulkInsert, type Target } from '../database/bulk-insert.ts';
import type { Db, Trx } from '../database/schema.ts';
import type { EffectStore } from '../effects/effect-store.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';
import { CODING_COLUMNS, codingOfTable, codingValues } from '../database/coding-columns.ts';

/** Own equipment charged for some days, by equipment, day and coding; what was reversed does not count. */
export async function usesThere(
  db: Db,
  { from, through }: { readonly from: IsoDate; readonly through: IsoDate },
): Promise<readonly UseThere[]> {
  const { rows } = await sql<Readonly<Record<string, number | string | null>>>`
    SELECT u.equipment_id, u.used_on, ${codingOfTable('u')},
      SUM(u.quantity_e4) AS units, SUM(u.cost_cents) AS cost, MAX(u.rate_e4) AS rate
    FROM equipment_use u JOIN document d ON d.id = u.document_id
    WHERE u.used_on BETWEEN ${dayNumber(from)} AND ${dayNumber(through)} AND ${notReversed('d', EVERYTHING)}
    GROUP BY u.equipment_id, u.used_on, ${codingOfTable('u')}`.execute(db);
  return rows.flatMap((row) => {
    const coding = codingOf(row);
    if (coding === null) return [];
    return [
      {
        equipment: equipmentId(Number(row['equipment_id'])),
        usedOn: dayOf(Number(row['used_on'])),
        coding: codingKey(coding),
        quantity: quantity(Number(row['units'])),
        cost: cents(Number(row['cost'])),
        rate: rate(Number(row['rate'])),
      },
    ];
  });
}

const EQUIPMENT_USE: Target = {
  table: 'equipment_use',
  columns: [...['document_id', 'equipment_id', 'used_on', 'quantity_e4', 'rate_e4', 'cost_cents'], ...CODING_COLUMNS],
  adds: [],
};

/** Keeps which equipment was used where, for how long and at which rate. */
async function insertEquipmentUse(trx: Trx, document: number, used: readonly UsedEquipment[]): Promise<void> {
  await bulkInsert(
    trx,
    EQUIPMENT_USE,
    used.map(({ equipment, usedOn, quantity: units, rate: at, cost, work: { coding } }) => [
      ...[document, equipment, dayNumber(usedOn), units, at, cost],
      ...codingValues(coding),
    ]),
  );
}

export const EQUIPMENT_USED: EffectStore<'equipment-use'> = {
  write: (trx, { id }, { used }) => insertEquipmentUse(trx, id, used),
};

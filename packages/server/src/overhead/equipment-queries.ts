import type { Equipment } from '@lowtide/core/documents/catalog.ts';
import { equipmentId } from '@lowtide/core/ledger/ids.ts';
import type { EquipmentUnit } from '@lowtide/core/records/equipment.ts';
import type { Db } from '../database/schema.ts';
import { datedRates } from './dated-rate-queries.ts';
import { keptList } from '../keeping/kept-by-project-queries.ts';

/** Own equipment with its rates, by code. */
export async function equipmentList(db: Db): Promise<readonly Equipment[]> {
  return keptList(db, 'equipment', ['record_version', 'dated_rate'], () => equipmentNow(db));
}

async function equipmentNow(db: Db): Promise<readonly Equipment[]> {
  const rows = await db.selectFrom('equipment').select(['id', 'code', 'name', 'unit']).orderBy('code').execute();
  const rates = await datedRates(db, 'equipment_id');
  return rows.map(({ id, code, name, unit }) => ({
    ...{ id: equipmentId(id), code, name, unit: unit as EquipmentUnit },
    rates: rates.get(id) ?? [],
  }));
}

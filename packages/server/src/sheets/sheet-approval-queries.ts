import type { Db, Trx } from '../database/schema.ts';
import type { Stamp } from '../audit/stamp.ts';

/** What was last said of a sheet as it stands: that its approval is asked for, or what somebody else answered. */
export interface SheetApproval {
  readonly stand: 'asked' | 'approved' | 'returned';
  readonly by: string;
  readonly at: number;
  readonly reason: string;
}

/** The last word on a sheet in one of its versions; undefined where nobody said any. */
export async function approvalOf(
  db: Db,
  { id, version }: { readonly id: number; readonly version: number },
): Promise<SheetApproval | undefined> {
  const row = await db
    .selectFrom('sheet_approval')
    .select(['stand', 'recorded_by', 'recorded_at', 'reason', 'draft_version'])
    .where('draft_id', '=', id)
    .orderBy('id', 'desc')
    .limit(1)
    .executeTakeFirst();
  // What was returned stays told while it is put right; an approval is of the sheet as it was.
  if (row === undefined || (row.draft_version !== version && row.stand !== 'returned')) return undefined;
  return { stand: row.stand, by: row.recorded_by, at: row.recorded_at, reason: row.reason };
}

export async function insertApproval(
  trx: Trx,
  sheet: { readonly id: number; readonly version: number },
  { stand, reason }: Pick<SheetApproval, 'stand' | 'reason'>,
  { at, by }: Stamp,
): Promise<void> {
  await trx
    .insertInto('sheet_approval')
    .values({
      ...{ draft_id: sheet.id, draft_version: sheet.version, stand, reason },
      ...{ recorded_at: at, recorded_by: by },
    })
    .execute();
}

import { recordOf } from '@lowtide/core/collections/record-of.ts';
import { SHEET_KINDS, type SheetKind } from '@lowtide/core/documents/sheets.ts';
import type { Db } from '../database/schema.ts';
import { Refusal } from '../http/refusal.ts';
import type { Stamp } from '../audit/stamp.ts';

export interface StoredDraft {
  readonly id: number;
  readonly kind: string;
  readonly sheet: unknown;
  readonly version: number;
  readonly updatedAt: number;
  readonly updatedBy: string;
  /** Everybody who typed in it. */
  readonly typedBy: readonly string[];
}

const COLUMNS = ['id', 'kind', 'sheet', 'version', 'updated_at', 'updated_by', 'typed_by'] as const;

interface DraftRow {
  id: number;
  kind: string;
  sheet: string;
  version: number;
  updated_at: number;
  updated_by: string;
  typed_by: string;
}

function stored(row: DraftRow): StoredDraft {
  return {
    id: row.id,
    kind: row.kind,
    sheet: JSON.parse(row.sheet),
    version: row.version,
    updatedAt: row.updated_at,
    updatedBy: row.updated_by,
    typedBy: JSON.parse(row.typed_by) as readonly string[],
  };
}

export async function drafts(db: Db, kind?: string): Promise<readonly StoredDraft[]> {
  const rows = await db
    .selectFrom('draft')
    .select(COLUMNS)
    .$if(kind !== undefined, (query) => query.where('kind', '=', kind ?? ''))
    .orderBy('updated_at', 'desc')
    .execute();
  return rows.map(stored);
}

/** How many sheets wait, of each kind. */
export async function draftCounts(db: Db): Promise<Readonly<Record<SheetKind, number>>> {
  const rows = await db
    .selectFrom('draft')
    .select(['kind', ({ fn }) => fn.countAll<number>().as('count')])
    .groupBy('kind')
    .execute();
  const counts = new Map(rows.map(({ kind, count }) => [kind, count]));
  return recordOf(SHEET_KINDS, (kind) => counts.get(kind) ?? 0);
}

/** A draft that is gone: who discarded it, where somebody did. */
async function missing(db: Db, id: number): Promise<Refusal> {
  const discarded = await db
    .selectFrom('audit_log')
    .select(['at', 'by'])
    .where('about', '=', `draft ${id}`)
    .where('action', '=', 'drop draft')
    .orderBy('id', 'desc')
    .executeTakeFirst();
  if (discarded === undefined) return new Refusal([{ at: '', kind: 'not-there', subject: 'draft' }], 404);
  const when = new Date(discarded.at).toISOString().slice(0, 16).replace('T', ' ');
  return new Refusal([{ at: '', kind: 'draft-discarded', by: discarded.by, when }], 404);
}

export async function draft(db: Db, id: number): Promise<StoredDraft> {
  const row = await db.selectFrom('draft').select(COLUMNS).where('id', '=', id).executeTakeFirst();
  if (!row) throw await missing(db, id);
  return stored(row);
}

export async function insertDraft(db: Db, kind: string, sheet: unknown, stamp: Stamp): Promise<StoredDraft> {
  const row = await db
    .insertInto('draft')
    .values({
      ...{ kind, sheet: JSON.stringify(sheet), version: 1, updated_at: stamp.at, updated_by: stamp.by },
      typed_by: JSON.stringify([stamp.by]),
    })
    .returning(COLUMNS)
    .executeTakeFirstOrThrow();
  return stored(row);
}

/** Keeps the sheet as typed. The second of two who change the same version is told; nothing is overwritten. */
export async function updateDraft(
  db: Db,
  id: number,
  change: { readonly version: number; readonly sheet: unknown },
  stamp: Stamp,
): Promise<StoredDraft> {
  const known = await draft(db, id);
  refuseOtherVersion(known, change.version);
  const row = await db
    .updateTable('draft')
    .set({
      sheet: JSON.stringify(change.sheet),
      version: known.version + 1,
      updated_at: stamp.at,
      updated_by: stamp.by,
      typed_by: JSON.stringify([...new Set([...known.typedBy, stamp.by])]),
    })
    .where('id', '=', id)
    .returning(COLUMNS)
    .executeTakeFirstOrThrow();
  return stored(row);
}

export function refuseOtherVersion(known: StoredDraft, version: number): void {
  if (known.version === version) return;
  const when = new Date(known.updatedAt).toISOString().slice(0, 16).replace('T', ' ');
  throw new Refusal([{ at: '', kind: 'changed-meanwhile', by: known.updatedBy, when }], 409);
}

export async function deleteDraft(db: Db, id: number): Promise<void> {
  await draft(db, id);
  await db.deleteFrom('draft').where('id', '=', id).execute();
}

import type { Db, Trx } from '../database/schema.ts';
import { Refusal } from '../http/refusal.ts';
import type { Stamp } from '../ledger/post-document-queries.ts';

export interface NewMessage {
  readonly digest: string;
  readonly name: string;
  readonly xml: string;
}

export async function waitingMessages(db: Db) {
  return db
    .selectFrom('supplier_message')
    .select(['id', 'name', 'xml', 'recorded_at'])
    .where('status', '=', 'waiting')
    .orderBy('id')
    .execute();
}

export async function waitingMessage(db: Db, id: number) {
  const row = await db
    .selectFrom('supplier_message')
    .select(['id', 'name', 'xml', 'status'])
    .where('id', '=', id)
    .executeTakeFirst();
  if (!row) throw new Refusal([{ at: '', kind: 'not-there', subject: 'message' }], 404);
  if (row.status !== 'waiting') throw new Refusal([{ at: '', kind: 'message-settled', status: row.status }], 409);
  return row;
}

/** Keeps what came in; the same paper is refused the second time, whatever became of it. */
export async function insertMessage(trx: Trx, message: NewMessage, { at, by }: Stamp): Promise<number> {
  const known = await trx
    .selectFrom('supplier_message')
    .select(['name', 'recorded_at'])
    .where('digest', '=', message.digest)
    .executeTakeFirst();
  if (known) {
    const when = new Date(known.recorded_at).toISOString().slice(0, 16).replace('T', ' ');
    throw new Refusal([{ at: 'xml', kind: 'file-seen', name: known.name, when }], 409);
  }
  const row = { ...message, status: 'waiting', reason: '', draft_id: null, recorded_at: at, recorded_by: by };
  return Number((await trx.insertInto('supplier_message').values(row).executeTakeFirstOrThrow()).insertId);
}

export async function settleMessage(
  trx: Trx,
  id: number,
  settled: { readonly status: 'used' | 'dropped'; readonly reason: string; readonly draft: number | null },
): Promise<void> {
  await trx
    .updateTable('supplier_message')
    .set({ status: settled.status, reason: settled.reason, draft_id: settled.draft })
    .where('id', '=', id)
    .execute();
}

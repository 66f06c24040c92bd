import type { Db, Trx } from '../database/schema.ts';
import type { MessageSender } from '../database/paper-tables.ts';
import { Refusal } from '../http/refusal.ts';
import type { Stamp } from '../audit/stamp.ts';

export interface NewMessage {
  readonly sender: MessageSender;
  readonly digest: string;
  readonly name: string;
  readonly xml: string;
  /** What it says, as it was read. */
  readonly said: string;
}

/** What somebody sent and waits, or was dropped. */
export async function messagesThat(db: Db, sender: MessageSender, status: 'waiting' | 'dropped') {
  return db
    .selectFrom('message')
    .select(['id', 'name', 'xml', 'said', 'reason', 'recorded_at'])
    .where('sender', '=', sender)
    .where('status', '=', status)
    .orderBy('id')
    .execute();
}

export async function waitingMessage(db: Db, sender: MessageSender, id: number) {
  const row = await db
    .selectFrom('message')
    .select(['id', 'name', 'xml', 'said', 'status'])
    .where('id', '=', id)
    .where('sender', '=', sender)
    .executeTakeFirst();
  if (!row) throw new Refusal([{ at: '', kind: 'not-there', subject: 'message' }], 404);
  if (row.status !== 'waiting') throw new Refusal([{ at: '', kind: 'message-settled', status: row.status }], 409);
  return row;
}

/** Keeps what came in; the same paper is refused the second time, whatever became of it, unless whoever sends it says so. */
export async function insertMessage(
  trx: Trx,
  { digest, ...message }: NewMessage,
  { again, acting }: { readonly again: boolean; readonly acting: Stamp },
): Promise<number> {
  const known = await trx
    .selectFrom('message')
    .select(['name', 'recorded_at', 'recorded_by'])
    .where('digest', 'like', `${digest}%`)
    .orderBy('id', 'desc')
    .execute();
  const [last] = known;
  if (last && !again) {
    const when = new Date(last.recorded_at).toISOString().slice(0, 16).replace('T', ' ');
    throw new Refusal([{ at: 'xml', kind: 'file-seen', name: last.name, when, by: last.recorded_by }], 409);
  }
  const row = {
    ...message,
    digest: known.length === 0 ? digest : `${digest} ${known.length + 1}`,
    ...{ status: 'waiting', reason: '', draft_id: null, recorded_at: acting.at, recorded_by: acting.by },
  };
  return Number((await trx.insertInto('message').values(row).executeTakeFirstOrThrow()).insertId);
}

/** What was dropped waits again. */
export async function takeBackMessage(trx: Trx, sender: MessageSender, id: number): Promise<string> {
  const row = await trx
    .selectFrom('message')
    .select(['name', 'status'])
    .where('id', '=', id)
    .where('sender', '=', sender)
    .executeTakeFirst();
  if (!row) throw new Refusal([{ at: '', kind: 'not-there', subject: 'message' }], 404);
  if (row.status !== 'dropped') throw new Refusal([{ at: '', kind: 'message-settled', status: row.status }], 409);
  await trx.updateTable('message').set({ status: 'waiting', reason: '' }).where('id', '=', id).execute();
  return row.name;
}

/** What was put on a sheet that is thrown away waits again where it waited. */
export async function returnMessagesOf(trx: Trx, draft: number): Promise<void> {
  await trx
    .updateTable('message')
    .set({ status: 'waiting', draft_id: null })
    .where('draft_id', '=', draft)
    .where('status', '=', 'used')
    .execute();
}

export async function settleMessage(
  trx: Trx,
  id: number,
  settled: { readonly status: 'used' | 'dropped'; readonly reason: string; readonly draft: number | null },
): Promise<void> {
  await trx
    .updateTable('message')
    .set({ status: settled.status, reason: settled.reason, draft_id: settled.draft })
    .where('id', '=', id)
    .execute();
}

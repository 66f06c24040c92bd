import { createHash } from 'node:crypto';
import type { Db, Trx } from '../database/schema.ts';
import { Refusal } from '../http/refusal.ts';
import type { Stamp } from '../audit/stamp.ts';

export type AttachedTo = 'document' | 'project' | 'draft';

export interface NewFile {
  readonly about: AttachedTo;
  readonly id: number;
  readonly name: string;
  readonly mediaType: string;
  readonly content: Buffer;
}

const TABLES = { document: 'document', project: 'project', draft: 'draft' } as const;

export async function attachmentsOf(db: Db, about: AttachedTo, id: number) {
  return db
    .selectFrom('attachment')
    .select(['id', 'name', 'media_type', 'bytes', 'digest', 'recorded_at', 'recorded_by'])
    .where('about', '=', about)
    .where('about_id', '=', id)
    .orderBy('id')
    .execute();
}

/** Keeps a file, once with each thing; answers its number and digest. */
export async function insertAttachment(
  trx: Trx,
  { about, id, name, mediaType, content }: NewFile,
  { at, by }: Stamp,
): Promise<{ readonly id: number; readonly digest: string }> {
  const there = await trx.selectFrom(TABLES[about]).select('id').where('id', '=', id).executeTakeFirst();
  if (!there) throw new Refusal([{ at: 'id', kind: 'not-there', subject: about }]);
  const digest = createHash('sha256').update(content).digest('hex');
  const known = (await attachmentsOf(trx, about, id)).find((each) => each.digest === digest);
  if (known) {
    const when = new Date(known.recorded_at).toISOString().slice(0, 16).replace('T', ' ');
    throw new Refusal([{ at: 'content', kind: 'file-seen', name: known.name, when, by: known.recorded_by }], 409);
  }
  const { insertId } = await trx
    .insertInto('attachment')
    .values({
      ...{ about, about_id: id, name, media_type: mediaType, digest, bytes: content.length, content },
      ...{ recorded_at: at, recorded_by: by },
    })
    .executeTakeFirstOrThrow();
  return { id: Number(insertId), digest };
}

export async function attachmentContent(db: Db, id: number) {
  const row = await db
    .selectFrom('attachment')
    .select(['name', 'media_type', 'content', 'about', 'about_id'])
    .where('id', '=', id)
    .executeTakeFirst();
  if (!row) throw new Refusal([{ at: '', kind: 'not-there', subject: 'file' }], 404);
  return row;
}

/** Whether a document is a payroll, or takes one back. */
export async function isPayroll(db: Db, document: number): Promise<boolean> {
  const row = await db
    .selectFrom('document as d')
    .leftJoin('document as o', 'o.id', 'd.reverses_id')
    .select(['d.kind', 'o.kind as reversed'])
    .where('d.id', '=', document)
    .executeTakeFirst();
  return row?.kind === 'payroll' || row?.reversed === 'payroll';
}

export async function deleteAttachment(trx: Trx, id: number): Promise<{ name: string; digest: string }> {
  const row = await trx.selectFrom('attachment').select(['name', 'digest']).where('id', '=', id).executeTakeFirst();
  if (!row) throw new Refusal([{ at: '', kind: 'not-there', subject: 'file' }], 404);
  await trx.deleteFrom('attachment').where('id', '=', id).execute();
  return row;
}

/** Files of a sheet go with every document that is posted from it. */
export async function attachToPosted(trx: Trx, draft: number, documents: readonly number[]): Promise<void> {
  const [first, ...others] = documents;
  if (first === undefined) return;
  const columns = ['name', 'media_type', 'digest', 'bytes', 'content', 'recorded_at', 'recorded_by'] as const;
  for (const document of others) {
    await trx
      .insertInto('attachment')
      .columns(['about', 'about_id', ...columns])
      .expression((eb) =>
        eb
          .selectFrom('attachment')
          .select([eb.val('document').as('about'), eb.val(document).as('about_id'), ...columns])
          .where('about', '=', 'draft')
          .where('about_id', '=', draft),
      )
      .execute();
  }
  await trx
    .updateTable('attachment')
    .set({ about: 'document', about_id: first })
    .where('about', '=', 'draft')
    .where('about_id', '=', draft)
    .execute();
}

/** Files of a sheet that is thrown away go with it. */
export async function dropFilesOfDraft(trx: Trx, draft: number): Promise<void> {
  await trx.deleteFrom('attachment').where('about', '=', 'draft').where('about_id', '=', draft).execute();
}

import type { Router } from 'express';
import { sentAs, shownAs } from '@lowtide/core/attachments/media-type.ts';
import { FILES } from '@lowtide/core/wire/files.ts';
import { ById } from '@lowtide/core/shapes/values.ts';
import type { Db } from '../database/schema.ts';
import { refuseWherePayIsHidden } from '../http/pay-hidden.ts';
import { audit } from '../audit/audit-queries.ts';
import { file, read, write } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import {
  attachmentContent,
  isPayroll,
  attachmentsOf,
  deleteAttachment,
  insertAttachment,
} from './attachment-queries.ts';

/** Files kept with documents, projects and sheets, in the books themselves: every backup has them. */
export function attachmentRoutes(router: Router, context: Context): void {
  read(router, context, 'attachments', async (db, { query }) => {
    await refuseFilesOfPay(db, query);
    return {
      rows: (await attachmentsOf(db, query.about, query.id)).map((row) => ({
        ...{ id: row.id, name: row.name, mediaType: row.media_type, bytes: row.bytes, digest: row.digest },
        ...{ recordedAt: new Date(row.recorded_at).toISOString(), recordedBy: row.recorded_by },
        shownAs: shownAs(row.media_type),
      })),
    };
  });
  write(router, context, 'attach', async (trx, { body }, acting) => {
    const content = Buffer.from(body.content, 'base64');
    const { id, digest } = await insertAttachment(trx, { ...body, content }, acting);
    await audit(trx, acting, {
      ...{ action: 'attach file', subject: body.name, about: `${body.about} ${body.id}` },
      detail: { digest, bytes: content.length },
    });
    return { id };
  });
  write(router, context, 'dropAttachment', async (trx, { params }, acting) => {
    const { name, digest } = await deleteAttachment(trx, params.id);
    await audit(trx, acting, { action: 'take file away', subject: name, detail: { digest } });
    return { done: true };
  });
  file(router, context, FILES.attachment, {
    read: async (db, req) => {
      const content = await attachmentContent(db, ById.parse(req.params).id);
      await refuseFilesOfPay(db, { about: content.about, id: content.about_id });
      return content;
    },
    made: ({ name, media_type: mediaType, content }) => ({
      ...{ type: sentAs(mediaType), name, isShown: shownAs(mediaType) !== 'not shown', body: content },
    }),
  });
}

/** Papers of a payroll say what people are paid, and so may those of sheets that wait: no others but who keeps the books opens these. */
async function refuseFilesOfPay(db: Db, { about, id }: { readonly about: string; readonly id: number }): Promise<void> {
  if (about === 'draft' || (about === 'document' && (await isPayroll(db, id)))) refuseWherePayIsHidden(db);
}

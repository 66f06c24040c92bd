import type { Endpoints } from './endpoint.ts';
import { z } from 'zod';
import { MOST_FILE_BYTES } from '../attachments/media-type.ts';
import { ById, Done, Id, IdText } from '../shapes/values.ts';

/** What a file is kept with. */
const ABOUT = z.enum(['document', 'project', 'draft']);

export const AttachmentsQuery = z.strictObject({ about: ABOUT, id: IdText });
export const Attachments = z.object({
  rows: z.array(
    z.object({
      ...{ id: Id, name: z.string(), mediaType: z.string(), bytes: z.int(), digest: z.string() },
      ...{ recordedAt: z.string(), recordedBy: z.string(), shownAs: z.enum(['picture', 'page', 'not shown']) },
    }),
  ),
});

/** A file of at most 20 MB, its bytes in Base64. */
export const NewAttachment = z.strictObject({
  about: ABOUT,
  id: Id,
  name: z.string().min(1, 'Give the file a name.').max(200, 'Shorten the name to 200 characters.'),
  mediaType: z.string().max(100).default(''),
  content: z
    .string()
    .max(Math.ceil(MOST_FILE_BYTES / 3) * 4, 'The file is larger than 20 MB. Make it smaller, or keep it elsewhere.')
    .regex(/^[A-Za-z0-9+/]*={0,2}$/, 'Send the bytes in Base64.'),
});

// One a line.
// prettier-ignore
export const ATTACHMENT_ENDPOINTS = {
  attachments: { method: 'get', path: '/attachments', may: 'read-books', summary: 'Files kept with a document, a project or a sheet', query: AttachmentsQuery, response: Attachments, reads: ['files'] },
  attach: { method: 'post', path: '/attachments', may: 'keep-books', summary: 'Keep a file with a document, a project or a sheet', body: NewAttachment, response: z.object({ id: Id }), makesStale: ['files'] },
  dropAttachment: { method: 'delete', path: '/attachments/{id}', may: 'keep-books', summary: 'Take a file away; its digest stays in the audit log', params: ById, response: Done, makesStale: ['files'] },
} as const satisfies Endpoints;

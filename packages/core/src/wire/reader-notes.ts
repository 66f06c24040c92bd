import { z } from 'zod';
import { AsOf, ById, Done, Month, Typed } from '../shapes/values.ts';
import type { Endpoints } from './endpoint.ts';

/** What readers of the WIP schedule were told of a project, the latest first; an empty text took the one before it back. */
export const ReaderNotes = z.object({
  rows: z.array(z.object({ month: Month, text: z.string(), at: z.string(), by: z.string() })),
});
export const NewReaderNote = z.strictObject({ month: Month, text: Typed });

// One a line.
// prettier-ignore
export const READER_NOTE_ENDPOINTS = {
  readerNotes: { method: 'get', path: '/projects/{id}/reader-notes', may: 'read-projects', about: { project: 'params.id' }, summary: 'What readers of the WIP schedule are told of a project', params: ById, query: AsOf, response: ReaderNotes, reads: ['plans'] },
  writeReaderNote: { method: 'post', path: '/projects/{id}/reader-notes', may: 'plan-projects', about: { project: 'params.id' }, summary: 'Tell readers of the WIP schedule something of a project, from a month on', params: ById, body: NewReaderNote, response: Done, makesStale: ['plans'] },
} as const satisfies Endpoints;

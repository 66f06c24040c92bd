import type { Endpoints } from './endpoint.ts';
import { z } from 'zod';
import { RecodeForm } from '../documents/recode/form.ts';
import { Posted } from './documents.ts';
import { Preview } from './entry.ts';
import { AsOf, Cents, Day, Id, Remark } from '../shapes/values.ts';

/** Cost lines that should name a project and a code. */
export const Strays = z.object({
  rows: z.array(
    z.object({
      line: Id,
      document: z.object({ id: Id, number: z.string(), kind: z.string() }),
      ...{ postedOn: Day, party: z.string(), account: z.string(), text: z.string(), amountCents: Cents },
      /** What is there of its coding: a project without a code. */
      project: z.string(),
      why: z.enum(['no project', 'no cost code']),
      /** What a rule proposes, and which one. */
      proposal: z.object({ rule: z.string(), project: z.string(), code: z.string(), costType: z.string() }).nullable(),
    }),
  ),
  count: z.int(),
  totalCents: Cents,
});

/** What coding lines otherwise would post and do. */
export const RecodePreview = Preview.pick({ posts: true, effects: true }).extend({
  problems: z.array(Remark),
  warnings: z.array(Remark),
});
export const RecodeOrder = RecodeForm.extend({
  /** Must be true where the preview has warnings. */
  acceptWarnings: z.boolean().default(false),
});

// One a line.
// prettier-ignore
export const STRAY_ENDPOINTS = {
  strays: { method: 'get', path: '/strays', may: 'read-books', summary: 'Cost lines that should name a project and a code, with what rules propose', query: AsOf, response: Strays, reads: ['ledger', 'records'] },
  recodePreview: { method: 'post', path: '/recodes/preview', may: 'keep-books', summary: 'What coding posted lines otherwise would post and do', body: RecodeForm, response: RecodePreview, reads: ['ledger', 'plans', 'records', 'months'] },
  recode: { method: 'post', path: '/recodes', may: 'keep-books', summary: 'Code posted lines otherwise: each is taken back and posted once more', body: RecodeOrder, response: Posted, makesStale: ['ledger'] },
} as const satisfies Endpoints;

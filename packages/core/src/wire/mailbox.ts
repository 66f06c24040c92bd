import type { Endpoints } from './endpoint.ts';
import { z } from 'zod';
import { Again, ById, Cents, Day, Done, Id, Remark, Typed } from '../shapes/values.ts';

/** An invoice or a credit note as UBL 2.1. */
export const Message = z.strictObject({
  name: z.string().min(1, 'Give the file a name.').max(200, 'Shorten the name to 200 characters.'),
  xml: z.string().max(2_000_000, 'The file is larger than 2 MB.'),
  again: Again,
});
export const Messages = z.object({
  rows: z.array(
    z.object({
      /** Why it was dropped; empty where it waits. */
      reason: z.string(),
      ...{ id: Id, name: z.string(), receivedAt: z.string(), number: z.string(), supplier: z.string() },
      ...{ kind: z.string(), issuedOn: Day.nullable(), payableCents: Cents.nullable() },
      ...{ order: z.string(), project: z.string() },
      /** Whether it can be put on a sheet; what is wrong with its sums is then put right there. */
      isUsable: z.boolean(),
      /** What is wrong with the paper. */
      problems: z.array(Remark),
      /** What its sheet would say: what is not matched, there already, or unlike its order. */
      unmatched: z.array(Remark),
    }),
  ),
});
export const MessagesQuery = z.strictObject({ show: z.enum(['waiting', 'dropped']).default('waiting') });
export const Delivered = z.object({ messages: z.array(Message) });

// One a line.
// prettier-ignore
export const MAILBOX_ENDPOINTS = {
  messages: { method: 'get', path: '/supplier-messages', may: 'keep-books', summary: 'Bills that came in and wait, or were dropped, with what is wrong and what could not be matched', query: MessagesQuery, response: Messages, reads: ['messages', 'ledger', 'records'] },
  takeMessage: { method: 'post', path: '/supplier-messages', may: 'keep-books', summary: 'Take in a bill or a credit note as UBL 2.1', body: Message, response: z.object({ id: Id }), makesStale: ['messages'] },
  useMessage: { method: 'post', path: '/supplier-messages/{id}/sheet', may: 'keep-books', summary: 'Put a bill that came in on a sheet, the paper kept with it', params: ById, response: z.object({ draft: Id }), makesStale: ['messages', 'drafts', 'files'] },
  dropMessage: { method: 'post', path: '/supplier-messages/{id}/dropping', may: 'keep-books', summary: 'Drop a bill that came in, with the reason', params: ById, body: z.strictObject({ reason: Typed }), response: Done, makesStale: ['messages'] },
  takeBackMessage: { method: 'post', path: '/supplier-messages/{id}/taking-back', may: 'keep-books', summary: 'Let a bill that was dropped wait again', params: ById, response: Done, makesStale: ['messages'] },
  mailbox: { method: 'post', path: '/stand-ins/supplier-mailbox', may: 'keep-books', summary: 'Demo: a simulated mailbox delivers bills of suppliers', body: z.strictObject({}), response: Delivered, makesStale: [] },
} as const satisfies Endpoints;

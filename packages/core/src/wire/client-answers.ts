import { z } from 'zod';
import { ById, Cents, Day, Done, Id, Remark, Typed } from '../shapes/values.ts';
import type { Endpoints } from './endpoint.ts';
import { Delivered, Message, MessagesQuery } from './mailbox.ts';

/** What clients answered, and what each answer proposes; nothing posts by itself. */
export const ClientAnswers = z.object({
  rows: z.array(
    z.object({
      ...{ id: Id, name: z.string(), receivedAt: z.string(), number: z.string(), client: z.string() },
      kind: z.enum(['certified', 'disputed', 'payment announced', 'unreadable']),
      issuedOn: Day.nullable(),
      /** What it is about: numbers of applications or invoices. */
      about: z.string(),
      /** What is certified where it says so, or paid. */
      amountCents: Cents.nullable(),
      text: z.string(),
      proposal: z.string(),
      /** The document it disputes; null where it proposes a sheet. */
      documentId: Id.nullable(),
      /** Whether its sheet can be begun. */
      isUsable: z.boolean(),
      /** What is wrong with it, and what its sheet would say. */
      remarks: z.array(Remark),
      /** Why it was dropped; empty where it waits. */
      reason: z.string(),
    }),
  ),
});

// One a line.
// prettier-ignore
export const CLIENT_ANSWER_ENDPOINTS = {
  sendDocument: { method: 'post', path: '/documents/{id}/sending', may: 'keep-books', summary: 'Say that an invoice, an application or a credit note was sent to its client', params: ById, response: Done, makesStale: ['ledger', 'messages'] },
  clientAnswers: { method: 'get', path: '/client-messages', may: 'keep-books', summary: 'What clients answered and waits, or was dropped, with what it proposes', query: MessagesQuery, response: ClientAnswers, reads: ['messages', 'ledger', 'records'] },
  takeClientAnswer: { method: 'post', path: '/client-messages', may: 'keep-books', summary: 'Take in an answer of a client: UBL 2.1 ApplicationResponse or RemittanceAdvice', body: Message, response: z.object({ id: Id }), makesStale: ['messages'] },
  useClientAnswer: { method: 'post', path: '/client-messages/{id}/sheet', may: 'keep-books', summary: 'Begin the sheet that an answer proposes, a certificate or a receipt; of a dispute, go to its document', params: ById, response: z.object({ kind: z.enum(['certificates', 'receipts', 'document']), id: Id }), makesStale: ['messages', 'drafts', 'files'] },
  dropClientAnswer: { method: 'post', path: '/client-messages/{id}/dropping', may: 'keep-books', summary: 'Drop an answer of a client, with the reason', params: ById, body: z.strictObject({ reason: Typed }), response: Done, makesStale: ['messages'] },
  takeBackClientAnswer: { method: 'post', path: '/client-messages/{id}/taking-back', may: 'keep-books', summary: 'Let an answer that was dropped wait again', params: ById, response: Done, makesStale: ['messages'] },
  clientInbox: { method: 'post', path: '/stand-ins/client-inbox', may: 'keep-books', summary: 'Demo: simulated clients answer what was sent to them', body: z.strictObject({}), response: Delivered, makesStale: [] },
} as const satisfies Endpoints;

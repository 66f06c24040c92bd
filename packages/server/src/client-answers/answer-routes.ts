import { createHash } from 'node:crypto';
import type { Router } from 'express';
import { required, textIn } from '@lowtide/core/cells/cell.ts';
import { kindOf } from '@lowtide/core/documents/kinds.ts';
import type { Decision } from '@lowtide/core/problems/decision.ts';
import type { ClientAnswer } from '@lowtide/core/ubl/client-answer.ts';
import { insertAttachment } from '../attachments/attachment-queries.ts';
import { audit } from '../audit/audit-queries.ts';
import type { Trx } from '../database/schema.ts';
import { document } from '../documents/document-queries.ts';
import { read, write, type Acting, type Answer, type Asked, type Work } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { insertMessage, settleMessage, takeBackMessage, waitingMessage } from '../mailbox/message-queries.ts';
import { readXmlApart } from '../http/read-xml-apart.ts';
import { insertDraft } from '../sheets/draft-queries.ts';
import { answerOf, answerRows, documentNamed, sheetOfAnswer, wrongWith } from './answer-queries.ts';
import { insertSent } from '../documents/sent-document-queries.ts';

/** What is sent to clients, and what they answer: an answer waits and proposes a sheet; nothing posts by itself. */
export function clientAnswerRoutes(router: Router, context: Context): void {
  write(router, context, 'sendDocument', async (trx, { params }, acting) => {
    const { answer } = await document(trx, params.id);
    if (!(kindOf(answer.kind).actions ?? []).includes('send') || answer.reversedBy !== null) {
      throw new Refusal([{ at: '', kind: 'not-there', subject: 'document' }], 404);
    }
    await insertSent(trx, params.id, acting);
    await audit(trx, acting, { action: 'send', subject: answer.number });
    return { done: true };
  });
  read(router, context, 'clientAnswers', async (db, { query }, { today }) => ({
    rows: [...(await answerRows(db, query.show, today))],
  }));
  write(router, context, 'takeClientAnswer', taking, {
    prepare: ({ body }) => readXmlApart<ClientAnswer>({ read: 'client answer', xml: body.xml }),
  });
  write(router, context, 'useClientAnswer', async (trx, { params }, acting) => useAnswer(trx, params.id, acting));
  write(router, context, 'dropClientAnswer', async (trx, { params, body }, acting) => {
    const message = await waitingMessage(trx, 'client', params.id);
    const reason = acceptedOr(
      required({ typed: body.reason, at: 'reason' }, 'the reason', (cell) => textIn(cell, 'the reason', 400)),
    );
    await settleMessage(trx, params.id, { status: 'dropped', reason, draft: null });
    await audit(trx, acting, { action: 'drop an answer', subject: message.name, detail: { reason } });
    return { done: true };
  });
  write(router, context, 'takeBackClientAnswer', async (trx, { params }, acting) => {
    const subject = await takeBackMessage(trx, 'client', params.id);
    await audit(trx, acting, { action: 'take back a dropped answer', subject });
    return { done: true };
  });
}

async function taking(
  trx: Trx,
  { body: { name, xml, again } }: Asked<'takeClientAnswer'>,
  acting: Acting,
  { prepared: said }: Work<Decision<ClientAnswer>>,
): Promise<Answer<'takeClientAnswer'>> {
  const digest = createHash('sha256').update(xml).digest('hex');
  const message = { sender: 'client', digest, name, xml, said: JSON.stringify(said) } as const;
  const id = await insertMessage(trx, message, { again, acting });
  await audit(trx, acting, { action: 'take in an answer', subject: name, detail: { digest } });
  return { id };
}

/** The sheet that an answer proposes, its paper kept with it; a dispute leads to its document and is read with that. */
async function useAnswer(trx: Trx, id: number, acting: Acting): Promise<Answer<'useClientAnswer'>> {
  const message = await waitingMessage(trx, 'client', id);
  const answer = acceptedOr(answerOf(message));
  const wrong = await wrongWith(trx, answer);
  if (wrong.length > 0) throw new Refusal(wrong);
  const sheet = await sheetOfAnswer(trx, answer);
  const content = Buffer.from(message.xml, 'utf8');
  const file = { name: message.name, mediaType: 'application/xml', content } as const;
  await audit(trx, acting, { action: 'act on an answer', subject: message.name });
  if (sheet === null) {
    const disputed = await disputedDocument(trx, answer);
    await insertAttachment(trx, { about: 'document', id: disputed, ...file }, acting);
    await settleMessage(trx, id, { status: 'used', reason: '', draft: null });
    return { kind: 'document', id: disputed };
  }
  const draft = await insertDraft(trx, sheet.kind, sheet, acting);
  await insertAttachment(trx, { about: 'draft', id: draft.id, ...file }, acting);
  await settleMessage(trx, id, { status: 'used', reason: '', draft: draft.id });
  return { kind: sheet.kind === 'certificates' ? 'certificates' : 'receipts', id: draft.id };
}

async function disputedDocument(trx: Trx, answer: ClientAnswer): Promise<number> {
  const found = answer.kind === 'response' ? await documentNamed(trx, answer.document) : null;
  if (found === null) throw new Refusal([{ at: 'document', kind: 'not-there', subject: 'document' }], 404);
  return found.id;
}

import type { Trx } from '../database/schema.ts';

export interface AnsweredRequest {
  readonly key: string;
  readonly digest: string;
  readonly answer: string;
  readonly at: number;
}

export async function answerTo(trx: Trx, key: string): Promise<Pick<AnsweredRequest, 'digest' | 'answer'> | undefined> {
  return trx.selectFrom('answered_request').select(['digest', 'answer']).where('key', '=', key).executeTakeFirst();
}

export async function keepAnswer(trx: Trx, request: AnsweredRequest): Promise<void> {
  await trx.insertInto('answered_request').values(request).execute();
}

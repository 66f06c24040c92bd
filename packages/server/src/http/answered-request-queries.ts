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

/** After so long nobody sends the same again. */
const KEPT_MS = 7 * 24 * 3_600_000;

/** Keeps what was answered; what was kept long enough goes. */
export async function keepAnswer(trx: Trx, request: AnsweredRequest): Promise<void> {
  await trx
    .deleteFrom('answered_request')
    .where('at', '<', request.at - KEPT_MS)
    .execute();
  await trx.insertInto('answered_request').values(request).execute();
}

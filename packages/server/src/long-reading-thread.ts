import { parentPort, workerData } from 'node:worker_threads';
import { SumTooLarge } from '@lowtide/core/money/cents.ts';
import { ZodError } from 'zod';
import { handlers } from './app.ts';
import { openToRead } from './database/open.ts';
import { answered, madeFile } from './http/api.ts';
import { clock } from './http/clock.ts';
import type { LongAnswer, LongReading, LongReadingParts } from './http/long-readings.ts';
import { Refusal, tooLargeToAddUp } from './http/refusal.ts';

/** Answers questions of the API one after the other, from books that it only reads, as the server would. */
const { path, user, demo, today } = (workerData as { readonly given: LongReadingParts }).given;
const { reader, close } = openToRead(path);
const context = handlers({
  books: { path, reader, writer: reader, witnessSetAside: undefined, close },
  clock: clock(today),
  ...{ user, demo },
});

parentPort?.on('message', (job: LongReading) => {
  void answerTo(job)
    .catch(failed)
    .then((answer) => parentPort?.postMessage(answer));
});

async function answerTo(job: LongReading): Promise<LongAnswer> {
  return 'question' in job
    ? { text: await answered(context, job.question) }
    : { made: await madeFile(context, job.file) };
}

function failed(error: unknown): LongAnswer {
  if (error instanceof SumTooLarge) return failed(tooLargeToAddUp());
  if (error instanceof Refusal) return { refused: error.problems, status: error.status };
  if (error instanceof ZodError) return { malformed: error.issues };
  return { broken: error instanceof Error ? (error.stack ?? error.message) : String(error) };
}

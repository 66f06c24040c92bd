import { ThreadPool, type NotDone, type Outcome } from './thread-pool.ts';

/** What is read in a thread of its own: text and bytes from outside, which may be made to take for ever. */
export type ReadJob =
  | { readonly read: 'workbook'; readonly bytes: Uint8Array }
  | { readonly read: 'paper'; readonly xml: string }
  | { readonly read: 'client answer'; readonly xml: string }
  | { readonly read: 'csv'; readonly csv: string };

/** Why nothing came of it. */
export type NotRead = NotDone;

const READERS = new ThreadPool({
  module: new URL('../reading-thread.ts', import.meta.url),
  mostMemoryMb: 512,
  mostThreads: 2,
  mostWaiting: 50,
});

/** Reads something apart. The answer is what the reader made of it, or why there is none. */
export async function readApart(job: ReadJob, mostMs: number): Promise<Outcome> {
  return READERS.do(job, mostMs);
}

import { createRequire } from 'node:module';
import { pathToFileURL } from 'node:url';
import { Worker } from 'node:worker_threads';
import type { EstimateSheet } from '@lowtide/core/estimate/estimate-sheet.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import { Refusal } from '../http/refusal.ts';

const MOST_MS = 20_000;
const MOST_MEMORY_MB = 512;
/** Threads at once: a workbook takes a processor for a second. */
const MOST_AT_ONCE = 2;

// A thread of Node.js 20 takes no loader from its arguments: it is registered as the thread begins.
const LOADER = pathToFileURL(createRequire(import.meta.url).resolve('tsx/esm/api')).href.replace(/\.cjs$/, '.mjs');
const MODULE = new URL('./workbook-worker.ts', import.meta.url).href;
const START = `const { workerData } = require('node:worker_threads');
import(workerData.loader).then(({ register }) => { register(); return import(workerData.module); });`;

let reading = 0;

type Read = { readonly sheet: EstimateSheet } | { readonly problems: readonly Problem[] };

/** Reads a workbook in a thread of its own, which is ended where it takes too long or too much memory. */
export async function readWorkbookApart(bytes: Buffer): Promise<EstimateSheet> {
  if (reading >= MOST_AT_ONCE) throw unreadable('others are being read; try again in a moment');
  reading += 1;
  try {
    const read = await answered(bytes);
    if ('problems' in read) throw new Refusal(read.problems);
    return read.sheet;
  } finally {
    reading -= 1;
  }
}

async function answered(bytes: Buffer): Promise<Read> {
  const worker = new Worker(START, {
    eval: true,
    workerData: { loader: LOADER, module: MODULE, bytes: new Uint8Array(bytes) },
    execArgv: [],
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
  });
  try {
    return await new Promise<Read>((done, failed) => {
      const late = setTimeout(() => failed(unreadable('it takes too long to read')), MOST_MS);
      worker.once('message', (read: Read) => done(read));
      worker.once('error', () => failed(unreadable('it takes too much memory, or is no workbook')));
      worker.once('exit', () => {
        clearTimeout(late);
        failed(unreadable('it could not be read'));
      });
    });
  } finally {
    await worker.terminate();
  }
}

function unreadable(reason: string): Refusal {
  return new Refusal([{ at: 'content', kind: 'workbook-unreadable', reason }]);
}

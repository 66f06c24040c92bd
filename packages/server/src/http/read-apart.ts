import { createRequire } from 'node:module';
import { pathToFileURL } from 'node:url';
import { Worker } from 'node:worker_threads';

/** What is read in a thread of its own: text and bytes from outside, which may be made to take for ever. */
export type ReadJob =
  | { readonly read: 'workbook'; readonly bytes: Uint8Array }
  | { readonly read: 'paper'; readonly xml: string }
  | { readonly read: 'csv'; readonly csv: string };

/** Why nothing came of it. */
export type NotRead = 'busy' | 'late' | 'broken';

const MOST_MEMORY_MB = 512;
/** Threads at once, each of which takes a processor while it reads. */
const MOST_THREADS = 2;
/** Jobs that wait for a thread; beyond, whoever asks is told to come back. */
const MOST_WAITING = 50;

// A thread of Node.js 20 takes no loader from its arguments: it is registered as the thread begins.
const LOADER = pathToFileURL(createRequire(import.meta.url).resolve('tsx/esm/api')).href.replace(/\.cjs$/, '.mjs');
const MODULE = new URL('../reading-thread.ts', import.meta.url).href;
const START = `const { workerData } = require('node:worker_threads');
import(workerData.loader).then(({ register }) => { register(); return import(workerData.module); });`;

interface Waiting {
  readonly job: ReadJob;
  readonly mostMs: number;
  readonly done: (outcome: Outcome) => void;
}

type Outcome = { readonly answer: unknown } | { readonly failed: NotRead };

const waiting: Waiting[] = [];
const idle: Worker[] = [];
let threads = 0;

/**
 * Reads something apart. A thread that takes too long or too much memory is ended, and nobody else waits for it; threads that answered
 * are kept for the next. The answer is what the reader made of it, or why there is none.
 */
export async function readApart(job: ReadJob, mostMs: number): Promise<Outcome> {
  if (waiting.length >= MOST_WAITING) return { failed: 'busy' };
  return new Promise((done) => {
    waiting.push({ job, mostMs, done });
    next();
  });
}

function next(): void {
  if (waiting.length === 0) return;
  const thread = idle.pop() ?? (threads < MOST_THREADS ? begun() : undefined);
  const first = thread === undefined ? undefined : waiting.shift();
  if (thread !== undefined && first !== undefined) run(thread, first);
}

function begun(): Worker {
  threads += 1;
  const worker = new Worker(START, {
    eval: true,
    workerData: { loader: LOADER, module: MODULE },
    execArgv: [],
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
  });
  // One that ends while it waits is no longer there; one that waits keeps no process alive.
  worker.on('error', () => undefined);
  worker.on('exit', () => {
    const place = idle.indexOf(worker);
    if (place < 0) return;
    idle.splice(place, 1);
    threads -= 1;
  });
  worker.unref();
  return worker;
}

function run(worker: Worker, { job, mostMs, done }: Waiting): void {
  const settle = (outcome: Outcome): void => {
    clearTimeout(late);
    worker.off('message', onAnswer);
    worker.off('error', onBroken);
    worker.off('exit', onBroken);
    if ('failed' in outcome) {
      threads -= 1;
      void worker.terminate();
    } else {
      worker.unref();
      idle.push(worker);
    }
    done(outcome);
    next();
  };
  const onAnswer = (answer: unknown): void => settle({ answer });
  const onBroken = (): void => settle({ failed: 'broken' });
  const late = setTimeout(() => settle({ failed: 'late' }), mostMs);
  worker.on('message', onAnswer);
  worker.on('error', onBroken);
  worker.on('exit', onBroken);
  worker.ref();
  worker.postMessage(job);
}

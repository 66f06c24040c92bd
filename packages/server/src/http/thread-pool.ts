import { createRequire } from 'node:module';
import { pathToFileURL } from 'node:url';
import { Worker } from 'node:worker_threads';

/** Why nothing came of a job. */
export type NotDone = 'busy' | 'late' | 'broken';
export type Outcome = { readonly answer: unknown } | { readonly failed: NotDone };

export interface PoolParts {
  /** The module that a thread runs: it answers one message with one message. */
  readonly module: URL;
  /** What each thread is given as it begins. */
  readonly given?: unknown;
  readonly mostMemoryMb: number;
  /** Threads at once, each of which takes a processor while it works. */
  readonly mostThreads: number;
  /** Jobs that wait for a thread; beyond, whoever asks is told to come back. */
  readonly mostWaiting: number;
}

interface Waiting {
  readonly job: unknown;
  readonly mostMs: number;
  readonly done: (outcome: Outcome) => void;
}

// A thread of Node.js 20 takes no loader from its arguments: it is registered as the thread begins.
const LOADER = pathToFileURL(createRequire(import.meta.url).resolve('tsx/esm/api')).href.replace(/\.cjs$/, '.mjs');
const START = `const { workerData } = require('node:worker_threads');
import(workerData.loader).then(({ register }) => { register(); return import(workerData.module); });`;

/**
 * Threads that do one job after the other. One that takes too long or too much memory is ended, and nobody else waits for it; those that
 * answered are kept for the next. None of them keeps the process alive.
 */
export class ThreadPool {
  readonly #parts: PoolParts;
  readonly #waiting: Waiting[] = [];
  readonly #idle: Worker[] = [];
  readonly #all = new Set<Worker>();

  constructor(parts: PoolParts) {
    this.#parts = parts;
  }

  /** Does a job within so many milliseconds from when a thread takes it: its answer, or why there is none. */
  async do(job: unknown, mostMs: number): Promise<Outcome> {
    if (this.#waiting.length >= this.#parts.mostWaiting) return { failed: 'busy' };
    return new Promise((done) => {
      this.#waiting.push({ job, mostMs, done });
      this.#next();
    });
  }

  /** Begins a thread before there is anything to do, so that the first job need not wait for it. */
  begin(): void {
    if (this.#all.size === 0) this.#idle.push(this.#begun());
  }

  /** Ends all threads; what they worked at is told as broken. */
  async close(): Promise<void> {
    await Promise.all([...this.#all].map((worker) => worker.terminate()));
  }

  #next(): void {
    if (this.#waiting.length === 0) return;
    const worker = this.#idle.pop() ?? (this.#all.size < this.#parts.mostThreads ? this.#begun() : undefined);
    const first = worker === undefined ? undefined : this.#waiting.shift();
    if (worker !== undefined && first !== undefined) this.#run(worker, first);
  }

  #begun(): Worker {
    const { module, given, mostMemoryMb } = this.#parts;
    const worker = new Worker(START, {
      eval: true,
      workerData: { loader: LOADER, module: module.href, given },
      execArgv: [],
      resourceLimits: { maxOldGenerationSizeMb: mostMemoryMb },
    });
    this.#all.add(worker);
    // One that ends while it waits is no longer there.
    worker.on('error', () => undefined);
    worker.on('exit', () => {
      this.#all.delete(worker);
      const place = this.#idle.indexOf(worker);
      if (place >= 0) this.#idle.splice(place, 1);
    });
    worker.unref();
    return worker;
  }

  #run(worker: Worker, { job, mostMs, done }: Waiting): void {
    const settle = (outcome: Outcome): void => {
      clearTimeout(late);
      worker.off('message', onAnswer);
      worker.off('error', onBroken);
      worker.off('exit', onBroken);
      if ('failed' in outcome) {
        this.#all.delete(worker);
        void worker.terminate();
      } else {
        worker.unref();
        this.#idle.push(worker);
      }
      done(outcome);
      this.#next();
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
}

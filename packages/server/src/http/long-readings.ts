import { ZodError, type core } from 'zod';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import type { Apart, FileWanted, Question } from './context.ts';
import type { MadeFile } from './made-file.ts';
import { Refusal, type RefusalStatus } from './refusal.ts';
import { ThreadPool } from './thread-pool.ts';

/** What a thread for long readings is given: which books, and how the server was started on them. */
export interface LongReadingParts {
  readonly path: string;
  readonly user: string;
  readonly demo: boolean;
  /** The day told to live on; left out, the machine's. */
  readonly today?: string;
}

export type LongReading = { readonly question: Question } | { readonly file: FileWanted };

/** What a thread answers. */
export type LongAnswer =
  | { readonly text: string }
  | { readonly made: MadeFile }
  | { readonly refused: readonly Problem[]; readonly status: RefusalStatus }
  | { readonly malformed: readonly core.$ZodIssue[] }
  | { readonly broken: string };

const MOST_MS = 180_000;

/** Reads what takes long in threads of their own, beside everything else: reports, their files, the preview of a run. */
export function longReadings(parts: LongReadingParts): Apart {
  const pool = new ThreadPool({
    module: new URL('../long-reading-thread.ts', import.meta.url),
    given: parts,
    mostMemoryMb: 2_048,
    mostThreads: 2,
    mostWaiting: 200,
  });
  pool.begin();
  const read = async (job: LongReading): Promise<{ readonly text: string } | { readonly made: MadeFile }> => {
    const outcome = await pool.do(job, MOST_MS);
    if ('failed' in outcome) throw new Refusal([{ at: '', kind: 'not-read-in-time', why: outcome.failed }], 503, 30);
    const answer = outcome.answer as LongAnswer;
    if ('refused' in answer) throw new Refusal([...answer.refused], answer.status);
    if ('malformed' in answer) throw new ZodError([...answer.malformed]);
    if ('broken' in answer) throw new Error(answer.broken);
    return answer;
  };
  return {
    answer: async (question) => {
      const answer = await read({ question });
      if (!('text' in answer)) throw new Error('a question was answered with a file');
      return answer.text;
    },
    file: async (file) => {
      const answer = await read({ file });
      if (!('made' in answer)) throw new Error('a file was asked for');
      return answer.made;
    },
    close: () => pool.close(),
  };
}

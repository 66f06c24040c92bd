import { execFile } from 'node:child_process';
import { resolve } from 'node:path';
import { promisify } from 'node:util';
import type { Router } from 'express';
import { audit } from '../audit/audit-queries.ts';
import { act, read } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { Refusal } from '../http/refusal.ts';
import { copiesDirectory, copiesOf } from './copies.ts';

const MAIN = resolve(import.meta.dirname, '../backup-main.ts');
const run = promisify(execFile);

/** Copies of the books: made in a process of their own, so that nobody waits for them. */
export function backupRoutes(router: Router, context: Context): void {
  const { path } = context.books;
  read(router, context, 'copies', async () =>
    Promise.resolve({ directory: copiesDirectory(path), copies: [...copiesOf(path)] }),
  );
  act(router, context, 'makeCopy', async (_asked, { recorded }) => {
    const said = await backUp(path, []).catch((error: unknown) => {
      throw new Refusal([{ at: '', kind: 'copy-failed', reason: reasonOf(error) }]);
    });
    await recorded((trx, acting) => audit(trx, acting, { action: 'back up', subject: said }));
    return { done: true as const };
  });
}

/** What the process said; it fails where the copy is none, or does not verify. */
export async function backUp(path: string, flags: readonly string[]): Promise<string> {
  const { stdout } = await run(process.execPath, ['--import', 'tsx', MAIN, path, ...flags]);
  return stdout.trim();
}

function reasonOf(error: unknown): string {
  const { stderr = '' } = error as { readonly stderr?: string };
  return stderr.trim() || 'the copy could not be made';
}

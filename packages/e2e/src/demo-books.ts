import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import type { TestProject } from 'vitest/node';

const root = resolve(import.meta.dirname, '../../..');

declare module 'vitest' {
  interface ProvidedContext {
    /** Where the demo books lie that every journey begins with a copy of. */
    readonly demoBooks: string;
  }
}

/** Makes the demo books in a directory of their own. */
export function makeDemoBooks(): { readonly path: string; readonly remove: () => void } {
  const directory = mkdtempSync(join(tmpdir(), 'lowtide-demo-'));
  const path = join(directory, 'demo.sqlite');
  const { status } = spawnSync(process.execPath, ['--import', 'tsx', 'packages/demo/src/main.ts', path], {
    cwd: root,
    stdio: 'ignore',
  });
  if (status !== 0) throw new Error('the demo books could not be made');
  return { path, remove: () => rmSync(directory, { recursive: true, force: true }) };
}

/** Once for all journeys. */
export function setup({ provide }: TestProject): () => void {
  const { path, remove } = makeDemoBooks();
  provide('demoBooks', path);
  return remove;
}

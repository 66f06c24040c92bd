import { BooksHeld } from './hold.ts';
import { fileTrouble } from './file-trouble.ts';
import { NewerBooks } from './migrate.ts';
import { ForeignFile, OlderBooks } from './open.ts';

const SYSTEM: Readonly<Record<string, string>> = {
  EADDRINUSE: 'Another program listens there already. Stop it, or choose another port in LOWTIDE_PORT.',
  EADDRNOTAVAIL: 'This machine has no such address. Choose another one in LOWTIDE_HOST.',
  EACCES:
    'This may not be done. Choose a port above 1023 in LOWTIDE_PORT, or a directory that may be written in LOWTIDE_BOOKS.',
  ENOENT: 'The directory is not there. Make it, or choose another one in LOWTIDE_BOOKS.',
  EROFS: 'The disk may only be read. Choose another directory in LOWTIDE_BOOKS.',
};

/** Why the books of a path cannot be opened or served, in one sentence with the way out. What nobody foresaw keeps its own words. */
export function sentenceOf(error: unknown, path: string): string {
  if ([BooksHeld, NewerBooks, ForeignFile, OlderBooks].some((kind) => error instanceof kind))
    return (error as Error).message;
  const known = fileTrouble(error) ?? SYSTEM[(error as { code?: string }).code ?? ''];
  return known === undefined
    ? `${path}: ${error instanceof Error ? error.message : String(error)}`
    : `${path}: ${known}`;
}

import { isStray, needsProject } from '@lowtide/core/coding/stray.ts';
import type { Account } from '@lowtide/core/ledger/account.ts';
import { kindOf, type DocumentKind } from '@lowtide/core/documents/kinds.ts';
import type { JournalEntry } from '@lowtide/core/ledger/journal-entry.ts';
import { bulkInsert, type Target } from '../database/bulk-insert.ts';
import type { Trx } from '../database/schema.ts';
import { LINES_PER_ENTRY } from '../database/line-number.ts';

/** Each account that has a role, or is of cost of revenue. */
export type PostedAccounts = ReadonlyMap<number, Pick<Account, 'role' | 'type'>>;

const STRAYS: Target = { table: 'stray_line', columns: ['line_id'], adds: [] };

interface PostedEntries {
  readonly entries: readonly { readonly entry: JournalEntry; readonly number: number }[];
  readonly accounts: PostedAccounts;
}

/** Remembers cost lines without a project or a code, for the list of those to be coded. */
export async function keepStrays(trx: Trx, kind: DocumentKind, { entries, accounts }: PostedEntries): Promise<void> {
  if (kindOf(kind).leavesNothingUncoded) return;
  const strays = entries.flatMap(({ entry, number }) =>
    entry.lines.flatMap((line, place) => {
      const account = accounts.get(line.account);
      const strays = account !== undefined && needsProject(account) && isStray(line);
      return strays ? [[number * LINES_PER_ENTRY + place]] : [];
    }),
  );
  if (strays.length > 0) await bulkInsert(trx, STRAYS, strays);
}

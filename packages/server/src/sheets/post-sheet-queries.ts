import { kindOf, type DocumentKind } from '@lowtide/core/documents/kinds.ts';
import type { SheetReading } from '@lowtide/core/documents/sheet-reading.ts';
import { sql } from 'kysely';
import type { Trx } from '../database/schema.ts';
import type { Acting } from '../http/api.ts';
import { Refusal } from '../http/refusal.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';
import { postDocument, type Posted } from '../ledger/post-document-queries.ts';

/** Posts every document of a sheet, or none with all the reasons. Warnings are refused until they are accepted. */
export async function postReading(
  trx: Trx,
  { postings, problems, warnings }: SheetReading,
  { acceptWarnings, ...acting }: Acting & { readonly acceptWarnings: boolean },
): Promise<Posted[]> {
  if (problems.length > 0) throw new Refusal(problems);
  if (warnings.length > 0 && !acceptWarnings) {
    throw new Refusal([{ at: '', kind: 'warnings-open', count: warnings.length }]);
  }
  const documents: Posted[] = [];
  for (const posting of postings) {
    if (kindOf(posting.kind).isPostedOnce) await refuseSame(trx, posting);
    documents.push(await postDocument(trx, posting, acting));
  }
  return documents;
}

/** The very same is not posted twice while the first one counts. */
async function refuseSame(trx: Trx, { kind, body }: { readonly kind: DocumentKind; readonly body: unknown }) {
  const { rows } = await sql<{ number: string }>`SELECT d.number FROM document d
    WHERE d.kind = ${kind} AND d.body = ${JSON.stringify(body)} AND ${notReversed('d', EVERYTHING)} LIMIT 1`.execute(
    trx,
  );
  const [same] = rows;
  if (same !== undefined) throw new Refusal([{ at: 'rows', kind: 'balances-there', number: same.number }]);
}

import type { SheetReading } from '@lowtide/core/documents/sheet-reading.ts';
import { sql } from 'kysely';
import type { Trx } from '../database/schema.ts';
import type { Acting } from '../http/api.ts';
import { Refusal } from '../http/refusal.ts';
import { insertOrderMoves } from '../orders/order-write-queries.ts';
import { insertPayroll } from '../labor/payroll-queries.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';
import { postDocument, type Posted } from '../ledger/post-document-queries.ts';
import { reverseDocument } from '../ledger/reversal-queries.ts';
import { insertEquipmentUse } from './equipment-use-queries.ts';
import { insertWorkedHours } from './worked-hours-queries.ts';

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
  for (const { worked, used, paid, orders, reversesOn, ...posting } of postings) {
    if (posting.kind === 'opening') await refuseSameBalances(trx, posting.body);
    const posted = await postDocument(trx, posting, acting);
    await insertWorkedHours(trx, posted.id, worked);
    await insertEquipmentUse(trx, posted.id, used);
    if (paid !== null) await insertPayroll(trx, posted.id, paid);
    if (orders !== undefined) await insertOrderMoves(trx, { id: posted.id, party: posting.party }, orders);
    if (reversesOn !== undefined) {
      const reason = 'An accrual, taken back by itself';
      await reverseDocument(trx, { document: posted.id, postedOn: reversesOn, reason }, acting);
    }
    documents.push(posted);
  }
  return documents;
}

/** The very same balances are not taken over twice. */
async function refuseSameBalances(trx: Trx, body: unknown): Promise<void> {
  const { rows } = await sql<{ number: string }>`SELECT d.number FROM document d
    WHERE d.kind = 'opening' AND d.body = ${JSON.stringify(body)} AND ${notReversed('d', EVERYTHING)} LIMIT 1`.execute(
    trx,
  );
  const [same] = rows;
  if (same !== undefined) throw new Refusal([{ at: 'rows', kind: 'balances-there', number: same.number }]);
}

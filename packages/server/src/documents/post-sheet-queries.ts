import type { SheetReading } from '@lowtide/core/documents/sheet-reading.ts';
import type { Trx } from '../database/schema.ts';
import type { Acting } from '../http/api.ts';
import { Refusal } from '../http/refusal.ts';
import { insertOrderMoves } from '../orders/order-write-queries.ts';
import { insertPayroll } from '../labor/payroll-queries.ts';
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

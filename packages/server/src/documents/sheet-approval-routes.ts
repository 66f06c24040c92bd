import type { Router } from 'express';
import { required, textIn } from '@lowtide/core/cells/cell.ts';
import { billsToApprove } from '@lowtide/core/documents/supplier-bill/approval.ts';
import { audit } from '../audit/audit-queries.ts';
import type { Trx } from '../database/schema.ts';
import { write, type Acting, type Answer, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { companyOf } from '../company/company-queries.ts';
import { draft, refuseOtherVersion, type StoredDraft } from '../sheets/draft-queries.ts';
import { sheetOf, sheetSummary } from '../sheets/draft-summary-queries.ts';
import { approvalOf, insertApproval } from '../sheets/sheet-approval-queries.ts';
import { sheetRead } from '../sheets/sheet-queries.ts';

/** Bills above the company's limit: their approval is asked for, and given or refused by somebody else than who typed them. */
export function sheetApprovalRoutes(router: Router, context: Context): void {
  write(router, context, 'askApproval', async (trx, { params, body }, acting) => {
    const stored = await versionAsked(trx, params.id, body.version);
    const { reading } = await sheetRead(trx, { month: body.month, today: acting.today }, sheetOf(stored));
    if (reading.problems.length > 0) throw new Refusal(reading.problems);
    const bills = billsToApprove(reading.postings, (await companyOf(trx)).approveBillsAbove);
    if (bills.length === 0) throw new Refusal([{ at: '', kind: 'nothing-needs-approval' }]);
    await insertApproval(trx, stored, { stand: 'asked', reason: '' }, acting);
    await audit(trx, acting, { action: 'ask for approval', subject: bills.join(', '), about: `sheet ${stored.id}` });
    return sheetSummary(trx, stored);
  });
  write(router, context, 'approveSheet', async (trx, asked, acting) => answered(trx, asked, acting, 'approved'));
  write(router, context, 'returnSheet', async (trx, asked, acting) => {
    const cell = { typed: asked.body.reason, at: 'reason' };
    const reason = acceptedOr(required(cell, 'the reason', (typed) => textIn(typed, 'the reason', 400)));
    return answered(trx, asked, acting, 'returned', reason);
  });
}

async function versionAsked(trx: Trx, id: number, version: number): Promise<StoredDraft> {
  const stored = await draft(trx, id);
  refuseOtherVersion(stored, version);
  return stored;
}

async function answered(
  trx: Trx,
  { params, body }: Pick<Asked<'approveSheet'>, 'params' | 'body'>,
  acting: Acting,
  stand: 'approved' | 'returned',
  reason = '',
): Promise<Answer<'approveSheet'>> {
  const stored = await versionAsked(trx, params.id, body.version);
  if ((await approvalOf(trx, stored))?.stand !== 'asked') throw new Refusal([{ at: '', kind: 'no-approval-asked' }]);
  if (stored.typedBy.includes(acting.by)) throw new Refusal([{ at: '', kind: 'own-sheet' }], 403);
  await insertApproval(trx, stored, { stand, reason }, acting);
  const action = stand === 'approved' ? 'approve bills' : 'return bills';
  await audit(trx, acting, { action, subject: `sheet ${stored.id}`, about: `sheet ${stored.id}`, detail: { reason } });
  return sheetSummary(trx, stored);
}

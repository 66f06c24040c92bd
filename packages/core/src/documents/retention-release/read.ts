import type { IsoDate } from '../../calendar/iso-date.ts';
import { dayIn, ifFilled, moneyIn, required } from '../../cells/cell.ts';
import { credit, debit, journalEntry, type JournalEntry } from '../../ledger/journal-entry.ts';
import type { Roles } from '../../ledger/roles.ts';
import type { Cents } from '../../money/cents.ts';
import { postingDay } from '../../months/open-day.ts';
import { accepted, following, gathered, mapped, refused, type Decision } from '../../problems/decision.ts';
import type { PaidParts } from '../payment/post.ts';
import type { PaymentBasis } from '../supplier-deposit/read.ts';
import type { RetentionReleaseForm } from './form.ts';

export interface ReadRelease {
  readonly days: { readonly datedOn: IsoDate; readonly postedOn: IsoDate };
  readonly dueOn: IsoDate;
  readonly amount: Cents;
}

/** How much of what was withheld is released, and when it is due; never more than is withheld. */
export function readRetentionRelease(
  form: RetentionReleaseForm,
  { retained, today, lockedThrough, dayOrder }: Omit<PaymentBasis, 'suppliers'> & { readonly retained: Cents },
): Decision<ReadRelease> {
  const dated = required({ typed: form.datedOn, at: 'datedOn' }, 'the date', (cell) => dayIn(cell, today, dayOrder));
  const near = dated.ok ? dated.value : today;
  return gathered({
    days: following(dated, (datedOn) =>
      mapped(postingDay(datedOn, lockedThrough, { at: 'datedOn', mayPostLater: form.acceptWarnings }), (postedOn) => ({
        datedOn,
        postedOn,
      })),
    ),
    dueOn: ifFilled({ typed: form.dueOn, at: 'dueOn' }, near, (cell) => dayIn(cell, near, dayOrder)),
    amount: following(ifFilled({ typed: form.amount, at: 'amount' }, retained, moneyIn), (amount) =>
      amount <= 0
        ? refused({ at: 'amount', kind: 'number-not-positive', field: 'the amount' })
        : amount > retained
          ? refused({ at: 'amount', kind: 'over-open-amount', open: retained, asked: amount })
          : accepted(amount),
    ),
  });
}

/** Dr retention payable, Cr payable: from now on it is owed as a bill is. */
export function retentionReleased(roles: Roles, { party, postedOn, parts, text }: PaidParts): JournalEntry {
  return journalEntry(postedOn, [
    ...parts.map(({ project, amount }) => debit(roles['retention-payable'], amount, { project, party, text })),
    ...parts.map(({ project, amount }) => credit(roles.payable, amount, { project, party, text })),
  ]);
}

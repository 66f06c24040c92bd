import type { IsoDate } from '../../calendar/iso-date.ts';
import type { PartyId, PhaseId, ProjectId } from '../../ledger/ids.ts';
import { credit, debit, journalEntry, type JournalEntry } from '../../ledger/journal-entry.ts';
import type { Roles } from '../../ledger/roles.ts';
import { cents, type Cents } from '../../money/cents.ts';

export interface ProgressInvoice {
  readonly client: PartyId;
  readonly project: ProjectId;
  readonly postedOn: IsoDate;
  readonly work: Cents;
  readonly tax: Cents;
  /** What the client holds back of it. */
  readonly withheld: Cents;
  /** What was held back before and is to be paid with it. */
  readonly released: Cents;
  /** What deposits pay of it, before tax and its tax. */
  readonly drawn: { readonly net: Cents; readonly tax: Cents };
  readonly text: string;
  /** The work by phase, where it is told; else all of it is of none. */
  readonly phases?: readonly { readonly phase: PhaseId | null; readonly amount: Cents }[];
}

/**
 * Dr receivable, what is due now; Dr retention receivable, what is held back; Dr client deposits and output tax, what a deposit pays; Cr
 * progress billings of the project, all of the work; Cr output tax; Cr retention receivable, what is released. Earns nothing: that is
 * recognition's work.
 */
export function progressBilled(roles: Roles, invoice: ProgressInvoice): JournalEntry {
  const { client: party, project, work, tax, withheld, released, drawn, text } = invoice;
  const { phases = [{ phase: null, amount: work }] } = invoice;
  const of = { project, party, text };
  return journalEntry(invoice.postedOn, [
    debit(roles.receivable, cents(work + tax + released - withheld - drawn.net - drawn.tax), of),
    debit(roles['retention-receivable'], withheld, of),
    debit(roles['client-deposits'], drawn.net, of),
    debit(roles['output-tax'], drawn.tax, { party, text }),
    ...phases.map(({ phase, amount }) => credit(roles['progress-billings'], amount, { ...of, phase })),
    credit(roles['output-tax'], tax, { party, text }),
    credit(roles['retention-receivable'], released, of),
  ]);
}

import type { IsoDate } from '../../calendar/iso-date.ts';
import type { DocumentId, EmployeeId } from '../../ledger/ids.ts';
import { credit, debit, journalEntry, type JournalEntry, type Line } from '../../ledger/journal-entry.ts';
import type { Roles } from '../../ledger/roles.ts';
import { sum, type Cents } from '../../money/cents.ts';
import type { Quantity } from '../../money/quantity.ts';

/** What somebody was paid for a period, and what the employer paid on top; null for all of them together. */
export interface PaidPerson {
  readonly employee: EmployeeId | null;
  readonly regularHours: Quantity;
  readonly overtimeHours: Quantity;
  readonly gross: Cents;
  readonly taxes: Cents;
  readonly insurance: Cents;
  readonly benefits: Cents;
  readonly withheld: Cents;
  readonly text: string;
}

/** A payroll of one period. */
export interface PaidPeriod {
  /** The payroll whose days it adds to; null where it has days of its own. */
  readonly supplementTo: DocumentId | null;
  readonly from: IsoDate;
  readonly through: IsoDate;
  readonly people: readonly PaidPerson[];
  readonly fee: Cents;
}

/** All that somebody cost: gross pay and what the employer paid on top. */
export function paidFor({ gross, taxes, insurance, benefits }: PaidPerson): Cents {
  return sum([gross, taxes, insurance, benefits]);
}

/** Dr labor clearing what people cost and the fee; Cr net pay, and what is owed of it to others. */
export function payrollRun(roles: Roles, { people, fee }: PaidPeriod, postedOn: IsoDate): JournalEntry {
  const asked = { text: 'Fee' };
  return journalEntry(postedOn, [
    ...people.flatMap((person) => personLines(roles, person)),
    ...(fee === 0
      ? []
      : [debit(roles['labor-clearing'], fee, asked), credit(roles['payroll-liabilities'], fee, asked)]),
  ]);
}

function personLines(roles: Roles, person: PaidPerson): readonly Line[] {
  const { employee, gross, taxes, insurance, benefits, withheld, text } = person;
  const own = { employee, text };
  const [net, owed] = [sum([gross, -withheld as Cents]), sum([withheld, taxes, insurance, benefits])];
  return [
    debit(roles['labor-clearing'], paidFor(person), own),
    credit(roles['net-pay'], net, own),
    credit(roles['payroll-liabilities'], owed, own),
  ].filter(({ amount }) => amount !== 0);
}

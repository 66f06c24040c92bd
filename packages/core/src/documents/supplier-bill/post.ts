import type { IsoDate } from '../../calendar/iso-date.ts';
import type { PartyId } from '../../ledger/ids.ts';
import { credit, debit, journalEntry, type JournalEntry, type Line } from '../../ledger/journal-entry.ts';
import { costRole } from '../../ledger/project.ts';
import type { Roles } from '../../ledger/roles.ts';
import { taxOn, type TaxCode } from '../../ledger/tax-code.ts';
import { cents, difference, sum, ZERO, type Cents } from '../../money/cents.ts';
import { quantity, type Quantity } from '../../money/quantity.ts';
import type { OrderLine } from '../../orders/order-line.ts';
import type { CostTarget } from '../cost-target.ts';
import type { PaidFrom } from './paid-from.ts';

export interface BillLine {
  readonly target: CostTarget;
  readonly net: Cents;
  readonly quantity: Quantity;
  readonly taxCode: TaxCode | null;
  readonly text: string;
  readonly order: OrderLine | null;
  /** Its row in the sheet. */
  readonly place: number;
}

export interface Bill {
  /** Null for spend with nobody in particular. */
  readonly supplier: PartyId | null;
  readonly number: string;
  readonly datedOn: IsoDate;
  readonly postedOn: IsoDate;
  readonly dueOn: IsoDate;
  readonly lines: readonly BillLine[];
  /** What is withheld of it. */
  readonly retained: Cents;
  readonly paid: PaidFrom | null;
}

type Taxed = { readonly lines: readonly Pick<BillLine, 'net' | 'taxCode'>[] };

/** Tax of a bill, by tax code in order of first appearance, each with the places of its lines. */
function taxes({ lines }: Taxed) {
  const codes = [...new Map(lines.flatMap(({ taxCode }) => (taxCode ? [[taxCode.id, taxCode]] : []))).values()];
  return codes.map((code) => {
    const places = lines.flatMap((line, place) => (line.taxCode?.id === code.id ? [place] : []));
    const nets = places.map((place) => lines[place]?.net ?? ZERO);
    return { ...taxOn(code, nets), places };
  });
}

/** Net plus tax: what the supplier asks for. */
export function billGross(bill: Taxed): Cents {
  return cents(sum(bill.lines.map(({ net }) => net)) + sum(taxes(bill).map(({ tax }) => tax)));
}

/** What each line costs: net, and the tax on it that does not come back. */
export function billCosts(bill: Taxed): readonly Cents[] {
  const costs = bill.lines.map(({ net }) => net as number);
  for (const { cost, places } of taxes(bill)) {
    places.forEach((place, index) => (costs[place] = (costs[place] ?? 0) + (cost[index] ?? 0)));
  }
  return costs.map(cents);
}

/**
 * Dr the project's cost account or the chosen account, net and tax that does not come back; what a receipt put there already comes
 * from received, not billed instead; Dr input tax; Cr payable, gross less retention, and retention payable; paid at once, Cr what it
 * was paid from. A negative line is a credit of the supplier and turns its signs. `released`: of each line, what receipts accrued.
 */
export function supplierBill(roles: Roles, bill: Bill, released: readonly Cents[] = []): JournalEntry {
  const costs = billCosts(bill);
  const inputTax = sum(taxes(bill).map(({ recoverable }) => recoverable));
  const ofParty = { party: bill.supplier, text: bill.number };
  const taken = sum(released);
  return journalEntry(bill.postedOn, [
    ...bill.lines.map((line, place) =>
      costLine(roles, line, { bill, cost: costs[place] ?? ZERO, released: released[place] ?? ZERO }),
    ),
    debit(roles['received-not-billed'], taken, ofParty),
    debit(roles['input-tax'], inputTax, ofParty),
    owedLine(roles, bill, difference(billGross(bill), bill.retained)),
    credit(roles['retention-payable'], bill.retained, ofParty),
  ]);
}

function owedLine(roles: Roles, { paid, supplier: party, number: text }: Bill, amount: Cents): Line {
  if (paid === null) return credit(roles.payable, amount, { party, text });
  return paid.kind === 'account'
    ? credit(paid.account, amount, { text })
    : credit(roles['owed-to-employees'], amount, { party, employee: paid.employee, text });
}

interface LineParts {
  readonly bill: Bill;
  readonly cost: Cents;
  readonly released: Cents;
}

/** Units go with the cost; what a receipt accrued had them already. */
function costLine(roles: Roles, line: BillLine, { bill, cost, released }: LineParts): Line {
  const { target, text } = line;
  const party = bill.supplier;
  const amount = difference(cost, released);
  if (target.kind === 'account') return debit(target.account, amount, { party, text });
  const units = released === 0 ? line.quantity : quantity(0);
  return debit(roles[costRole(target.project)], amount, { ...target.coding, party, quantity: units, text });
}

import type { IsoDate } from '../../calendar/iso-date.ts';
import type { AccountId, PartyId } from '../../ledger/ids.ts';
import { credit, debit, journalEntry, type Coding, type JournalEntry, type Line } from '../../ledger/journal-entry.ts';
import { costRole, type Project } from '../../ledger/project.ts';
import type { Roles } from '../../ledger/roles.ts';
import { taxOn, type TaxCode } from '../../ledger/tax-code.ts';
import { cents, sum, ZERO, type Cents } from '../../money/cents.ts';
import type { Quantity } from '../../money/quantity.ts';

export type BillTarget =
  | { readonly kind: 'project'; readonly project: Project; readonly coding: Coding }
  | { readonly kind: 'account'; readonly account: AccountId };

export interface BillLine {
  readonly target: BillTarget;
  readonly net: Cents;
  readonly quantity: Quantity;
  readonly taxCode: TaxCode | null;
  readonly text: string;
}

export interface Bill {
  readonly supplier: PartyId;
  readonly number: string;
  readonly datedOn: IsoDate;
  readonly postedOn: IsoDate;
  readonly dueOn: IsoDate;
  readonly lines: readonly BillLine[];
}

/** Tax of a bill, by tax code in order of first appearance, each with the places of its lines. */
function taxes({ lines }: Pick<Bill, 'lines'>) {
  const codes = [...new Map(lines.flatMap(({ taxCode }) => (taxCode ? [[taxCode.id, taxCode]] : []))).values()];
  return codes.map((code) => {
    const places = lines.flatMap((line, place) => (line.taxCode?.id === code.id ? [place] : []));
    const nets = places.map((place) => lines[place]?.net ?? ZERO);
    return { ...taxOn(code, nets), places };
  });
}

/** Net plus tax: what the supplier asks for. */
export function billGross(bill: Pick<Bill, 'lines'>): Cents {
  return cents(sum(bill.lines.map(({ net }) => net)) + sum(taxes(bill).map(({ tax }) => tax)));
}

/** What each line costs: net, and the tax on it that does not come back. */
export function billCosts(bill: Pick<Bill, 'lines'>): readonly Cents[] {
  const costs = bill.lines.map(({ net }) => net as number);
  for (const { cost, places } of taxes(bill)) {
    places.forEach((place, index) => (costs[place] = (costs[place] ?? 0) + (cost[index] ?? 0)));
  }
  return costs.map(cents);
}

/**
 * Dr the project's cost account or the chosen account, net and tax that does not come back; Dr input tax; Cr payable, gross.
 * A negative line is a credit of the supplier and turns its signs.
 */
export function supplierBill(roles: Roles, bill: Bill): JournalEntry {
  const costs = billCosts(bill);
  const inputTax = sum(taxes(bill).map(({ recoverable }) => recoverable));
  const party = bill.supplier;
  return journalEntry(bill.postedOn, [
    ...bill.lines.map((line, place) => costLine(roles, line, { cost: costs[place] ?? ZERO, party })),
    debit(roles['input-tax'], inputTax, { party, text: bill.number }),
    credit(roles.payable, billGross(bill), { party, text: bill.number }),
  ]);
}

function costLine(roles: Roles, line: BillLine, { cost, party }: { cost: Cents; party: PartyId }): Line {
  const { target, quantity, text } = line;
  if (target.kind === 'account') return debit(target.account, cost, { party, text });
  return debit(roles[costRole(target.project)], cost, { ...target.coding, party, quantity, text });
}

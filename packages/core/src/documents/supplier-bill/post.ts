import type { IsoDate } from '../../calendar/iso-date.ts';
import type { PartyId } from '../../ledger/ids.ts';
import { credit, debit, journalEntry, type JournalEntry, type Line } from '../../ledger/journal-entry.ts';
import { byProject, partsTotal, splitByOpen, type ProjectPart } from '../../ledger/project-parts.ts';
import { costRole } from '../../ledger/project.ts';
import type { Roles } from '../../ledger/roles.ts';
import { taxOn, type TaxCode } from '../../ledger/tax-code.ts';
import { allocation } from '../../money/allocation.ts';
import { cents, difference, opposite, sum, ZERO, type Cents } from '../../money/cents.ts';
import { quantity, type Quantity } from '../../money/quantity.ts';
import { costTaken, type Taken } from '../../orders/accrual.ts';
import { isCounted, type OrderLine } from '../../orders/order-line.ts';
import type { Retained, RetainedPart } from '../../orders/order-effects.ts';
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
  /** What is withheld of it, under each subcontract. */
  readonly retained: readonly Retained[];
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

const projectOf = ({ target }: Pick<BillLine, 'target'>) => (target.kind === 'project' ? target.project.id : null);

/** What the supplier asks for, by project: of each line its net and its share of the tax of its code. */
function grossParts(bill: Pick<Bill, 'lines'>): readonly ProjectPart[] {
  const gross = bill.lines.map(({ net }) => net as number);
  for (const { tax, places } of taxes(bill)) {
    if (tax === 0) continue;
    const nets = places.map((place) => bill.lines[place]?.net ?? ZERO);
    allocation(tax, nets).forEach((share, index) => {
      const place = places[index] ?? 0;
      gross[place] = (gross[place] ?? 0) + share;
    });
  }
  return byProject(bill.lines.map((line, place) => ({ project: projectOf(line), amount: cents(gross[place] ?? 0) })));
}

/** What a bill withholds, by project: under each subcontract by the gross of its lines; under none by that of all others. */
export function retainedParts({ lines, retained }: Pick<Bill, 'lines' | 'retained'>): readonly RetainedPart[] {
  const subcontracts = new Set(retained.map(({ order }) => order));
  return retained.flatMap(({ order, amount }) => {
    const under = lines.filter((line) => {
      const of = line.order?.orderId ?? null;
      return order === null ? of === null || !subcontracts.has(of) : of === order;
    });
    return splitByOpen(grossParts({ lines: under }), amount).map((part) => ({ order, ...part }));
  });
}

/** What is owed of a bill by project: what it asks for, less what is withheld. */
function owedParts(bill: Bill): readonly ProjectPart[] {
  const withheld = retainedParts(bill).map(({ project, amount }) => ({ project, amount: opposite(amount) }));
  return byProject([...grossParts(bill), ...withheld]);
}

/** What a line takes over of receipts; nothing where it is of no order. */
export type TakenOver = readonly Taken[];

/**
 * Dr the project's cost account or the chosen account, net and tax that does not come back; what a receipt put there already comes
 * from received, not billed instead; Dr input tax; Cr payable, gross less retention, and retention payable; paid at once, Cr what it
 * was paid from. A negative line is a credit of the supplier and turns its signs. `taken`: what each line takes over of receipts; where
 * a receipt is of a later day, the bill is cost on its own, and the accrual is taken back by an entry on the receipt's.
 */
export function supplierBill(roles: Roles, bill: Bill, taken: readonly TakenOver[] = []): readonly JournalEntry[] {
  const costs = billCosts(bill);
  const inputTax = sum(taxes(bill).map(({ recoverable }) => recoverable));
  const ofParty = { party: bill.supplier, text: bill.number };
  const byThen = taken.map((each) => each.filter(({ takenOn }) => takenOn === bill.postedOn));
  return [
    journalEntry(bill.postedOn, [
      ...bill.lines.map((line, place) =>
        costLine(roles, line, { bill, amount: costs[place] ?? ZERO, units: line.quantity, taken: byThen[place] ?? [] }),
      ),
      debit(roles['received-not-billed'], sum([ZERO, ...byThen.map(costTaken)]), ofParty),
      debit(roles['input-tax'], inputTax, ofParty),
      ...owedLines(roles, bill),
      ...retainedParts(bill).map(({ project, amount }) =>
        credit(roles['retention-payable'], amount, { ...ofParty, project }),
      ),
    ]),
    ...laterDays(bill, taken).map((day) => takenBackOn(roles, bill, { day, taken })),
  ];
}

function laterDays({ postedOn }: Bill, taken: readonly TakenOver[]): readonly IsoDate[] {
  const days = taken.flatMap((each) => each.map(({ takenOn }) => takenOn)).filter((day) => day !== postedOn);
  return [...new Set(days)].toSorted();
}

/** The accruals of receipts of a day after the bill's, taken back on it. */
function takenBackOn(
  roles: Roles,
  bill: Bill,
  { day, taken }: { readonly day: IsoDate; readonly taken: readonly TakenOver[] },
): JournalEntry {
  const then = taken.map((each) => each.filter(({ takenOn }) => takenOn === day));
  const lines = bill.lines.flatMap((line, place) => {
    const of = then[place] ?? [];
    return of.length === 0 ? [] : [costLine(roles, line, { bill, amount: ZERO, units: quantity(0), taken: of })];
  });
  const all = sum([ZERO, ...then.map(costTaken)]);
  return journalEntry(day, [
    ...lines,
    debit(roles['received-not-billed'], all, { party: bill.supplier, text: bill.number }),
  ]);
}

/** Owed to the supplier, by project; or paid at once in one sum. */
function owedLines(roles: Roles, bill: Bill): readonly Line[] {
  const { paid, supplier: party, number: text } = bill;
  const parts = owedParts(bill);
  if (paid === null) return parts.map(({ project, amount }) => credit(roles.payable, amount, { project, party, text }));
  const amount = partsTotal(parts);
  return paid.kind === 'account'
    ? [credit(paid.account, amount, { text })]
    : [credit(roles['owed-to-employees'], amount, { party, employee: paid.employee, text })];
}

interface LineParts {
  readonly bill: Bill;
  readonly amount: Cents;
  readonly units: Quantity;
  /** What comes from received, not billed: its cost and its units are there already. */
  readonly taken: TakenOver;
}

function costLine(roles: Roles, line: BillLine, { bill, amount, units, taken }: LineParts): Line {
  const { target, text, order } = line;
  const party = bill.supplier;
  const left = difference(amount, costTaken(taken));
  if (target.kind === 'account') return debit(target.account, left, { party, text });
  const before = order !== null && isCounted(order) ? taken.reduce((all, { measure }) => all + measure, 0) : 0;
  const quantityLeft = quantity(units - before);
  return debit(roles[costRole(target.project)], left, { ...target.coding, party, quantity: quantityLeft, text });
}

import { takenOf, type DepositMove } from '../../billing/deposits.ts';
import type { BilledValue } from '../../billing/billed-values.ts';
import { billedOf } from '../../billing/schedule.ts';
import type { DayOrder } from '../../calendar/typed-date.ts';
import type { IsoDate } from '../../calendar/iso-date.ts';
import { dayIn, ifFilled, moneyIn, required, textIn } from '../../cells/cell.ts';
import type { AccountId, PartyId, ProjectId } from '../../ledger/ids.ts';
import { allocation } from '../../money/allocation.ts';
import { cents, difference, opposite, sum, ZERO, type Cents } from '../../money/cents.ts';
import { ratio, shareOf } from '../../money/ratio.ts';
import { postingDay, type LockedThrough } from '../../months/open-day.ts';
import { usualDay } from '../../months/unusual-day.ts';
import { accepted, following, gathered, listed, mapped, refused, type Decision } from '../../problems/decision.ts';
import type { CreditNoteForm } from './form.ts';
import type { CreditNote } from './post.ts';

/** The invoice a note credits, and what notes before credited of it. */
export interface CreditedInvoice {
  readonly number: string;
  readonly client: PartyId;
  readonly project: ProjectId | null;
  readonly datedOn: IsoDate;
  readonly work: Cents;
  readonly tax: Cents;
  readonly workCredited: Cents;
  readonly taxCredited: Cents;
  /** What the invoice withheld, what notes gave up of it, and what is held back now. */
  readonly withheld: Cents;
  readonly withheldCredited: Cents;
  readonly held: Cents;
  /** What deposits paid of it, less what notes gave back of that, deposit by deposit; and all of it as it was drawn. */
  readonly drawn: readonly DepositMove[];
  readonly drawnAtFirst: Cents;
  /** Of an invoice of no project, what it put on each account. */
  readonly accounts: readonly { readonly account: AccountId; readonly net: Cents }[];
  /** Its lines as they stand: billed, less credited; and what is held back of each. */
  readonly lines: readonly InvoiceLineNow[];
}

/** A line of an invoice, less what was credited and released of it. */
export interface InvoiceLineNow {
  readonly line: number | null;
  /** Its number in the schedule; 0 for work of no line. */
  readonly number: number;
  readonly name: string;
  readonly work: Cents;
  readonly stored: Cents;
  readonly held: Cents;
}

/** A credit note that can be posted. */
export interface ReadCreditNote extends CreditNote {
  readonly datedOn: IsoDate;
  /** What comes off each line of the invoice; below zero. */
  readonly values: readonly Omit<BilledValue, 'invoice'>[];
  /** What deposits get back. */
  readonly moves: readonly DepositMove[];
}

export interface CreditBasis {
  readonly invoice: CreditedInvoice;
  readonly today: IsoDate;
  readonly lockedThrough: LockedThrough;
  readonly dayOrder: DayOrder;
}

/**
 * Part of an invoice, or all that is left of it. Tax and what was held back follow the work credited of the invoice so far, so that notes
 * which credit all of the work credit all of both; what is held back no more lowers what the client owes instead.
 */
export function readCreditNote(
  form: CreditNoteForm,
  { invoice, today, lockedThrough, dayOrder }: CreditBasis,
): Decision<ReadCreditNote> {
  const left = difference(invoice.work, invoice.workCredited);
  const datedOn = ifFilled({ typed: form.datedOn, at: 'datedOn' }, today, (cell) =>
    following(dayIn(cell, today, dayOrder), (day) => afterInvoice(day, invoice)),
  );
  const days = following(datedOn, (day) =>
    gathered({
      datedOn: usualDay(day, { at: 'datedOn', today, mayBeUnusual: form.acceptWarnings }),
      postedOn: postingDay(day, lockedThrough, { at: 'datedOn', mayPostLater: form.acceptWarnings }),
    }),
  );
  const parts = gathered({
    days,
    credited: following(creditIn(form, left, invoice), (read) => mapped(partOf(read.work, left, invoice), () => read)),
    text: required({ typed: form.text, at: 'text' }, 'why it is credited', (cell) => textIn(cell, 'the text', 400)),
  });
  return mapped(parts, ({ credited: { work, byLine }, ...read }) => {
    const credited = cents(invoice.workCredited + work);
    const share = byLine === null ? shareHeld(invoice, credited) : heldOfLines(invoice.lines, byLine);
    const withheld = cents(Math.max(0, Math.min(share, invoice.held)));
    const moves = givenBack(invoice, credited);
    return {
      ...{ ...read.days, work, text: read.text, client: invoice.client, project: invoice.project, withheld },
      tax: difference(shareOfWork(invoice, invoice.tax, credited), invoice.taxCredited),
      values: creditedLines(invoice.lines, { work, withheld, byLine }),
      ...{ moves, drawn: { net: totalOf(moves, 'net'), tax: totalOf(moves, 'tax') } },
      accounts: accountsOf(invoice, credited),
    };
  });
}

interface Credit {
  readonly work: Cents;
  /** What is credited of each line of the invoice, in its order; null where it is not told line by line. */
  readonly byLine: readonly Cents[] | null;
}

/** What is credited: line by line, an amount of the whole, or all that is left. */
function creditIn(form: CreditNoteForm, left: Cents, { lines }: CreditedInvoice): Decision<Credit> {
  const work = ifFilled({ typed: form.work, at: 'work' }, null, moneyIn);
  if (form.lines.length === 0) return mapped(work, (typed) => ({ work: typed ?? left, byLine: null }));
  const read = listed(form.lines.map((row, place) => creditOfLine(row, place, lines)));
  return following(gathered({ work, read }), ({ work: typed, read: rows }) => {
    const total = sum(rows.map(({ amount }) => amount));
    if (typed !== null && typed !== total) {
      return refused({ at: 'work', kind: 'control-total-off', control: typed, entered: total });
    }
    const twice = rows.findIndex(({ index }, place) => rows.slice(0, place).some((row) => row.index === index));
    if (twice >= 0) return refused({ at: `lines/${twice}/line`, kind: 'line-twice' });
    const byLine = lines.map((_, index) => rows.find((row) => row.index === index)?.amount ?? ZERO);
    return accepted({ work: total, byLine });
  });
}

function creditOfLine(
  row: CreditNoteForm['lines'][number],
  place: number,
  lines: readonly InvoiceLineNow[],
): Decision<{ readonly index: number; readonly amount: Cents }> {
  const at = `lines/${place}`;
  const typed = row.line.trim();
  const index = lines.findIndex(({ number, name }) => String(number) === typed || name === typed);
  const line = lines[index];
  if (line === undefined) return refused({ at: `${at}/line`, kind: 'line-not-asked', line: typed });
  return following(moneyIn({ typed: row.amount, at: `${at}/amount` }), (amount) =>
    amount <= 0
      ? refused({ at: `${at}/amount`, kind: 'number-not-positive', field: 'what is credited of the line' })
      : amount > billedOf(line)
        ? refused({ at: `${at}/amount`, kind: 'over-invoice', number: line.name, left: billedOf(line), asked: amount })
        : accepted({ index, amount }),
  );
}

/** What is held back no more of a part of the whole invoice. */
function shareHeld(invoice: CreditedInvoice, credited: Cents): Cents {
  return difference(shareOfWork(invoice, invoice.withheld, credited), invoice.withheldCredited);
}

/** What is held back no more of lines that are credited. */
function heldOfLines(lines: readonly InvoiceLineNow[], byLine: readonly Cents[]): Cents {
  return sum([ZERO, ...lines.map((line, index) => heldOfLine(line, byLine[index] ?? ZERO))]);
}

function heldOfLine(line: InvoiceLineNow, amount: Cents): Cents {
  return amount === 0 ? ZERO : shareOf(line.held, ratio(amount, billedOf(line)));
}

function shareOfWork({ work }: CreditedInvoice, amount: Cents, credited: Cents): Cents {
  return work === 0 ? ZERO : shareOf(amount, ratio(credited, work));
}

/** What deposits paid of the invoice goes back to them in the share that is credited, the last one first. */
function givenBack(invoice: CreditedInvoice, credited: Cents): readonly DepositMove[] {
  const stillDrawn = takenOf(invoice.drawn);
  const keeps = difference(invoice.drawnAtFirst, shareOfWork(invoice, invoice.drawnAtFirst, credited));
  let back = Math.max(0, stillDrawn - keeps);
  return invoice.drawn.toReversed().flatMap(({ deposit, net, tax }): readonly DepositMove[] => {
    const drawn = -net - tax;
    const part = Math.min(back, drawn);
    back -= part;
    if (part <= 0) return [];
    const ofNet = part === drawn ? cents(-net) : shareOf(cents(-net), ratio(part, drawn));
    return [{ deposit, net: ofNet, tax: cents(part - ofNet) }];
  });
}

function totalOf(moves: readonly DepositMove[], of: 'net' | 'tax'): Cents {
  return sum([ZERO, ...moves.map((move) => move[of])]);
}

/** What comes off each account: its share of all that is credited by now, less that of what was credited before. */
function accountsOf({ accounts, workCredited }: CreditedInvoice, credited: Cents): ReadCreditNote['accounts'] {
  const nets = accounts.map(({ net }) => net);
  if (nets.length === 0) return [];
  const [now, before] = [allocation(credited, nets), allocation(workCredited, nets)];
  return accounts.map(({ account }, index) => ({
    account,
    amount: difference(now[index] ?? ZERO, before[index] ?? ZERO),
  }));
}

/** What comes off each line: by what stands of it, stored materials in their share; and of what is held back of it. */
function creditedLines(
  lines: readonly InvoiceLineNow[],
  { work, withheld, byLine }: Credit & { readonly withheld: Cents },
): readonly Omit<BilledValue, 'invoice'>[] {
  const shares = byLine ?? splitBy(work, lines.map(billedOf));
  const held = splitBy(
    withheld,
    lines.map((line, index) => (byLine === null ? line.held : heldOfLine(line, byLine[index] ?? ZERO))),
  );
  return lines.map((line, index) => {
    const share = shares[index] ?? ZERO;
    const whole = billedOf(line);
    const stored = whole === 0 ? ZERO : shareOf(share, ratio(line.stored, whole));
    return {
      ...{ line: line.line, work: opposite(difference(share, stored)), stored: opposite(stored) },
      ...{ withheld: opposite(held[index] ?? ZERO), released: ZERO },
    };
  });
}

function splitBy(amount: Cents, weights: readonly number[]): readonly Cents[] {
  const total = weights.reduce((all, each) => all + each, 0);
  return total === 0 ? weights.map((_, index) => (index === 0 ? amount : ZERO)) : allocation(amount, weights);
}

function afterInvoice(day: IsoDate, { datedOn, number }: CreditedInvoice): Decision<IsoDate> {
  return day >= datedOn
    ? accepted(day)
    : refused({ at: 'datedOn', kind: 'days-out-of-order', earlier: `the day of ${number}`, later: 'the credit note' });
}

function partOf(work: Cents, left: Cents, { number }: CreditedInvoice): Decision<Cents> {
  const at = 'work';
  if (work > left || left === 0) return refused({ at, kind: 'over-invoice', number, left, asked: work });
  return work <= 0 ? refused({ at, kind: 'number-not-positive', field: 'the work credited' }) : accepted(work);
}

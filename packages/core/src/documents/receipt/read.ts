import { byDueDay, type OpenReceivable } from '../../billing/open-receivable.ts';
import type { IsoDate } from '../../calendar/iso-date.ts';
import { lastDay } from '../../calendar/month.ts';
import { dayIn, ifFilled, isEmpty, moneyIn, required, textIn, type Cell } from '../../cells/cell.ts';
import type { PartyId } from '../../ledger/ids.ts';
import { credit, debit, journalEntry } from '../../ledger/journal-entry.ts';
import { byProject, splitByOpen } from '../../ledger/project-parts.ts';
import { lookedUp } from '../../lookup/lookup.ts';
import { difference, opposite, smaller, sum, ZERO, type Cents } from '../../money/cents.ts';
import { dollars } from '../../money/dollars.ts';
import { quantity } from '../../money/quantity.ts';
import { dayInBooks } from '../../months/books-span.ts';
import { openDayFrom } from '../../months/open-day.ts';
import {
  accepted,
  following,
  gathered,
  listed,
  problemsOf,
  refused,
  unless,
  type Decision,
} from '../../problems/decision.ts';
import type { Problem, Warning } from '../../problems/problem.ts';
import type { Catalog } from '../catalog.ts';
import { dayWarnings } from '../day-warnings.ts';
import type { Posting } from '../posting.ts';
import type { Follow, SheetReading } from '../sheet-reading.ts';
import type { ReceiptRow, ReceiptSheet } from './form.ts';
import { taxIn } from '../write-off/post.ts';
import { clientReceipt, shortWrittenOff } from './post.ts';
import { filledRows, type PlacedRow } from '../typed-sheet.ts';

type Placed = PlacedRow<ReceiptRow>;

interface Applied {
  readonly receivable: OpenReceivable;
  readonly amount: Cents;
  /** Its row; null where those due first are paid. */
  readonly place: number | null;
}

interface ReadReceipt {
  readonly client: PartyId;
  readonly paidOn: IsoDate;
  readonly amount: Cents;
  readonly text: string;
  readonly applied: readonly Applied[];
  /** What it is short of invoices it pays, and is written off. */
  readonly short: readonly Applied[];
  /** What is left of it: the client's, until it is used. */
  readonly onAccount: Cents;
  readonly places: readonly number[];
}

/** What clients paid: one amount for many invoices, in part or wholly; what is above them stays on account. */
export function readReceiptSheet(sheet: ReceiptSheet, catalog: Catalog): SheetReading {
  const filled = filledRows(sheet.rows);
  const receipts = grouped(filled).map((rows) => receiptIn(rows, catalog));
  const read = receipts.flatMap((receipt) => (receipt.ok ? [receipt.value] : []));
  const control = ifFilled({ typed: sheet.controlTotal, at: 'controlTotal' }, null, moneyIn);
  const entered = sum([ZERO, ...read.map(({ amount }) => amount)]);
  return {
    postings: read.flatMap((receipt) => postingsOf(receipt, sheet, catalog)),
    costs: [],
    entered,
    missing: control.ok && control.value !== null ? difference(control.value, entered) : null,
    hours: quantity(0),
    follows: followsIn(filled, read, catalog),
    problems: [
      ...(filled.length === 0 ? [{ at: 'rows', kind: 'nothing-entered' } as const] : []),
      ...problemsOf(control),
      ...(control.ok && control.value !== null && control.value !== entered
        ? [{ at: 'controlTotal', kind: 'control-total-off', control: control.value, entered } as const]
        : []),
      ...receipts.flatMap(problemsOf),
      ...paidTwice(read),
    ],
    warnings: read.flatMap(({ paidOn, onAccount, short, places: [place = 0] }): readonly Warning[] => [
      ...shortWarning(short, `rows/${place}/amount`),
      ...dayWarnings(paidOn, `rows/${place}/paidOn`, catalog),
      ...(onAccount > 0 ? [{ at: `rows/${place}/amount`, kind: 'paid-on-account', amount: onAccount } as const] : []),
    ]),
  };
}

function shortWarning(short: readonly Applied[], at: string): readonly Warning[] {
  const amount = sum([ZERO, ...short.map((each) => each.amount)]);
  return amount === 0 ? [] : [{ at, kind: 'short-written-off', amount }];
}

/** The rows of each receipt: a client begins the next one. */
function grouped(rows: readonly Placed[]): readonly (readonly Placed[])[] {
  const groups: Placed[][] = [];
  for (const row of rows) {
    const last = groups.at(-1);
    if (last === undefined || row.row.client.trim() !== '') groups.push([row]);
    else last.push(row);
  }
  return groups;
}

function receiptIn(rows: readonly Placed[], catalog: Catalog): Decision<ReadReceipt> {
  const [head, ...others] = rows;
  if (head === undefined) return refused({ at: 'rows', kind: 'nothing-entered' });
  const cell = (column: keyof ReceiptRow): Cell => ({ typed: head.row[column], at: `rows/${head.place}/${column}` });
  const client = required(cell('client'), 'the client', (typed) => lookedUp(catalog.clients, typed, 'client'));
  const read = gathered({
    client,
    paidOn: required(cell('paidOn'), 'the day', (typed) =>
      following(dayIn(typed, lastDay(catalog.workingMonth), catalog.dayOrder), (day) =>
        dayInBooks(day, catalog.span, typed.at),
      ),
    ),
    amount: required(cell('amount'), 'the amount', (typed) =>
      following(moneyIn(typed), (amount) => aboveZero(amount, typed.at)),
    ),
    text: textIn(cell('text'), 'the text', 200),
    heads: unless(others.flatMap(headTwice), null),
  });
  return following(read, ({ client: { id }, amount, paidOn, text }) => {
    const open = byDueDay(catalog.receivables.filter((each) => each.client === id && each.open > 0));
    return following(appliedIn(rows, amount, open), (applied) => {
      const onAccount = difference(amount, sum([ZERO, ...applied.map((each) => each.amount)]));
      const short = onAccount > 0 ? [] : shortOf(applied, catalog.receiptDifference);
      const places = rows.map(({ place }) => place);
      return accepted({ client: id, paidOn, amount, text, applied, short, onAccount, places });
    });
  });
}

/** What invoices that are paid lack of all they have open, where that is no more than the company's policy takes as paid. */
function shortOf(applied: readonly Applied[], most: Cents): readonly Applied[] {
  const short = applied.flatMap((each): readonly Applied[] => {
    const rest = difference(each.receivable.open, each.amount);
    return rest > 0 ? [{ ...each, amount: rest }] : [];
  });
  const total = sum([ZERO, ...short.map(({ amount }) => amount)]);
  return total <= most ? short : [];
}

function aboveZero(amount: Cents, at: string): Decision<Cents> {
  return amount > 0 ? accepted(amount) : refused({ at, kind: 'number-not-positive', field: 'the amount' });
}

/** A day or an amount below the first row would be a receipt of nobody. */
function headTwice({ row, place }: Placed): readonly Problem[] {
  return (['paidOn', 'amount'] as const).flatMap((column): readonly Problem[] =>
    row[column].trim() === '' ? [] : [{ at: `rows/${place}/client`, kind: 'missing', field: 'the client' }],
  );
}

/** What pays which invoice: as the rows say, or those due first. Never more than is open, nor than came in. */
function appliedIn(
  rows: readonly Placed[],
  amount: Cents,
  open: readonly OpenReceivable[],
): Decision<readonly Applied[]> {
  const named = rows.filter(({ row }) => row.document.trim() !== '' || row.applied.trim() !== '');
  if (named.length === 0) return accepted(dueFirst(open, amount));
  let left = amount;
  const read = named.map(({ row, place }): Decision<Applied> => {
    const at = `rows/${place}/applied`;
    const receivable = required({ typed: row.document, at: `rows/${place}/document` }, 'the invoice', (cell) =>
      receivableIn(cell, open),
    );
    return following(receivable, (of) =>
      following(ifFilled({ typed: row.applied, at }, smaller(left, of.open), moneyIn), (applied) => {
        if (applied <= 0) return refused({ at, kind: 'number-not-positive', field: 'what pays it' });
        if (applied > of.open) return refused({ at, kind: 'over-open-amount', open: of.open, asked: applied });
        if (applied > left) return refused({ at, kind: 'more-than-received', left, asked: applied });
        left = difference(left, applied);
        return accepted({ receivable: of, amount: applied, place });
      }),
    );
  });
  return listed(read);
}

function receivableIn({ typed, at }: Cell, open: readonly OpenReceivable[]): Decision<OpenReceivable> {
  const number = typed.trim().toLowerCase();
  const found = open.find((each) => each.number.toLowerCase() === number);
  return found === undefined
    ? refused({ at, kind: 'unknown-code', subject: 'invoice', typed: typed.trim() })
    : accepted(found);
}

function dueFirst(open: readonly OpenReceivable[], amount: Cents): readonly Applied[] {
  let left = amount;
  return open.flatMap((receivable): readonly Applied[] => {
    const applied = smaller(left, receivable.open);
    left = difference(left, applied);
    return applied > 0 ? [{ receivable, amount: applied, place: null }] : [];
  });
}

/** An invoice is paid once in a sheet: the second receipt would not know of the first. */
function paidTwice(read: readonly ReadReceipt[]): readonly Problem[] {
  const seen = new Set<number>();
  return read.flatMap(({ applied, places }) =>
    applied.flatMap(({ receivable, place }): readonly Problem[] => {
      const isSeen = seen.has(receivable.id);
      seen.add(receivable.id);
      return isSeen ? [{ at: `rows/${place ?? places[0] ?? 0}/document`, kind: 'line-twice' }] : [];
    }),
  );
}

function postingsOf(receipt: ReadReceipt, sheet: ReceiptSheet, { roles, lockedThrough }: Catalog): readonly Posting[] {
  const { client: party, paidOn: datedOn, applied, short, onAccount, text } = receipt;
  const postedOn = openDayFrom(datedOn, lockedThrough);
  const body = { ...sheet, controlTotal: '', rows: receipt.places.flatMap((place) => sheet.rows[place] ?? []) };
  const of = { number: null, party, project: null, datedOn, dueOn: null, body } as const;
  const split = applied.map(({ receivable, amount }) => ({ receivable, parts: splitByOpen(receivable.parts, amount) }));
  const shortSplit = short.map((each) => restOf(each, applied));
  const paid: Posting = {
    ...{ ...of, kind: 'receipt', gross: sum([ZERO, ...applied.map(({ amount }) => amount)]) },
    memo: text === '' ? applied.map(({ receivable }) => receivable.number).join(', ') : text,
    entries: [
      ...split.map(({ receivable, parts }) =>
        clientReceipt(roles, { party, postedOn, parts, text: receivable.number }),
      ),
      ...shortSplit.map(({ receivable, parts, tax }) =>
        shortWrittenOff(roles, { party, postedOn, parts, tax, text: receivable.number }),
      ),
    ],
    effects: [...split, ...shortSplit].map(({ receivable, parts }) => ({
      kind: 'settlements',
      settled: parts.map((part) => ({ document: receivable.id, ...part })),
    })),
  };
  const kept: Posting = {
    ...{ ...of, kind: 'client-credit', gross: opposite(onAccount), memo: text, effects: [] },
    entries: [
      journalEntry(postedOn, [debit(roles.bank, onAccount, { party }), credit(roles.receivable, onAccount, { party })]),
    ],
  };
  return [...(applied.length === 0 ? [] : [paid]), ...(onAccount === 0 ? [] : [kept])];
}

/** What is left of the invoice by project, once the receipt paid its part; and the tax in it. */
function restOf({ receivable, amount }: Applied, applied: readonly Applied[]) {
  const paid = applied.find((each) => each.receivable.id === receivable.id)?.amount ?? ZERO;
  const taken = splitByOpen(receivable.parts, paid);
  const left = byProject([
    ...receivable.parts,
    ...taken.map((part) => ({ project: part.project, amount: opposite(part.amount) })),
  ]);
  return { receivable, parts: splitByOpen(left, amount), tax: taxIn(amount, receivable) };
}

/** What is open of an invoice that is named, and what of the receipt pays it. */
function followsIn(
  filled: readonly Placed[],
  read: readonly ReadReceipt[],
  { receivables }: Catalog,
): readonly Follow[] {
  const applied = new Map(read.flatMap((each) => each.applied.map((one) => [one.place, one.amount] as const)));
  return filled.flatMap(({ row, place }) => {
    if (isEmpty({ typed: row.document, at: '' })) return [];
    const number = row.document.trim().toLowerCase();
    const found = receivables.find((each) => each.number.toLowerCase() === number);
    const amount = applied.get(place);
    return [
      ...(found === undefined ? [] : [{ at: `rows/${place}/open`, text: dollars(found.open) }]),
      ...(amount === undefined || row.applied.trim() !== ''
        ? []
        : [{ at: `rows/${place}/applied`, text: dollars(amount) }]),
    ];
  });
}

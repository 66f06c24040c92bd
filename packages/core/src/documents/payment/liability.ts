import type { IsoDate } from '../../calendar/iso-date.ts';
import type { DayOrder } from '../../calendar/typed-date.ts';
import { dayIn, moneyIn, required, textIn } from '../../cells/cell.ts';
import type { Account } from '../../ledger/account.ts';
import { credit, debit, journalEntry, type JournalEntry } from '../../ledger/journal-entry.ts';
import type { Roles } from '../../ledger/roles.ts';
import { lookedUp } from '../../lookup/lookup.ts';
import type { Cents } from '../../money/cents.ts';
import { accepted, following, gathered, refused, type Decision } from '../../problems/decision.ts';
import { isKeptByDocuments } from '../journal/accounts.ts';

/** What is owed on an account and paid from the bank, as typed: net pay, payroll taxes, sales tax, a loan. */
export interface TypedLiabilityPayment {
  readonly account: string;
  readonly paidOn: string;
  readonly amount: string;
  readonly text: string;
}

export interface LiabilityBooks {
  readonly accounts: readonly Account[];
  readonly today: IsoDate;
  readonly dayOrder: DayOrder;
  /** What is owed on an account: its balance, credit positive. */
  readonly owedOn: (account: Account) => Cents;
}

export interface LiabilityPayment {
  readonly account: Account;
  readonly paidOn: IsoDate;
  readonly amount: Cents;
  readonly text: string;
}

/** A payment of what is owed on a liability account, all of it or a part, never more. */
export function readLiabilityPayment(typed: TypedLiabilityPayment, books: LiabilityBooks): Decision<LiabilityPayment> {
  const liabilities = books.accounts.filter(
    (account) => account.type === 'liability' && account.role !== 'labor-clearing' && !isKeptByDocuments(account),
  );
  const account = required({ typed: typed.account, at: 'account' }, 'the account', (cell) =>
    lookedUp(liabilities, cell, 'account'),
  );
  return gathered({
    account,
    paidOn: required({ typed: typed.paidOn, at: 'paidOn' }, 'the day', (cell) =>
      dayIn(cell, books.today, books.dayOrder),
    ),
    amount: following(account, (known) =>
      following(required({ typed: typed.amount, at: 'amount' }, 'the amount', moneyIn), (amount) =>
        atMost(amount, books.owedOn(known)),
      ),
    ),
    text: textIn({ typed: typed.text, at: 'text' }, 'the text', 200),
  });
}

function atMost(amount: Cents, open: Cents): Decision<Cents> {
  if (amount <= 0) return refused({ at: 'amount', kind: 'number-not-positive', field: 'the amount' });
  return amount > open ? refused({ at: 'amount', kind: 'over-open-amount', open, asked: amount }) : accepted(amount);
}

/** Dr the liability, Cr bank. */
export function liabilityPaid(
  roles: Roles,
  { account, amount, text }: LiabilityPayment,
  postedOn: IsoDate,
): JournalEntry {
  return journalEntry(postedOn, [debit(account.id, amount, { text }), credit(roles.bank, amount, { text })]);
}

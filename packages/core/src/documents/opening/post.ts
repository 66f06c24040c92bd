import type { IsoDate } from '../../calendar/iso-date.ts';
import { groupedBy } from '../../collections/grouped-by.ts';
import { isProfitAndLoss, type Account, type Role } from '../../ledger/account.ts';
import type { AccountId } from '../../ledger/ids.ts';
import { credit, debit, journalEntry, type JournalEntry, type Line } from '../../ledger/journal-entry.ts';
import type { Roles } from '../../ledger/roles.ts';
import { cents, sum, ZERO, type Cents } from '../../money/cents.ts';
import type { OpeningBalance, OpenItem } from './taken-over.ts';

/** The account that an open item stands on. */
const ACCOUNT_OF_ITEM: { readonly [K in OpenItem['kind']]: Role } = {
  bill: 'payable',
  invoice: 'receivable',
  deposit: 'supplier-deposits',
  retention: 'retention-payable',
  'held back': 'retention-receivable',
  'client deposit': 'client-deposits',
};

/** The line of an open item on its own account. */
export function itemLine(roles: Roles, { kind, party, project, amount, text }: OpenItem): Line {
  return debit(roles[ACCOUNT_OF_ITEM[kind]], amount, { party, project, text });
}

/** An open item against retained earnings; the balances that came with it hold the other side. */
export function openItemEntry(roles: Roles, item: OpenItem, postedOn: IsoDate): JournalEntry {
  const { party, amount, text } = item;
  return journalEntry(postedOn, [
    itemLine(roles, item),
    credit(roles['retained-earnings'], amount, { party, text: text === '' ? item.number : text }),
  ]);
}

/** The lines of a balance. What a project earned stands on two accounts, and so does its provision for a loss. */
export function balanceLines(roles: Roles, balance: OpeningBalance): readonly Line[] {
  const { amount, text } = balance;
  switch (balance.kind) {
    case 'account':
      return [debit(balance.account, amount, { ...balance.dimensions, text })];
    case 'cost':
      return [debit(balance.account, amount, { ...balance.coding, text })];
    case 'earned':
      return both(roles['earned-unbilled'], roles.revenue, balance);
    case 'billed':
      return [debit(roles['progress-billings'], amount, { project: balance.project, text })];
    case 'loss':
      return both(roles['loss-provision'], roles['loss-expense'], balance);
  }
}

function both(
  account: AccountId,
  against: AccountId,
  { amount, project, text }: Extract<OpeningBalance, { project: unknown }>,
): readonly Line[] {
  return [debit(account, amount, { project, text }), credit(against, amount, { project, text })];
}

export interface OpeningBasis {
  readonly roles: Roles;
  readonly accounts: readonly Account[];
  /** The first day of the fiscal year that the books begin in. */
  readonly yearBegins: IsoDate;
}

/**
 * Entries of the balances, one a day. Each is balanced against retained earnings; with those of the open items these come to what was
 * typed for retained earnings, less what projects earned in earlier years, which it held and which now stands on revenue and cost.
 */
export function openingEntries(balances: readonly OpeningBalance[], { roles }: OpeningBasis): readonly JournalEntry[] {
  const days = [...groupedBy(balances, ({ on }) => on)].toSorted(([one], [other]) => (one < other ? -1 : 1));
  return days.flatMap(([on, some]) => {
    const lines = some.flatMap((balance) => balanceLines(roles, balance));
    const rest = sum([ZERO, ...lines.map(({ amount }) => amount)]);
    const entry = journalEntry(on, [
      ...lines,
      credit(roles['retained-earnings'], rest, {
        text: 'Against open items, and what projects earned in earlier years',
      }),
    ]);
    return entry.lines.length === 0 ? [] : [entry];
  });
}

/** What an account comes to, debit positive. */
export interface AccountBalance {
  readonly account: AccountId;
  readonly amount: Cents;
}

/**
 * The trial balance that the typed balances come to, as the books will show it when they begin: results of projects in earlier fiscal
 * years are in retained earnings, those of this year stand on their accounts.
 */
export function openingTrialBalance(
  items: readonly OpenItem[],
  balances: readonly OpeningBalance[],
  { roles, accounts, yearBegins }: OpeningBasis,
): readonly AccountBalance[] {
  const results = new Set(accounts.filter(({ type }) => isProfitAndLoss(type)).map(({ id }) => id));
  const ofProjects = balances.flatMap((balance) =>
    balanceLines(roles, balance).filter(
      ({ account }) => balance.kind === 'account' || balance.on >= yearBegins || !results.has(account),
    ),
  );
  const lines = [...items.map((item) => itemLine(roles, item)), ...ofProjects];
  const byAccount = groupedBy(lines, ({ account }) => account);
  return accounts.flatMap(({ id }) => {
    const some = byAccount.get(id);
    return some === undefined ? [] : [{ account: id, amount: sum(some.map(({ amount }) => amount)) }];
  });
}

/** Debits of a trial balance; once it balances, its credits too. */
export function debitsOf(trial: readonly AccountBalance[]): Cents {
  return sum([ZERO, ...trial.map(({ amount }) => cents(Math.max(0, amount)))]);
}

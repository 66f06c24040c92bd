import { ifFilled, moneyIn, required, textIn } from '../../cells/cell.ts';
import { cents, difference, MOST_SUM, opposite, sum, ZERO, type Cents } from '../../money/cents.ts';
import { quantity } from '../../money/quantity.ts';
import {
  accepted,
  following,
  gathered,
  listed,
  mapped,
  problemsOf,
  refused,
  type Decision,
} from '../../problems/decision.ts';
import { found } from '../../lookup/lookup.ts';
import type { ProjectId } from '../../ledger/ids.ts';
import type { Project } from '../../ledger/project.ts';
import type { Problem } from '../../problems/problem.ts';
import type { Catalog } from '../catalog.ts';
import type { SheetReading } from '../sheet-reading.ts';
import { billKey } from '../supplier-bill/bill-keys.ts';
import { balanceOfIn, openingChoices, type OpeningChoice } from './balance-of.ts';
import { OPENING_COLUMNS, type OpeningRow, type OpeningSheet, type RowAt } from './form.ts';
import { debitsOf, openingTrialBalance, type AccountBalance } from './post.ts';
import { openingPostings } from './postings.ts';
import { balanceIn, type Around } from './read-balance.ts';
import { openItemIn } from './read-open-item.ts';
import { unusualSides } from './usual-side.ts';
import type { OpenItem, TakenOver } from './taken-over.ts';

/** Balances that are taken over: refused until their trial balance balances. */
export function readOpeningSheet(sheet: OpeningSheet, catalog: Catalog): SheetReading {
  const rows = sheet.rows.flatMap((row, place) => (isBlank(row) ? [] : [{ row, at: `rows/${place}` }]));
  const choices = openingChoices(catalog.accounts);
  const earnedOn = projectsEarning(rows, choices, catalog.projects);
  const decided = rows.map((each) => rowIn(each, choices, { catalog, earnedOn }));
  const read = decided.flatMap((each) => (each.ok ? [each.value] : []));
  const items = read.flatMap((each) => (each.is === 'open item' ? [each.item] : []));
  const balances = read.flatMap((each) => (each.is === 'balance' ? [each.balance] : []));
  const trial =
    [...items, ...balances].reduce((all, { amount }) => all + Math.abs(amount), 0) > MOST_SUM
      ? null
      : openingTrialBalance(items, balances, catalog);
  const all = following(
    gathered({ rows: listed(decided), text: textIn({ typed: sheet.text, at: 'text' }, 'the text', 400) }),
    ({ text }) => mapped(balanced(trial, twice(items, rows, catalog)), () => text),
  );
  return {
    postings: all.ok ? openingPostings({ items, balances }, { sheet, text: all.value, catalog }) : [],
    costs: [],
    entered: debitsOf(trial ?? []),
    missing: null,
    hours: quantity(0),
    problems: problemsOf(all),
    follows: [],
    warnings: unusualSides(rows, choices),
    trialBalance: trial ?? [],
  };
}

function isBlank(row: OpeningRow): boolean {
  return OPENING_COLUMNS.every(({ id }) => row[id].trim() === '');
}

/** What is wrong with all of it: too much to add up, nothing, a bill twice, or debits that are not the credits. */
function balanced(trial: readonly AccountBalance[] | null, problems: readonly Problem[]): Decision<null> {
  if (trial === null) return refused({ at: 'rows', kind: 'sum-too-large', of: 'the balances' });
  if (problems.length > 0) return refused(...problems);
  const debits = debitsOf(trial);
  const credits = opposite(sum([ZERO, ...trial.map(({ amount }) => cents(Math.min(0, amount)))]));
  if (debits === 0 && credits === 0) return refused({ at: 'rows', kind: 'nothing-entered' });
  return debits === credits ? accepted(null) : refused({ at: 'rows', kind: 'unbalanced-opening', debits, credits });
}

/** Bills that are in the books, or on the sheet, already. */
function twice(
  items: readonly OpenItem[],
  rows: readonly RowAt[],
  { knownBills, suppliers }: Catalog,
): readonly Problem[] {
  const seen = new Set(knownBills);
  return items.flatMap(({ kind, party, number }) => {
    if (kind !== 'bill') return [];
    const key = billKey({ supplier: party, number });
    const isKnown = seen.has(key);
    seen.add(key);
    const supplier = suppliers.find(({ id }) => id === party)?.name ?? '';
    const place = rows.findLast(({ row }) => row.number.trim() === number)?.at ?? 'rows';
    return isKnown ? [{ at: `${place}/number`, kind: 'duplicate-bill' as const, supplier, number }] : [];
  });
}

/** Projects that the sheet says have earned. */
function projectsEarning(
  rows: readonly RowAt[],
  choices: readonly OpeningChoice[],
  projects: readonly Project[],
): ReadonlySet<ProjectId> {
  return new Set(
    rows.flatMap(({ row, at }) => {
      const what = balanceOfIn({ typed: row.what, at }, choices, true);
      const project = found(projects, row.project);
      return what.ok && what.value.kind === 'earned' && project.kind === 'found' ? [project.value.id] : [];
    }),
  );
}

function rowIn({ row, at }: RowAt, choices: readonly OpeningChoice[], around: Around): Decision<TakenOver> {
  const what = required({ typed: row.what, at: `${at}/what` }, 'the account, or what it is a balance of', (cell) =>
    balanceOfIn(cell, choices, row.project.trim() !== ''),
  );
  return following(gathered({ what, amount: amountIn(row, at) }), (read): Decision<TakenOver> => {
    switch (read.what.kind) {
      case 'bill':
      case 'invoice':
      case 'deposit':
      case 'retention':
      case 'held back':
      case 'client deposit':
        return mapped(
          openItemIn({ row, at }, { kind: read.what.kind, amount: read.amount }, around.catalog),
          (item) => ({
            is: 'open item',
            item,
          }),
        );
      case 'account':
      case 'cost':
      case 'earned':
      case 'billed':
      case 'loss':
        return mapped(balanceIn({ row, at }, { what: read.what, amount: read.amount }, around), (balance) => ({
          is: 'balance',
          balance,
        }));
    }
  });
}

/** Debit less credit; nothing is no balance. */
function amountIn(row: OpeningRow, at: string): Decision<Cents> {
  const sides = gathered({
    debit: ifFilled({ typed: row.debit, at: `${at}/debit` }, ZERO, moneyIn),
    credit: ifFilled({ typed: row.credit, at: `${at}/credit` }, ZERO, moneyIn),
  });
  return following(sides, ({ debit, credit }) =>
    debit === 0 && credit === 0
      ? refused({ at: `${at}/debit`, kind: 'missing', field: 'the amount, as a debit or a credit' })
      : accepted(difference(debit, credit)),
  );
}

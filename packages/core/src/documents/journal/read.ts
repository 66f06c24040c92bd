import type { IsoDate } from '../../calendar/iso-date.ts';
import { firstDay, lastDay, monthOf, plusMonths } from '../../calendar/month.ts';
import { dayIn, ifFilled, isEmpty, moneyIn, required, textIn, type Cell } from '../../cells/cell.ts';
import { isOfWork, type Account } from '../../ledger/account.ts';
import { debit, turnover, type Dimensions, type Line } from '../../ledger/journal-entry.ts';
import { isClosed, type Project } from '../../ledger/project.ts';
import { lookedUp } from '../../lookup/lookup.ts';
import { difference, MOST_SUM, ZERO, type Cents } from '../../money/cents.ts';
import { quantity } from '../../money/quantity.ts';
import { dayInBooks } from '../../months/books-span.ts';
import { laterPosting, openDayFrom } from '../../months/open-day.ts';
import { dayAhead } from '../../months/unusual-day.ts';
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
import type { Warning } from '../../problems/problem.ts';
import { budgetWarnings, type CodedCost } from '../budget-warnings.ts';
import type { Catalog } from '../catalog.ts';
import { codingIn, costTypeIn } from '../coding.ts';
import { costWithoutProject } from '../without-project.ts';
import type { Posting } from '../posting.ts';
import type { SheetReading } from '../sheet-reading.ts';
import { accountIn, accountOfProject, isCostAccount } from './accounts.ts';
import { earnedApart } from './earned-apart.ts';
import { JOURNAL_COLUMNS, type JournalRow, type JournalSheet } from './form.ts';
import { generalJournal } from './post.ts';
import { codingOfLine } from '../../ledger/dimensions.ts';

export function readJournalSheet(sheet: JournalSheet, catalog: Catalog): SheetReading {
  const dated = required({ typed: sheet.datedOn, at: 'datedOn' }, 'the date', (cell) =>
    following(dayIn(cell, lastDay(catalog.workingMonth), catalog.dayOrder), (day) =>
      dayInBooks(day, catalog.span, cell.at),
    ),
  );
  const filled = sheet.rows.flatMap((row, place) => (isBlank(row) ? [] : [{ row, place }]));
  const lines = listed(filled.map(({ row, place }) => lineIn(row, `rows/${place}`, catalog)));
  const parts = following(
    gathered({
      ...{ datedOn: dated, lines, text: textIn({ typed: sheet.text, at: 'text' }, 'the text', 400) },
      reversesOn: reversalDayIn(sheet.reversesOn, dated, catalog),
    }),
    (read) => {
      if (read.lines.reduce((all, { amount }) => all + Math.abs(amount), 0) > MOST_SUM) {
        return refused({ at: 'rows', kind: 'sum-too-large', of: 'the lines of the journal' });
      }
      const apart = earnedApart(read.lines, catalog);
      if (apart.length > 0) return refused(...apart);
      const postedOn = openDayFrom(read.datedOn, catalog.lockedThrough);
      return mapped(generalJournal(postedOn, read.lines), (entry) => ({ ...read, entry }));
    },
  );
  const places = filled.map(({ place }) => place);
  const costs = parts.ok ? costsOf(parts.value.lines, places, catalog) : [];
  return {
    postings: parts.ok ? [journalPosting(parts.value, sheet)] : [],
    costs: parts.ok && parts.value.entry.postedOn <= lastDay(catalog.workingMonth) ? costs : [],
    entered: parts.ok ? turnover(parts.value.lines) : ZERO,
    missing: null,
    hours: quantity(0),
    problems: problemsOf(parts),
    follows: [],
    warnings: [
      ...(dated.ok ? laterPosting(dated.value, catalog.lockedThrough, { at: 'datedOn' }) : []),
      ...(dated.ok ? dayAhead(dated.value, catalog.span.today, 'datedOn') : []),
      ...(parts.ok ? strayWarnings(parts.value.lines, places, catalog) : []),
      ...budgetWarnings(costs, catalog),
    ],
  };
}

/** The day an accrual is taken back: after its own, near the first of the next month. */
function reversalDayIn(
  typed: string,
  dated: Decision<IsoDate>,
  { workingMonth, dayOrder, span }: Catalog,
): Decision<IsoDate | null> {
  const at = 'reversesOn';
  const datedOn = dated.ok ? dated.value : lastDay(workingMonth);
  return ifFilled({ typed, at }, null, (cell) =>
    following(dayIn(cell, firstDay(plusMonths(monthOf(datedOn), 1)), dayOrder), (day) =>
      day <= datedOn
        ? refused({
            at,
            kind: 'days-out-of-order',
            earlier: 'the date of the journal',
            later: 'the day it is reversed',
          })
        : dayInBooks(day, span, at),
    ),
  );
}

function isBlank(row: JournalRow): boolean {
  return JOURNAL_COLUMNS.every(({ id }) => row[id].trim() === '');
}

function lineIn(row: JournalRow, at: string, catalog: Catalog): Decision<Line> {
  const cell = (column: keyof JournalRow): Cell => ({ typed: row[column], at: `${at}/${column}` });
  const parts = gathered({
    account: required(cell('account'), 'the account', (typed) => lookedUp(catalog.accounts, typed, 'account')),
    amount: amountIn(cell('debit'), cell('credit')),
    party: ifFilled(cell('party'), null, (typed) =>
      lookedUp([...catalog.suppliers, ...catalog.clients], typed, 'party'),
    ),
    employee: ifFilled(cell('employee'), null, (typed) => lookedUp(catalog.employees, typed, 'employee')),
    text: textIn(cell('text'), 'the text', 200),
  });
  return following(parts, ({ account, amount, party, employee, text }) =>
    mapped(placeIn(row, at, { account, catalog }), (place) =>
      debit(account.id, amount, { ...place, party: party?.id ?? null, employee: employee?.id ?? null, text }),
    ),
  );
}

/** Debit less credit. */
function amountIn(debitCell: Cell, creditCell: Cell): Decision<Cents> {
  const sides = gathered({ debit: ifFilled(debitCell, ZERO, moneyIn), credit: ifFilled(creditCell, ZERO, moneyIn) });
  return mapped(sides, (read) => difference(read.debit, read.credit));
}

interface AccountOfLine {
  readonly account: Account;
  readonly catalog: Catalog;
}

/** Project and coding of a line, which its account must go with. A project may stand alone where no cost is posted. */
function placeIn(row: JournalRow, at: string, { account, catalog }: AccountOfLine): Decision<Dimensions> {
  const accountCell = { typed: row.account, at: `${at}/account` };
  const projectCell = { typed: row.project, at: `${at}/project` };
  if (isEmpty(projectCell)) return withoutProject(row, at, { account, catalog }, accountCell);
  if (isCostAccount(account) || row.code.trim() !== '') {
    return following(codingIn(row, at, catalog), ({ project, coding }) =>
      mapped(accountOfProject(account, project, accountCell.at), () => coding),
    );
  }
  return following(projectIn(projectCell, account, catalog), (project) =>
    following(accountOfProject(account, project, accountCell.at), () =>
      mapped(ifFilled({ typed: row.costType, at: `${at}/costType` }, null, costTypeIn), (costType) => ({
        project: project.id,
        costType,
      })),
    ),
  );
}

/** A closed project is only settled. */
function projectIn(cell: Cell, account: Account, { projects }: Catalog): Decision<Project> {
  return following(lookedUp(projects, cell, 'project'), (project) =>
    isClosed(project) && isOfWork(account)
      ? refused({ at: cell.at, kind: 'project-closed', project: project.code, status: project.status })
      : accepted(project),
  );
}

function withoutProject(row: JournalRow, at: string, { catalog }: AccountOfLine, cell: Cell): Decision<Dimensions> {
  if (row.code.trim() !== '' || row.costType.trim() !== '') {
    return refused({ at: `${at}/project`, kind: 'missing', field: 'the project of the code' });
  }
  return mapped(accountIn(cell, catalog.accounts), () => ({}));
}

function costsOf(lines: readonly Line[], places: readonly number[], catalog: Catalog): readonly CodedCost[] {
  return lines.flatMap((line, index) => {
    const { account, amount } = line;
    const coding = codingOfLine(line);
    const project = catalog.projects.find((each) => each.id === line.project);
    const of = catalog.accounts.find((each) => each.id === account);
    if (!project || !of || !isCostAccount(of) || coding === null) return [];
    return [
      {
        project,
        coding,
        cost: amount,
        at: `rows/${places[index] ?? 0}/code`,
      },
    ];
  });
}

interface ReadJournal {
  readonly reversesOn: IsoDate | null;
  readonly datedOn: Posting['datedOn'];
  readonly text: string;
  readonly lines: readonly Line[];
  readonly entry: Posting['entries'][number];
}

function journalPosting({ datedOn, text, lines, entry, reversesOn }: ReadJournal, sheet: JournalSheet): Posting {
  return {
    kind: 'journal',
    number: null,
    party: null,
    project: null,
    datedOn,
    dueOn: null,
    gross: turnover(lines),
    memo: text,
    body: sheet,
    entries: [entry],
    effects:
      reversesOn === null ? [] : [{ kind: 'reversal', on: reversesOn, reason: 'An accrual, taken back by itself' }],
  };
}

/** Lines on accounts for cost of projects that name none. */
function strayWarnings(lines: readonly Line[], places: readonly number[], catalog: Catalog): readonly Warning[] {
  return lines.flatMap((line, index) =>
    line.project === null ? costWithoutProject(line.account, `rows/${places[index] ?? 0}/project`, catalog) : [],
  );
}

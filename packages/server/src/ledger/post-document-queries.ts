import { dayNumber, isoDate, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay, monthAt, monthNumber, monthOf } from '@lowtide/core/calendar/month.ts';
import type { EffectKind, EffectOf } from '@lowtide/core/documents/effect.ts';
import { kindOf, type DocumentKind } from '@lowtide/core/documents/kinds.ts';
import type { Posting } from '@lowtide/core/documents/posting.ts';
import { isOfWork, type AccountType, type Role } from '@lowtide/core/ledger/account.ts';
import { CODING_NAMES, DIMENSION_NAMES, DIMENSIONS } from '@lowtide/core/ledger/dimensions.ts';
import { documentId, type DocumentId } from '@lowtide/core/ledger/ids.ts';
import { turnover, type JournalEntry } from '@lowtide/core/ledger/journal-entry.ts';
import { MEASURE_NAMES, MEASURES, measuresOf } from '@lowtide/core/ledger/measures.ts';
import { MOST_SUM } from '@lowtide/core/money/cents.ts';
import { booksSpan, dayInBooks } from '@lowtide/core/months/books-span.ts';
import { firstOpenDay } from '@lowtide/core/months/open-day.ts';
import { problemsOf } from '@lowtide/core/problems/decision.ts';
import { invariant } from '@lowtide/core/invariant.ts';
import { CompiledQuery } from 'kysely';
import type { Stamp } from '../audit/stamp.ts';
import { bulkInsert, type Target } from '../database/bulk-insert.ts';
import { WITHIN_PROJECT } from '../database/coding-columns.ts';
import type { Schema, Trx } from '../database/schema.ts';
import {
  having,
  type EffectStore,
  type PostedDocument,
  type PostedLines,
  type PostingStamp,
} from '../effects/effect-store.ts';
import { Refusal } from '../http/refusal.ts';
import { LINES_PER_ENTRY } from '../database/line-number.ts';
import { keepStrays, type PostedAccounts } from './stray-line-queries.ts';
import { refuseSumsTooLarge } from './sum-queries.ts';

/** A document to post; one that takes another back names it. */
export interface PostingOrder extends Posting {
  readonly reverses?: DocumentId;
  /** It takes back what was posted before the books begin, and may stand there too. */
  readonly beforeBooks?: boolean;
}

/** For whoever records on no day, such as a benchmark. */
const LAST_DAY = isoDate('2949-12-31');
/** What is taken over may be as old as it likes. */
const FIRST_DAY = isoDate('1950-01-01');

export interface Posted {
  readonly id: DocumentId;
  readonly number: string;
}

/**
 * The one way money moves: inserts document, entries, lines, balances and what else it leaves within the caller's transaction, so all of it or none.
 * Throws `Refusal` for a locked month, and for sums beyond what the books can add up.
 */
export async function postDocument(trx: Trx, posting: PostingOrder, stamp: PostingStamp): Promise<Posted> {
  const { locked, last, accounts, firstMonth } = await booksNow(trx);
  refuseOutsideBooks(posting, firstMonth, stamp.today);
  refuseLockedMonths(locked, posting);
  await refuseClosedProjects(trx, posting, accounts);
  const number = posting.number ?? (await nextNumber(trx, posting.kind));
  const id = await insertDocument(trx, { ...posting, number }, stamp);
  const entries = kindOf(posting.kind).linesSayNumber ? posting.entries.map(sayingNumber(number)) : posting.entries;
  const numbered = entries.map((entry, index) => ({ entry, number: last + 1 + index }));
  await bulkInsert(
    trx,
    ENTRIES,
    numbered.map(({ entry, number: at }) => {
      const { postedOn, isClosing } = entry;
      const month = monthNumber(monthOf(postedOn));
      return [at, id, dayNumber(postedOn), month, stamp.at, isClosing ? 1 : 0];
    }),
  );
  await bulkInsert(trx, LINES, numbered.flatMap(lineRows));
  await keepStrays(trx, posting.kind, { entries: numbered, accounts });
  await addToBalances(trx, posting.entries, accounts);
  const document = { id: documentId(id), party: posting.party };
  for (const effect of posting.effects) await writeEffect(trx, document, effect, stamp);
  const lines = postedLines(numbered, accounts);
  const { kind, reverses = null } = posting;
  for (const posted of having(stamp.effects, 'posted'))
    await posted(trx, { ...document, kind, reverses, lines }, stamp);
  return { id: document.id, number };
}

interface NumberedEntry {
  readonly entry: JournalEntry;
  readonly number: number;
}

function postedLines(entries: readonly NumberedEntry[], accounts: PostedAccounts): PostedLines['lines'] {
  return entries.flatMap(({ entry, number }) =>
    entry.lines.map((line, place) => ({
      ...{ id: number * LINES_PER_ENTRY + place, postedOn: entry.postedOn, line },
      role: accounts.get(line.account)?.role ?? null,
    })),
  );
}

/** Lines without a text of their own name the document. */
function sayingNumber(number: string): (entry: JournalEntry) => JournalEntry {
  return (entry) => ({
    ...entry,
    lines: entry.lines.map((line) => (line.text === '' ? { ...line, text: number } : line)),
  });
}

async function writeEffect<K extends EffectKind>(
  trx: Trx,
  document: PostedDocument,
  effect: EffectOf<K>,
  stamp: PostingStamp,
): Promise<void> {
  const store: EffectStore<K> = stamp.effects[effect.kind as K];
  await store.write(trx, document, effect, stamp);
}

interface BooksNow {
  readonly locked: number | null;
  /** Number of the last entry. */
  readonly last: number;
  readonly accounts: PostedAccounts;
  readonly firstMonth: number;
}

interface BooksNowRow {
  readonly locked: number | null;
  readonly last: number;
  readonly first_month: number;
  /** JSON of lists: account, role and type. */
  readonly accounts: string;
}

// One text for every posting, not built anew; all that a posting needs to know in one question.
const BOOKS_NOW = CompiledQuery.raw(
  `SELECT (SELECT locked_through FROM company) AS locked, (SELECT first_month FROM company) AS first_month, (SELECT ifnull(MAX(id), 0) FROM journal_entry) AS last,
    (SELECT json_group_array(json_array(id, role, type)) FROM account
      WHERE role IS NOT NULL OR type IN ('revenue', 'cost-of-revenue', 'expense')) AS accounts`,
);

async function booksNow(trx: Trx): Promise<BooksNow> {
  const { rows } = await trx.executeQuery(BOOKS_NOW as CompiledQuery<BooksNowRow>);
  const { locked = null, last = 0, accounts = '[]', first_month: firstMonth = 0 } = rows[0] ?? {};
  const read = JSON.parse(accounts) as [number, Role | null, AccountType][];
  return { locked, last, firstMonth, accounts: new Map(read.map(([id, role, type]) => [id, { role, type }])) };
}

/** Nothing but what is taken over is dated before the books begin, nothing more than a year ahead of the day it is. */
function refuseOutsideBooks(posting: PostingOrder, firstMonth: number, today?: IsoDate): void {
  const { kind, datedOn, entries, beforeBooks = kindOf(kind).beforeBooks ?? false } = posting;
  const first = beforeBooks ? FIRST_DAY : firstDay(monthAt(firstMonth));
  const at = kindOf(kind).dayField ?? 'datedOn';
  const days = [datedOn, ...entries.map(({ postedOn }) => postedOn)];
  const { last } = today === undefined ? { last: LAST_DAY } : booksSpan(monthAt(firstMonth), today);
  const problems = days.flatMap((day) => problemsOf(dayInBooks(day, { first, last }, at)));
  if (problems.length > 0) throw new Refusal(problems.slice(0, 1));
}

function refuseLockedMonths(locked: number | null, { countsOn, entries }: Posting): void {
  if (locked === null) return;
  const days = entries.map(({ postedOn }) => postedOn);
  for (const postedOn of countsOn === undefined ? days : [countsOn, ...days]) {
    const month = monthOf(postedOn);
    if (monthNumber(month) > locked) continue;
    throw new Refusal([{ at: 'postedOn', kind: 'month-locked', month, firstOpenDay: firstOpenDay(monthAt(locked)) }]);
  }
}

const CLOSED_AMONG = `SELECT code FROM project WHERE status = 'closed' AND id IN (SELECT value FROM json_each(?)) ORDER BY code LIMIT 1`;

/** A closed project takes no cost, billing or earning, nor is any of it taken back; what settles it goes on. */
async function refuseClosedProjects(
  trx: Trx,
  { kind, entries }: PostingOrder,
  accounts: PostedAccounts,
): Promise<void> {
  if (kindOf(kind).postsToClosed) return;
  const worked = new Set<number>();
  for (const { lines } of entries) {
    for (const { project, account } of lines) {
      const of = project === null ? undefined : accounts.get(account);
      if (project !== null && of !== undefined && isOfWork(of)) worked.add(project);
    }
  }
  if (worked.size === 0) return;
  const asked = CompiledQuery.raw(CLOSED_AMONG, [JSON.stringify([...worked])]);
  const { rows } = await trx.executeQuery(asked as CompiledQuery<{ readonly code: string }>);
  const [closed] = rows;
  if (closed !== undefined) {
    throw new Refusal([{ at: '', kind: 'project-closed', project: closed.code, status: 'closed' }]);
  }
}

/** The next number of the kind's series: one more than the last, and so without gaps, for documents are never deleted. */
export async function nextNumber(trx: Trx, kind: DocumentKind): Promise<string> {
  const { series } = kindOf(kind);
  invariant(series !== null, `documents of kind ${kind} bring their number`);
  const last = await trx
    .selectFrom('document')
    .select('number')
    .where('kind', '=', kind)
    .orderBy('id', 'desc')
    .limit(1)
    .executeTakeFirst();
  const next = last === undefined ? 1 : Number(last.number.slice(series.length + 1)) + 1;
  return `${series}-${String(next).padStart(4, '0')}`;
}

/** The day the document posts first; its own where it posts nothing. */
function postingDay({ datedOn, countsOn, entries }: Posting): IsoDate {
  const [first = countsOn ?? datedOn, ...others] = entries.map(({ postedOn }) => postedOn);
  return others.reduce((earliest, day) => (day < earliest ? day : earliest), first);
}

async function insertDocument(
  trx: Trx,
  posting: PostingOrder & { readonly number: string },
  stamp: Stamp,
): Promise<number> {
  const values: Readonly<Record<(typeof DOCUMENT_COLUMNS)[number], string | number | null>> = {
    kind: posting.kind,
    number: posting.number,
    party_id: posting.party,
    project_id: posting.project,
    dated_on: dayNumber(posting.datedOn),
    posted_on: dayNumber(postingDay(posting)),
    due_on: posting.dueOn === null ? null : dayNumber(posting.dueOn),
    gross_cents: posting.gross,
    memo: posting.memo,
    body: JSON.stringify(posting.body),
    reverses_id: posting.reverses ?? null,
    recorded_at: stamp.at,
    recorded_by: stamp.by,
  };
  return bulkInsert(trx, DOCUMENTS, [DOCUMENT_COLUMNS.map((column) => values[column])]);
}

const DOCUMENT_COLUMNS = [
  ...(['kind', 'number', 'party_id', 'project_id', 'dated_on', 'posted_on', 'due_on', 'gross_cents', 'memo'] as const),
  ...(['body', 'reverses_id', 'recorded_at', 'recorded_by'] as const),
] as const satisfies readonly (keyof Schema['document'])[];
const DOCUMENTS: Target = { table: 'document', columns: DOCUMENT_COLUMNS, adds: [] };
const ENTRIES: Target = {
  table: 'journal_entry',
  columns: ['id', 'document_id', 'posted_on', 'month', 'recorded_at', 'closing'],
  adds: [],
};
const LINES: Target = {
  table: 'journal_line',
  columns: [
    ...['id', 'posted_on', 'account_id', 'amount_cents', 'quantity_e4', 'text'],
    ...DIMENSION_NAMES.map((name) => DIMENSIONS[name].column),
  ],
  adds: [],
};

function lineRows({ entry, number }: NumberedEntry) {
  invariant(entry.lines.length < LINES_PER_ENTRY, 'an entry has fewer lines than an entry number has places');
  const day = dayNumber(entry.postedOn);
  return entry.lines.map((line, place) => [
    ...[number * LINES_PER_ENTRY + place, day, line.account, line.amount, line.quantity, line.text],
    ...DIMENSION_NAMES.map((name) => line[name]),
  ]);
}

const ACCOUNT_MONTHS: Target = {
  table: 'account_month',
  columns: ['account_id', 'month', 'amount_cents'],
  adds: ['amount_cents'],
};
const MEASURE_COLUMNS = MEASURE_NAMES.map((name) => MEASURES[name].column);
const PROJECT_MONTHS: Target = {
  table: 'project_month',
  columns: ['project_id', 'month', ...MEASURE_COLUMNS],
  adds: MEASURE_COLUMNS,
};
/** What follows the project in a coding. */
const AFTER_PROJECT = CODING_NAMES.filter((name) => name !== 'project');
const CODING_MONTHS: Target = {
  table: 'project_coding_month',
  columns: [...['project_id', 'account_id', 'month', 'amount_cents', 'quantity_e4'], ...WITHIN_PROJECT],
  adds: ['amount_cents', 'quantity_e4'],
};

/** Adds the entries to the balances, each key once. */
async function addToBalances(trx: Trx, entries: readonly JournalEntry[], posted: PostedAccounts): Promise<void> {
  const accounts = new Sums(1);
  const projects = new Sums(MEASURE_NAMES.length);
  const codings = new Sums(2);
  for (const { postedOn, lines, isClosing } of entries) {
    const month = monthNumber(monthOf(postedOn));
    for (const line of lines) {
      accounts.add([line.account, month], [line.amount]);
      if (line.project === null) continue;
      projects.add([line.project, month], measuresOf(line, posted.get(line.account)?.role ?? null, isClosing));
      const coding = AFTER_PROJECT.map((name) => line[name] ?? DIMENSIONS[name].absent);
      codings.add([line.project, line.account, month, ...coding], [line.amount, line.quantity]);
    }
  }
  await bulkInsert(trx, ACCOUNT_MONTHS, accounts.rows());
  await bulkInsert(trx, PROJECT_MONTHS, projects.rows());
  await bulkInsert(
    trx,
    CODING_MONTHS,
    codings.rows(([project = 0, account = 0, month = 0, ...coding], sums) => [
      project,
      account,
      month,
      ...sums,
      ...coding,
    ]),
  );
  const added = entries.reduce((total, { lines }) => total + turnover(lines), 0);
  invariant(added <= MOST_SUM, 'who makes entries keeps them within what can be added up');
  await refuseSumsTooLarge(trx, { turnover: added, planned: 0 });
}

type KeyPart = string | number;
type Row = readonly KeyPart[];

/** Sums of several measures by a composite key. */
class Sums {
  private readonly byKey = new Map<string, { readonly key: Row; readonly sums: number[] }>();
  private readonly width: number;

  constructor(width: number) {
    this.width = width;
  }

  add(key: Row, amounts: readonly number[]): void {
    const name = key.join('/');
    const known = this.byKey.get(name) ?? { key, sums: Array<number>(this.width).fill(0) };
    amounts.forEach((amount, index) => (known.sums[index] = (known.sums[index] ?? 0) + amount));
    this.byKey.set(name, known);
  }

  /** As rows to insert: the key and then its sums, or as told. */
  rows(row: (key: Row, sums: Row) => Row = (key, sums) => [...key, ...sums]): readonly Row[] {
    return [...this.byKey.values()].map(({ key, sums }) => row(key, sums));
  }
}

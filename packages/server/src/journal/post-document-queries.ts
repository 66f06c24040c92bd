import { dayNumber, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { monthAt, monthNumber, monthOf } from '@lowtide/core/calendar/month.ts';
import { firstOpenDay } from '@lowtide/core/entry/catalog.ts';
import { COST_ROLES, HELD_ROLES, type Role } from '@lowtide/core/ledger/account.ts';
import { documentId, type DocumentId, type PartyId, type ProjectId } from '@lowtide/core/ledger/ids.ts';
import type { JournalEntry, Line } from '@lowtide/core/ledger/journal-entry.ts';
import type { Cents } from '@lowtide/core/money/cents.ts';
import { invariant } from '@lowtide/core/problems/invariant.ts';
import type { DOCUMENT_KINDS } from '@lowtide/core/wire/documents.ts';
import { CompiledQuery } from 'kysely';
import { bulkInsert, type Target } from '../database/bulk-insert.ts';
import type { Schema, Trx } from '../database/schema.ts';
import { Refusal } from '../http/refusal.ts';

export type DocumentKind = (typeof DOCUMENT_KINDS)[number];

/** A document with the entries it posts. */
export interface Posting {
  readonly kind: DocumentKind;
  readonly number: string;
  readonly party: PartyId | null;
  readonly project: ProjectId | null;
  readonly datedOn: IsoDate;
  readonly dueOn: IsoDate | null;
  readonly gross: Cents;
  readonly memo: string;
  /** The document as entered, kept as JSON. */
  readonly body: unknown;
  readonly reverses: DocumentId | null;
  readonly entries: readonly JournalEntry[];
}

/** Who records, and when. */
export interface Stamp {
  readonly at: number;
  readonly by: string;
}

/** Line ids are `entry × LINES_PER_ENTRY + place`, so that an entry's lines lie together and in order of recording. */
export const LINES_PER_ENTRY = 2 ** 20;

/**
 * The one way money moves: inserts document, entries, lines and balances within the caller's transaction, so all of it or none.
 * Throws `Refusal` for a locked month.
 */
export async function postDocument(trx: Trx, posting: Posting, stamp: Stamp): Promise<DocumentId> {
  const { locked, last } = await booksNow(trx);
  refuseLockedMonths(locked, posting.entries);
  const id = await insertDocument(trx, posting, stamp);
  const numbered = posting.entries.map((entry, index) => ({ entry, number: last + 1 + index }));
  await bulkInsert(
    trx,
    ENTRIES,
    numbered.map(({ entry, number }) => {
      const { postedOn } = entry;
      return [number, id, dayNumber(postedOn), monthNumber(monthOf(postedOn)), stamp.at];
    }),
  );
  await bulkInsert(trx, LINES, numbered.flatMap(lineRows));
  await addToBalances(trx, posting.entries);
  return documentId(id);
}

interface BooksNow {
  readonly locked: number | null;
  /** Number of the last entry. */
  readonly last: number;
}

// Texts that never change are not built anew for each posting.
const BOOKS_NOW = CompiledQuery.raw(
  'SELECT (SELECT locked_through FROM company) AS locked, (SELECT ifnull(MAX(id), 0) FROM journal_entry) AS last',
);
const ACCOUNT_ROLES = CompiledQuery.raw('SELECT id, role FROM account WHERE role IS NOT NULL');

async function booksNow(trx: Trx): Promise<BooksNow> {
  const { rows } = await trx.executeQuery(BOOKS_NOW as CompiledQuery<BooksNow>);
  return rows[0] ?? { locked: null, last: 0 };
}

function refuseLockedMonths(locked: number | null, entries: readonly JournalEntry[]): void {
  if (locked === null) return;
  for (const { postedOn } of entries) {
    const month = monthOf(postedOn);
    if (monthNumber(month) > locked) continue;
    throw new Refusal([{ at: 'postedOn', kind: 'month-locked', month, firstOpenDay: firstOpenDay(monthAt(locked)) }]);
  }
}

async function insertDocument(trx: Trx, posting: Posting, stamp: Stamp): Promise<number> {
  const values: Readonly<Record<keyof Omit<Schema['document'], 'id'>, string | number | null>> = {
    kind: posting.kind,
    number: posting.number,
    party_id: posting.party,
    project_id: posting.project,
    dated_on: dayNumber(posting.datedOn),
    due_on: posting.dueOn === null ? null : dayNumber(posting.dueOn),
    gross_cents: posting.gross,
    memo: posting.memo,
    body: JSON.stringify(posting.body),
    reverses_id: posting.reverses,
    recorded_at: stamp.at,
    recorded_by: stamp.by,
  };
  const target: Target = { table: 'document', columns: Object.keys(values), adds: [] };
  return bulkInsert(trx, target, [Object.values(values)]);
}

const ENTRIES: Target = {
  table: 'journal_entry',
  columns: ['id', 'document_id', 'posted_on', 'month', 'recorded_at'],
  adds: [],
};
const LINES: Target = {
  table: 'journal_line',
  columns: [
    'id',
    'posted_on',
    'account_id',
    'amount_cents',
    'quantity_e4',
    'project_id',
    'phase_id',
    'cost_code_id',
    'cost_type',
    'party_id',
    'employee_id',
    'text',
  ],
  adds: [],
};

function lineRows({ entry, number }: { readonly entry: JournalEntry; readonly number: number }) {
  invariant(entry.lines.length < LINES_PER_ENTRY, 'an entry has fewer lines than an entry number has places');
  const day = dayNumber(entry.postedOn);
  return entry.lines.map((line, place) => [
    number * LINES_PER_ENTRY + place,
    day,
    line.account,
    line.amount,
    line.quantity,
    line.project,
    line.phase,
    line.costCode,
    line.costType,
    line.party,
    line.employee,
    line.text,
  ]);
}

const ACCOUNT_MONTHS: Target = {
  table: 'account_month',
  columns: ['account_id', 'month', 'amount_cents'],
  adds: ['amount_cents'],
};
const PROJECT_MEASURES = ['held_cents', 'expensed_cents', 'earned_cents', 'billed_cents', 'loss_cents', 'hours_e4'];
const PROJECT_MONTHS: Target = {
  table: 'project_month',
  columns: ['project_id', 'month', ...PROJECT_MEASURES],
  adds: PROJECT_MEASURES,
};
const CODING_MONTHS: Target = {
  table: 'project_coding_month',
  columns: [
    'project_id',
    'account_id',
    'phase_id',
    'cost_code_id',
    'cost_type',
    'month',
    'amount_cents',
    'quantity_e4',
  ],
  adds: ['amount_cents', 'quantity_e4'],
};

/** Adds the entries to the balances, each key once. */
async function addToBalances(trx: Trx, entries: readonly JournalEntry[]): Promise<void> {
  const roles = await accountRoles(trx);
  const accounts = new Sums(1);
  const projects = new Sums(PROJECT_MEASURES.length);
  const codings = new Sums(2);
  for (const { postedOn, lines } of entries) {
    const month = monthNumber(monthOf(postedOn));
    for (const line of lines) {
      accounts.add([line.account, month], [line.amount]);
      if (line.project === null) continue;
      projects.add([line.project, month], measures(line, roles.get(line.account) ?? null));
      const { project, account, phase, costCode, costType } = line;
      codings.add([project, account, phase ?? 0, costCode ?? 0, costType ?? '', month], [line.amount, line.quantity]);
    }
  }
  await bulkInsert(trx, ACCOUNT_MONTHS, accounts.rows());
  await bulkInsert(trx, PROJECT_MONTHS, projects.rows());
  await bulkInsert(trx, CODING_MONTHS, codings.rows());
}

/** What a line adds to its project's month, in the order of `PROJECT_MEASURES`. Hours are those of an employee. */
function measures(line: Line, role: Role | null): readonly number[] {
  const held = HELD_ROLES.some((each) => each === role);
  const cost = COST_ROLES.some((each) => each === role);
  return [
    held ? line.amount : 0,
    cost && !held ? line.amount : 0,
    role === 'revenue' ? -line.amount : 0,
    role === 'progress-billings' ? -line.amount : 0,
    role === 'loss-expense' ? line.amount : 0,
    line.employee === null ? 0 : line.quantity,
  ];
}

async function accountRoles(trx: Trx): Promise<ReadonlyMap<number, Role>> {
  const { rows } = await trx.executeQuery(ACCOUNT_ROLES as CompiledQuery<{ id: number; role: Role }>);
  return new Map(rows.map(({ id, role }) => [id, role]));
}

type KeyPart = string | number;

/** Sums of several measures by a composite key. */
class Sums {
  private readonly byKey = new Map<string, { readonly key: readonly KeyPart[]; readonly sums: number[] }>();
  private readonly width: number;

  constructor(width: number) {
    this.width = width;
  }

  add(key: readonly KeyPart[], amounts: readonly number[]): void {
    const name = key.join('/');
    const known = this.byKey.get(name) ?? { key, sums: Array<number>(this.width).fill(0) };
    amounts.forEach((amount, index) => (known.sums[index] = (known.sums[index] ?? 0) + amount));
    this.byKey.set(name, known);
  }

  rows(): readonly (readonly KeyPart[])[] {
    return [...this.byKey.values()].map(({ key, sums }) => [...key, ...sums]);
  }
}

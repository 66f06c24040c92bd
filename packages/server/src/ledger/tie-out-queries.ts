import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay, lastDay, type Month } from '@lowtide/core/calendar/month.ts';
import { DOCUMENT_KIND_NAMES, kindOf, settledKinds } from '@lowtide/core/documents/kinds.ts';
import { invariant } from '@lowtide/core/invariant.ts';
import type { OpenRole } from '@lowtide/core/ledger/account.ts';
import {
  TIE_OUT_NAMES,
  TIE_OUTS,
  type TieOut,
  type TieOutName,
  type TieOutWords,
} from '@lowtide/core/ledger/tie-out.ts';
import { measureOf, type MeasureName } from '@lowtide/core/ledger/measures.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { sql } from 'kysely';
import type { Db, Sql } from '../database/schema.ts';
import { having, type EffectStores, type TieLook } from '../effects/effect-store.ts';

/** The last row of each table that tie-outs add up. None of them ever loses a row. */
export type PostingMark = ReadonlyMap<string, number>;

/** Before the first posting. */
const BEGINNING: PostingMark = new Map();

export async function postingMark(db: Db, effects: EffectStores): Promise<PostingMark> {
  const tables = [...new Set(['journal_entry', 'document', 'settlement', ...having(effects, 'tables').flat()])];
  const columns = tables.map((table) => sql`(SELECT ifnull(MAX(id), 0) FROM ${sql.table(table)}) AS ${sql.ref(table)}`);
  const { rows } = await sql<Readonly<Record<string, number>>>`SELECT ${sql.join(columns)}`.execute(db);
  return new Map(Object.entries(rows[0] ?? {}));
}

/** One side of a tie-out: a balance that is kept, or a sum that later rows only add to. */
type Side = { readonly kept: Sql } | { readonly added: Sql };

/** Balance of the accounts with a role, debit positive, from the balances kept. */
function roleBalance(...roles: readonly string[]): Sql {
  return sql`(SELECT SUM(m.amount_cents) FROM account_month m JOIN account a ON a.id = m.account_id
    WHERE a.role IN (${sql.join(roles)}))`;
}

function typeBalance(...types: readonly string[]): Sql {
  return sql`(SELECT SUM(m.amount_cents) FROM account_month m JOIN account a ON a.id = m.account_id
    WHERE a.type IN (${sql.join(types)}))`;
}

function overProjects(measure: Sql): Sql {
  return sql`(SELECT SUM(${measure}) FROM project_month)`;
}

/** Of documents \`d\` since the mark, an amount of each; of those reversed since, the same taken off again. */
function standing(amount: Sql, kinds: readonly string[], { after }: TieLook): Sql {
  const those = sql`d.kind IN (${sql.join([...kinds])})`;
  return sql`(ifnull((SELECT SUM(${amount}) FROM document d WHERE ${those} AND d.id > ${after('document')}), 0)
    - ifnull((SELECT SUM(${amount}) FROM document r CROSS JOIN document d ON d.id = r.reverses_id
        WHERE r.reverses_id IS NOT NULL AND r.id > ${after('document')} AND ${those}), 0))`;
}

/** What documents that are open on an account and not reversed still have open. */
function openDocuments(on: OpenRole, look: TieLook): Side {
  const kinds = settledKinds(on);
  return {
    added: sql`(${standing(sql`d.gross_cents`, kinds, look)} - ifnull((
      SELECT SUM(s.amount_cents) FROM settlement s CROSS JOIN document o ON o.id = s.document_id
      WHERE s.id > ${look.after('settlement')} AND o.kind IN (${sql.join([...kinds])})), 0))`,
  };
}

/** Tie-outs whose one side is kept by month. */
function keptSides(look: TieLook): { readonly [N in TieOutName]?: { readonly one: Side; readonly other?: Side } } {
  return {
    entries: { one: { kept: sql`(SELECT SUM(amount_cents) FROM account_month)` }, other: { kept: sql`0` } },
    billings: {
      one: { added: standing(WORK_BILLED, BILLING_WORK, look) },
      other: { kept: overProjects(sql`billed_cents`) },
    },
    contracts: { one: { kept: overProjects(sql`billed_cents - earned_cents - retained_cents + deposit_cents`) } },
    'balance-sheet': {
      one: { kept: typeBalance('asset') },
      other: { kept: sql`-${typeBalance('liability', 'equity', 'revenue', 'cost-of-revenue', 'expense')}` },
    },
  };
}

/** What a document bills of projects. */
const WORK_BILLED = sql`iif(json_extract(d.body, '$.isOfNoProject') IS NULL, json_extract(d.body, '$.figures.work'), 0)`;
const BILLING_WORK = DOCUMENT_KIND_NAMES.filter((kind) => kindOf(kind).billsWork);

/** Both sides of a tie-out: what rows of documents come to, and the balance it is kept in. */
function sidesOf(name: TieOutName, look: TieLook, effects: EffectStores): readonly [Side, Side] {
  const { openOn, balance, measure }: TieOutWords = TIE_OUTS[name];
  if (measure !== undefined) return measureSides(measure);
  const kept = keptSides(look)[name];
  const left = having(effects, 'ties').flatMap((ties) => ties(look)[name] ?? []);
  const one: Side =
    kept?.one ??
    (openOn === undefined
      ? {
          added: sql`(${sql.join(
            left.map((side) => side.one),
            sql` + `,
          )})`,
        }
      : openDocuments(openOn, look));
  const [other] = left.flatMap((side) => side.other ?? []);
  return [one, kept?.other ?? (other === undefined ? { kept: balanceOf(balance) } : { added: other })];
}

/** A measure of all projects, and what the accounts it is of come to. */
function measureSides(name: MeasureName): readonly [Side, Side] {
  const { column, of } = measureOf(name);
  invariant(of !== 'hours of an employee', 'hours are on no account');
  const balance = { roles: of.roles, side: of.sign === 1 ? 'debit' : 'credit' } as const;
  return [{ kept: overProjects(sql.ref(column)) }, { kept: balanceOf(balance) }];
}

function balanceOf(balance: TieOutWords['balance']): Sql {
  invariant(balance !== undefined, 'a tie-out has two sides');
  const { roles, side } = balance;
  return side === 'debit' ? roleBalance(...roles) : sql`-${roleBalance(...roles)}`;
}

/** Tie-outs added up to a mark. */
export interface TiesSoFar {
  readonly mark: PostingMark;
  readonly ties: readonly TieOut[];
}

/**
 * Every tie-out, of the books as they are now; labor for one month, or for all of them where none is given. Where they were added up
 * before, what documents left since is added to it; without that, all of it is.
 */
export async function tieOuts(
  db: Db,
  { month, effects }: { readonly month: Month | null; readonly effects: EffectStores },
  before?: TiesSoFar,
): Promise<readonly TieOut[]> {
  const mark = before?.mark ?? BEGINNING;
  const look: TieLook = {
    after: (table) => mark.get(table) ?? 0,
    from: month === null ? 0 : dayNumber(firstDay(month)),
    through: month === null ? Number.MAX_SAFE_INTEGER : dayNumber(lastDay(month)),
  };
  const named = TIE_OUT_NAMES.map((name) => [name, sidesOf(name, look, effects)] as const);
  const columns = named.flatMap(([, [one, other]], place) => [
    sql`ifnull(${sumOf(one)}, 0) AS ${sql.ref(`one${place}`)}`,
    sql`ifnull(${sumOf(other)}, 0) AS ${sql.ref(`other${place}`)}`,
  ]);
  const { rows } = await sql<Record<string, number>>`SELECT ${sql.join(columns)}`.execute(db);
  const row = rows[0] ?? {};
  return named.map(([name, sides], place) => {
    const known = before?.ties[place];
    const of = (side: Side, read: string, sofar: number): number => (row[read] ?? 0) + ('added' in side ? sofar : 0);
    return {
      name,
      one: cents(of(sides[0], `one${place}`, known?.one ?? 0)),
      other: cents(of(sides[1], `other${place}`, known?.other ?? 0)),
    };
  });
}

function sumOf(side: Side): Sql {
  return 'kept' in side ? side.kept : side.added;
}

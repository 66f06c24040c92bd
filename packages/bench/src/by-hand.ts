import SqliteDatabase from 'better-sqlite3';
import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import { monthNumber, monthOf } from '@lowtide/core/calendar/month.ts';
import type { Line } from '@lowtide/core/ledger/journal-entry.ts';
import type { Posting } from '@lowtide/core/documents/posting.ts';

/** The same file, opened as someone would who writes each statement by hand. */
export function openByHand(path: string): SqliteDatabase.Database {
  const file = new SqliteDatabase(path);
  file.pragma('journal_mode = WAL');
  file.pragma('synchronous = FULL');
  file.pragma('foreign_keys = ON');
  file.pragma('cache_size = -65536');
  return file;
}

function statements(file: SqliteDatabase.Database) {
  return {
    document:
      file.prepare(`INSERT INTO document (kind, number, party_id, project_id, dated_on, posted_on, due_on, gross_cents, memo, body,
      reverses_id, recorded_at, recorded_by) VALUES (?, ?, ?, NULL, ?, ?, ?, ?, '', '{}', NULL, 1000, 'Bench')`),
    entry: file.prepare(
      'INSERT INTO journal_entry (id, document_id, posted_on, month, recorded_at) VALUES (?, ?, ?, ?, 1000)',
    ),
    line: file.prepare('INSERT INTO journal_line VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)'),
    accountMonth: file.prepare(`INSERT INTO account_month VALUES (?, ?, ?)
      ON CONFLICT (account_id, month) DO UPDATE SET amount_cents = amount_cents + excluded.amount_cents`),
    projectMonth: file.prepare(`INSERT INTO project_month VALUES (?, ?, ?, ?, ?, ?, 0, ?)
      ON CONFLICT (project_id, month) DO UPDATE SET held_cents = held_cents + excluded.held_cents,
        expensed_cents = expensed_cents + excluded.expensed_cents, earned_cents = earned_cents + excluded.earned_cents,
        billed_cents = billed_cents + excluded.billed_cents, hours_e4 = hours_e4 + excluded.hours_e4`),
    coding: file.prepare(`INSERT INTO project_coding_month VALUES (?, ?, ?, ?, ?, ?, ?, ?)
      ON CONFLICT (project_id, account_id, phase_id, cost_code_id, cost_type, month)
      DO UPDATE SET amount_cents = amount_cents + excluded.amount_cents, quantity_e4 = quantity_e4 + excluded.quantity_e4`),
    total: file.prepare('UPDATE books_total SET turnover_cents = turnover_cents + CAST(? AS INTEGER)'),
    last: file.prepare('SELECT ifnull(MAX(id), 0) AS id FROM journal_entry'),
  };
}

/** Posts documents with the same rows and balances, statement by statement, in one transaction. */
export function poster(file: SqliteDatabase.Database): (postings: readonly Posting[]) => void {
  const to = statements(file);
  const accounts = file.prepare('SELECT id, role FROM account').all() as { id: number; role: string | null }[];
  const roles = new Map(accounts.map(({ id, role }) => [id, role]));
  const postLine = (each: Line, [id, day, month]: readonly [number, number, number]): void => {
    const { account, amount, project, phase, costCode, costType } = each;
    to.line.run(
      id,
      day,
      account,
      amount,
      each.quantity,
      project,
      phase,
      costCode,
      costType,
      each.party,
      each.employee,
      each.text,
    );
    to.accountMonth.run(account, month, amount);
    if (project === null) return;
    const of = (role: string): number => (roles.get(account) === role ? amount : 0);
    const hours = each.employee === null ? 0 : each.quantity;
    to.projectMonth.run(
      project,
      month,
      of('wip'),
      of('cost-of-revenue'),
      -of('revenue'),
      -of('progress-billings'),
      hours,
    );
    to.coding.run(project, account, phase ?? 0, costCode ?? 0, costType ?? '', month, amount, each.quantity);
  };
  return file.transaction((postings: readonly Posting[]) => {
    let number = (to.last.get() as { id: number }).id;
    for (const posting of postings) {
      const dated = dayNumber(posting.datedOn);
      const { lastInsertRowid } = to.document.run(
        posting.kind,
        posting.number,
        posting.party,
        dated,
        dated,
        dated,
        posting.gross,
      );
      for (const { postedOn, lines } of posting.entries) {
        number += 1;
        const [day, month] = [dayNumber(postedOn), monthNumber(monthOf(postedOn))];
        to.entry.run(number, lastInsertRowid, day, month);
        lines.forEach((each, place) => postLine(each, [number * 2 ** 20 + place, day, month]));
        to.total.run(lines.reduce((all, { amount }) => all + Math.max(0, amount), 0));
      }
    }
  });
}

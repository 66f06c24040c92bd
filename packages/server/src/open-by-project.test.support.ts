import { sql } from 'kysely';
import { isOfEntry } from './database/line-number.ts';
import type { TestApp } from './small-company.test.support.ts';

/**
 * Projects for which an account does not hold what documents have open on it: what payments, receipts and credits put there must be
 * what they settled, project by project.
 */
export async function openApart(app: TestApp): Promise<readonly string[]> {
  const { rows } = await sql<{ role: string; project: number; off: number }>`
    SELECT role, project, SUM(amount) AS off FROM (
      SELECT a.role, l.project_id AS project, l.amount_cents AS amount FROM journal_line l
      JOIN account a ON a.id = l.account_id AND a.role IN ('receivable', 'payable')
      JOIN journal_entry e ON ${isOfEntry('l.id')} JOIN document d ON d.id = e.document_id
      LEFT JOIN document o ON o.id = d.reverses_id
      WHERE ifnull(o.kind, d.kind) IN ('payment', 'receipt', 'offset', 'write-off', 'client-refund')
      UNION ALL SELECT CASE WHEN y.kind = 'client' THEN 'receivable' ELSE 'payable' END, s.project_id,
        s.amount_cents * CASE WHEN y.kind = 'client' THEN 1 ELSE -1 END
      FROM settlement s JOIN document d ON d.id = s.document_id JOIN party y ON y.id = d.party_id
      WHERE d.kind NOT IN ('supplier-deposit', 'opening-deposit'))
    WHERE project IS NOT NULL GROUP BY role, project HAVING SUM(amount) <> 0`.execute(app.books.reader);
  return rows.map(({ role, project, off }) => `${role} of project ${project} is off by ${off}`);
}

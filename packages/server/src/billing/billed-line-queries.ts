import { applicationSummary } from '@lowtide/core/billing/application-summary.ts';
import type { ApplicationBody } from '@lowtide/core/documents/application/read.ts';
import type { InvoiceBody, InvoicedLine } from '@lowtide/core/documents/invoice/billed-invoice.ts';
import { cents, ZERO } from '@lowtide/core/money/cents.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import type { Answer } from '../http/api.ts';
import { Refusal } from '../http/refusal.ts';
import { isReversed } from '../ledger/settlement-queries.ts';

/** What an application or an invoice bills of its schedule, line by line; of an application its versions too. */
export async function billedLines(db: Db, document: number): Promise<Answer<'billedLines'>> {
  const row = await db.selectFrom('document').select(['kind', 'body']).where('id', '=', document).executeTakeFirst();
  if (!row || (row.kind !== 'application' && row.kind !== 'invoice')) {
    throw new Refusal([{ at: '', kind: 'not-there', subject: 'application' }], 404);
  }
  const { lines = [], figures } = JSON.parse(row.body) as InvoiceBody;
  return {
    summary: applicationSummary(lines, figures.tax),
    lines: lines.map(continued),
    versions: row.kind === 'application' ? await versionsOf(db, document) : [],
  };
}

function continued(line: InvoicedLine): Answer<'billedLines'>['lines'][number] {
  const { number, name, origin, value, workBefore, storedBefore, work, stored, withheldBefore, withheld } = line;
  return { number, name, origin, value, workBefore, storedBefore, work, stored, withheldBefore, withheld };
}

/** Every version of the application, the first one first, each with what it asks for otherwise than the one before. */
async function versionsOf(db: Db, document: number): Promise<Answer<'billedLines'>['versions']> {
  const { rows } = await sql<{ id: number; number: string; version: number; body: string; reversed: number }>`
    SELECT d.id, d.number, a.version, d.body, ${isReversed('d.id')} AS reversed
    FROM application of JOIN application a ON a.project_id = of.project_id AND a.ordinal = of.ordinal
    JOIN document d ON d.id = a.document_id WHERE of.document_id = ${document} ORDER BY a.version, d.id`.execute(db);
  return rows.map(({ id, number, version, body, reversed }, index) => {
    const now = askedBy(body);
    const before = index === 0 ? null : askedBy(rows[index - 1]?.body ?? body);
    const names = [...new Set([...now.keys(), ...(before?.keys() ?? [])])];
    const isLast = index === rows.length - 1;
    return {
      ...{ documentId: id, number, version },
      state: reversed === 1 ? 'taken back' : isLast ? 'counts' : 'corrected',
      differences: names.flatMap((name) => {
        const [was, is] = [before?.get(name) ?? ZERO, now.get(name) ?? ZERO];
        return before === null || was === is ? [] : [{ name, beforeCents: was, nowCents: is }];
      }),
    };
  });
}

/** What is asked for of each line, completed and stored, by its name. */
function askedBy(body: string) {
  const { lines } = JSON.parse(body) as ApplicationBody;
  return new Map(lines.map(({ name, work, stored }) => [name, cents(work + stored)]));
}

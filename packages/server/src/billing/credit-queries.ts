import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import type { CreditedInvoice } from '@lowtide/core/documents/credit-note/read.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import type {
  InvoiceBody,
  InvoicedLine,
  InvoiceFigures,
  TextLine,
} from '@lowtide/core/documents/invoice/billed-invoice.ts';
import { accountId, documentId, partyId, projectId } from '@lowtide/core/ledger/ids.ts';
import { cents, sum, ZERO } from '@lowtide/core/money/cents.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { heldOfProject } from '../schedules/billed-value-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';

/** What a credit note keeps of what it credits; its amounts are negative. */
export interface KeptCredit {
  readonly of: number;
  readonly figures: Pick<InvoiceFigures, 'work' | 'tax' | 'withheld' | 'drawn'>;
  readonly isOfNoProject?: true;
}

/** The invoice with what counts as credited of it; undefined where there is no such invoice, or it is reversed. */
export async function creditedInvoice(db: Db, id: number): Promise<CreditedInvoice | undefined> {
  const row = await db
    .selectFrom('document as d')
    .select(['d.number', 'd.party_id', 'd.project_id', 'd.dated_on', 'd.body'])
    .where('d.id', '=', id)
    .where('d.kind', '=', 'invoice')
    .where(notReversed('d', EVERYTHING))
    .executeTakeFirst();
  if (!row) return undefined;
  const { figures, texts = [], lines: billed = [] } = JSON.parse(row.body) as InvoiceBody;
  const notes = await db
    .selectFrom('document as d')
    .select('d.body')
    .where('d.kind', '=', 'credit-note')
    .where('d.party_id', '=', row.party_id)
    .where(notReversed('d', EVERYTHING))
    .execute();
  const before = notes.map(({ body }) => JSON.parse(body) as KeptCredit).filter(({ of }) => of === id);
  return {
    number: row.number,
    client: partyId(row.party_id ?? 0),
    project: row.project_id === null ? null : projectId(row.project_id),
    datedOn: dayOf(row.dated_on),
    work: figures.work,
    tax: figures.tax,
    workCredited: sum([ZERO, ...before.map(({ figures: { work } }) => cents(-work))]),
    taxCredited: sum([ZERO, ...before.map(({ figures: { tax } }) => cents(-tax))]),
    withheld: figures.withheld ?? ZERO,
    withheldCredited: sum([ZERO, ...before.map(({ figures: { withheld = ZERO } }) => cents(-withheld))]),
    drawn: await drawnBy(db, id),
    drawnAtFirst: figures.drawn ?? ZERO,
    accounts: row.project_id === null ? accountsOf(texts) : [],
    ...(await linesNow(db, id, billed)),
  };
}

/** What each account got of the lines, where they are of no project. */
function accountsOf(texts: readonly TextLine[]): CreditedInvoice['accounts'] {
  const byAccount = groupedBy(texts, ({ account }) => account);
  return [...byAccount].flatMap(([account, some]) =>
    account === null ? [] : [{ account: accountId(account), net: sum(some.map(({ net }) => cents(net))) }],
  );
}

/** What deposits paid of an invoice, less what notes against it gave back. */
async function drawnBy(db: Db, invoice: number): Promise<CreditedInvoice['drawn']> {
  const { rows } = await sql<{ deposit: number; net: number; tax: number }>`
    SELECT m.deposit_id AS deposit, SUM(m.net_cents) AS net, SUM(m.tax_cents) AS tax
    FROM deposit_move m JOIN document d ON d.id = m.document_id
    WHERE (d.id = ${invoice} OR (d.kind = 'credit-note' AND json_extract(d.body, '$.of') = ${invoice}))
      AND m.deposit_id IN (SELECT deposit_id FROM deposit_move WHERE document_id = ${invoice})
      AND ${notReversed('d', EVERYTHING)}
    GROUP BY 1 HAVING SUM(m.net_cents + m.tax_cents) <> 0 ORDER BY 1`.execute(db);
  return rows.map(({ deposit, net, tax }) => ({ deposit: documentId(deposit), net: cents(net), tax: cents(tax) }));
}

/** What stands of the lines of an invoice: billed, less what was credited of it and released. */
async function linesNow(
  db: Db,
  invoice: number,
  billed: readonly InvoicedLine[],
): Promise<Pick<CreditedInvoice, 'lines' | 'held'>> {
  const { rows } = await sql<{ line: number | null; work: number; stored: number; held: number; of_project: number }>`
    SELECT b.line_id AS line, SUM(b.work_cents) AS work, SUM(b.stored_cents) AS stored,
      SUM(b.withheld_cents - b.released_cents) AS held, ${heldOfProject(sql`b.project_id`)} AS of_project
    FROM billed_value b JOIN document d ON d.id = b.document_id
    WHERE b.invoice_id = ${invoice} AND ${notReversed('d', EVERYTHING)} GROUP BY 1 ORDER BY 1`.execute(db);
  return {
    lines: rows.map(({ line, work, stored, held }) => ({
      ...{ line, work: cents(work), stored: cents(stored), held: cents(held) },
      ...namedIn(billed, line),
    })),
    // Of a project that gave work back less may be held than of this invoice alone.
    held: cents(
      Math.min(
        rows[0]?.of_project ?? 0,
        rows.reduce((all, { held }) => all + held, 0),
      ),
    ),
  };
}

function namedIn(
  billed: readonly InvoicedLine[],
  line: number | null,
): { readonly number: number; readonly name: string } {
  const found = billed.find((each) => each.line === line);
  return { number: found?.number ?? 0, name: found?.name ?? '' };
}

/** A credit note as it was posted, for printing, with the invoice it credits. */
export async function printedCreditNote(db: Db, id: number) {
  const row = await db
    .selectFrom('document as d')
    .innerJoin('party as y', 'y.id', 'd.party_id')
    .leftJoin('project as p', 'p.id', 'd.project_id')
    .select(['d.number', 'd.dated_on', 'd.memo', 'd.body', 'y.name as client', 'y.address'])
    .select(['p.code as project_code', 'p.name as project_name'])
    .where('d.id', '=', id)
    .where('d.kind', '=', 'credit-note')
    .executeTakeFirst();
  if (!row) return undefined;
  const { of, figures } = JSON.parse(row.body) as KeptCredit;
  const invoice = await db
    .selectFrom('document')
    .select(['number', 'dated_on'])
    .where('id', '=', of)
    .executeTakeFirstOrThrow();
  return { ...row, figures, invoice: { number: invoice.number, datedOn: dayOf(invoice.dated_on) } };
}

export type PrintedCreditNote = NonNullable<Awaited<ReturnType<typeof printedCreditNote>>>;

import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import type { InvoiceBody } from '@lowtide/core/documents/invoice/billed-invoice.ts';
import { writtenLines, writtenTerms } from '@lowtide/core/ubl/invoice-lines.ts';
import type { WrittenDocument } from '@lowtide/core/ubl/written-ubl.ts';
import { printedCompany } from '../company/letterhead-queries.ts';
import type { Db } from '../database/schema.ts';

/** An invoice or credit note to a client, to be written as UBL. */
export async function writtenToClient(db: Db, id: number): Promise<WrittenDocument> {
  const row = await db
    .selectFrom('document as d')
    .innerJoin('party as y', 'y.id', 'd.party_id')
    .leftJoin('project as p', 'p.id', 'd.project_id')
    .select(['d.number', 'd.kind', 'd.dated_on', 'd.due_on', 'd.memo', 'd.body', 'y.name', 'y.country', 'y.tax_number'])
    .select(['p.code as project'])
    .where('d.id', '=', id)
    .executeTakeFirstOrThrow();
  const body = JSON.parse(row.body) as InvoiceBody & { readonly of?: number };
  const company = await printedCompany(db);
  const invoiced = body.of === undefined ? body : await bodyOf(db, body.of);
  const codes = await db.selectFrom('tax_code').select(['code', 'category', 'exemption']).execute();
  const { lines, allowances, prepaid, exemption } = writtenLines(
    { figures: body.figures, invoiced, memo: row.memo, isCredit: row.kind === 'credit-note' },
    new Map(codes.map(({ code, ...said }) => [code, said])),
  );
  return {
    ...{ kind: row.kind === 'credit-note' ? 'credit note' : 'invoice', number: row.number, currency: company.currency },
    ...{ issuedOn: dayOf(row.dated_on), dueOn: row.due_on === null ? null : dayOf(row.due_on) },
    ...{ supplier: company.name, customer: row.name, order: '', project: row.project ?? '' },
    supplierTax: { country: company.country, taxNumber: company.taxNumber },
    customerTax: { country: row.country, taxNumber: row.tax_number },
    ...{ lines, allowances, prepaid, exemption, terms: writtenTerms(body.figures) },
  };
}

async function bodyOf(db: Db, invoice: number): Promise<InvoiceBody> {
  const { body } = await db.selectFrom('document').select('body').where('id', '=', invoice).executeTakeFirstOrThrow();
  return JSON.parse(body) as InvoiceBody;
}

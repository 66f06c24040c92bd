import type { InvoiceBody } from '@lowtide/core/documents/invoice/billed-invoice.ts';
import { cents, sum, ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import type { Db } from '../database/schema.ts';

/** The tax of an invoice as far as the law of its tax codes lets it come back when the client does not pay. */
export async function taxThatComesBack(db: Db, invoice: number): Promise<Cents> {
  const { body } = await db.selectFrom('document').select('body').where('id', '=', invoice).executeTakeFirstOrThrow();
  const { figures, tax, taxes } = JSON.parse(body) as Partial<InvoiceBody>;
  const codes = await db.selectFrom('tax_code').select('code').where('on_bad_debt', '=', 'comes back').execute();
  const comesBack = new Set(codes.map(({ code }) => code));
  if (taxes !== undefined) {
    return sum([ZERO, ...taxes.flatMap((each) => (comesBack.has(each.code) ? [cents(each.tax)] : []))]);
  }
  return tax && comesBack.has(tax.code) ? cents(figures?.tax ?? 0) : ZERO;
}

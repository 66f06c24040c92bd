import type { Router } from 'express';
import { ById } from '@lowtide/core/wire/values.ts';
import type { Context } from '../http/context.ts';
import { Refusal } from '../http/refusal.ts';
import { companyOf } from '../records/company-queries.ts';
import { printedInvoice } from './invoice-queries.ts';

/** The printable invoice. The PDF library is loaded at the first print: starting the server need not wait for it. */
export function invoiceFileRoutes(router: Router, { books }: Context): void {
  router.get('/invoices/:id.pdf', async (req, res) => {
    const { id } = ById.parse({ id: req.params.id });
    const [invoice, company] = await books.reader
      .transaction()
      .execute(async (trx) => [await printedInvoice(trx, id), await companyOf(trx)] as const);
    if (!invoice) throw new Refusal([{ at: '', kind: 'not-there', subject: 'invoice' }], 404);
    const { invoicePdf } = await import('./invoice-pdf.ts');
    const pdf = await invoicePdf(invoice, company);
    res.type('application/pdf').set('Content-Disposition', `inline; filename="${invoice.number}.pdf"`).send(pdf);
  });
}

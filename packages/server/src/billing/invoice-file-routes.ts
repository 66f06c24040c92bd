import type { Router } from 'express';
import { ById } from '@lowtide/core/shapes/values.ts';
import { FILES, type FileAddress } from '@lowtide/core/wire/files.ts';
import { file } from '../http/api.ts';
import { PDF, WORKBOOK } from '../http/made-file.ts';
import type { Context } from '../http/context.ts';
import { Refusal } from '../http/refusal.ts';
import { printedCompany } from '../company/letterhead-queries.ts';
import { printedCreditNote } from './credit-queries.ts';
import { printedApplication, printedInvoice } from './invoice-queries.ts';

/** The printable invoice and credit note. The PDF library is loaded at the first print: starting the server need not wait for it. */
export function invoiceFileRoutes(router: Router, context: Context): void {
  for (const address of [FILES.invoice, FILES.depositInvoice]) invoiceFile(router, context, address);
  file(router, context, FILES.application, {
    read: async (trx, req) => {
      const application = await printedApplication(trx, ById.parse(req.params).id);
      if (!application) throw new Refusal([{ at: '', kind: 'not-there', subject: 'application' }], 404);
      return { application, company: await printedCompany(trx) };
    },
    made: async ({ application, company }) => {
      const { applicationPdf } = await import('./application-pdf.ts');
      const body = await applicationPdf(application, company);
      return { type: PDF, name: `${application.number}.pdf`, isShown: true, body };
    },
  });
  file(router, context, FILES.applicationWorkbook, {
    read: async (trx, req) => {
      const application = await printedApplication(trx, ById.parse(req.params).id);
      if (!application) throw new Refusal([{ at: '', kind: 'not-there', subject: 'application' }], 404);
      return application;
    },
    made: async (application) => {
      const { applicationWorkbook } = await import('./application-workbook.ts');
      const body = await applicationWorkbook(application);
      return { type: WORKBOOK, name: `${application.number}.xlsx`, body };
    },
  });
  file(router, context, FILES.creditNote, {
    read: async (trx, req) => {
      const note = await printedCreditNote(trx, ById.parse(req.params).id);
      if (!note) throw new Refusal([{ at: '', kind: 'not-there', subject: 'document' }], 404);
      return { note, company: await printedCompany(trx) };
    },
    made: async ({ note, company }) => {
      const { creditNotePdf } = await import('./credit-note-pdf.ts');
      return { type: PDF, name: `${note.number}.pdf`, isShown: true, body: await creditNotePdf(note, company) };
    },
  });
}

function invoiceFile(router: Router, context: Context, address: FileAddress): void {
  file(router, context, address, {
    read: async (trx, req) => {
      const invoice = await printedInvoice(trx, ById.parse(req.params).id);
      if (!invoice) throw new Refusal([{ at: '', kind: 'not-there', subject: 'invoice' }], 404);
      return { invoice, company: await printedCompany(trx) };
    },
    made: async ({ invoice, company }) => {
      const { invoicePdf } = await import('./invoice-pdf.ts');
      return { type: PDF, name: `${invoice.number}.pdf`, isShown: true, body: await invoicePdf(invoice, company) };
    },
  });
}

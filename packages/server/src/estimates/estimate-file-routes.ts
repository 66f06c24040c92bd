import type { Request, Router } from 'express';
import { clientLines } from '@lowtide/core/estimate/client-lines.ts';
import { readEstimate } from '@lowtide/core/estimate/read-estimate.ts';
import { ById } from '@lowtide/core/wire/values.ts';
import type { Context } from '../http/context.ts';
import { companyOf } from '../records/company-queries.ts';
import { billingAddress } from './client-queries.ts';
import { estimateBasis } from './estimate-basis-queries.ts';
import { estimateOf } from './estimate-queries.ts';
import { sheetCsv } from './sheet-file.ts';

/** An estimate as files: the sheet for spreadsheets, and the proposal for the client. Their libraries are loaded at the first use. */
export function estimateFileRoutes(router: Router, { books }: Context): void {
  const asked = async (req: Request) => {
    const { id } = ById.parse({ id: req.params['id'] });
    return books.reader.transaction().execute(async (trx) => {
      const estimate = await estimateOf(trx, id);
      const basis = await estimateBasis(trx, estimate.project, estimate.pricedOn);
      const client = await billingAddress(trx, basis.project.client);
      return { estimate, basis, client, company: await companyOf(trx) };
    });
  };
  const fileName = ({ estimate, basis }: Awaited<ReturnType<typeof asked>>, kind: string): string =>
    `${basis.project.code} ${estimate.number}.${kind}`.replace(/[^\w. -]/g, '_');

  router.get('/estimates/:id.csv', async (req, res) => {
    const found = await asked(req);
    res.type('text/csv').attachment(fileName(found, 'csv')).send(sheetCsv(found.estimate.sheet));
  });
  router.get('/estimates/:id.xlsx', async (req, res) => {
    const found = await asked(req);
    const { estimateWorkbook } = await import('./estimate-workbook.ts');
    const { estimate, basis } = found;
    const title = `${basis.project.code} ${basis.project.name}, ${estimate.number} ${estimate.name}`;
    const book = await estimateWorkbook(estimate.sheet, basis, title);
    res.type('application/vnd.openxmlformats-officedocument.spreadsheetml.sheet');
    res.attachment(fileName(found, 'xlsx')).send(book);
  });
  router.get('/estimates/:id.pdf', async (req, res) => {
    const found = await asked(req);
    const { estimate, basis, client, company } = found;
    const { proposalPdf } = await import('./proposal-pdf.ts');
    const lines = clientLines(readEstimate(estimate.sheet, basis).lines);
    const pdf = await proposalPdf({ estimate, project: basis.project, client, lines }, company);
    res
      .type('application/pdf')
      .set('Content-Disposition', `inline; filename="${fileName(found, 'pdf')}"`)
      .send(pdf);
  });
}

import type { Router } from 'express';
import { clientLines } from '@lowtide/core/estimate/client-lines.ts';
import { readEstimate } from '@lowtide/core/estimate/read-estimate.ts';
import { ById } from '@lowtide/core/shapes/values.ts';
import { FILES } from '@lowtide/core/wire/files.ts';
import type { Db } from '../database/schema.ts';
import { file } from '../http/api.ts';
import { PDF, WORKBOOK } from '../http/made-file.ts';
import type { Context, FileAsked } from '../http/context.ts';
import { printedCompany } from '../company/letterhead-queries.ts';
import { billingAddress } from './client-queries.ts';
import { estimateBasis } from './estimate-basis-queries.ts';
import { estimateOf } from './estimate-queries.ts';
import { sheetCsv } from './sheet-file.ts';

/** An estimate as files: the sheet for spreadsheets, and the proposal for the client. Their libraries are loaded at the first use. */
export function estimateFileRoutes(router: Router, context: Context): void {
  file(router, context, FILES.estimateCsv, {
    read: estimateRead,
    made: (found) => ({ type: 'text/csv', name: fileName(found, 'csv'), body: sheetCsv(found.estimate.sheet) }),
  });
  file(router, context, FILES.estimateWorkbook, {
    read: estimateRead,
    made: async (found) => {
      const { estimateWorkbook } = await import('./estimate-workbook.ts');
      const { estimate, basis } = found;
      const title = `${basis.project.code} ${basis.project.name}, ${estimate.number} ${estimate.name}`;
      const body = await estimateWorkbook(estimate.sheet, basis, title);
      return { type: WORKBOOK, name: fileName(found, 'xlsx'), body };
    },
  });
  file(router, context, FILES.proposal, {
    read: estimateRead,
    made: async (found) => {
      const { estimate, basis, client, company } = found;
      const { proposalPdf } = await import('./proposal-pdf.ts');
      const lines = clientLines(readEstimate(estimate.sheet, basis).lines);
      const body = await proposalPdf({ estimate, project: basis.project, client, lines }, company);
      return { type: PDF, name: fileName(found, 'pdf'), isShown: true, body };
    },
  });
}

async function estimateRead(trx: Db, req: FileAsked) {
  const estimate = await estimateOf(trx, ById.parse(req.params).id);
  const basis = await estimateBasis(trx, estimate.project, estimate.pricedOn);
  const client = await billingAddress(trx, basis.project.client);
  return { estimate, basis, client, company: await printedCompany(trx) };
}

function fileName({ estimate, basis }: Awaited<ReturnType<typeof estimateRead>>, kind: string): string {
  return `${basis.project.code} ${estimate.number}.${kind}`.replace(/[^\w. -]/g, '_');
}

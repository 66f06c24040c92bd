import type { Router } from 'express';
import { budgetTable } from '@lowtide/core/reports/lists/budget.ts';
import { ledgerTable } from '@lowtide/core/reports/lists/ledger.ts';
import { AsOf, IdText } from '@lowtide/core/shapes/values.ts';
import { LedgerLine } from '@lowtide/core/reports/lists/shape.ts';
import { LINES } from '@lowtide/core/wire/reading.ts';
import type { Db } from '../database/schema.ts';
import { FILES } from '@lowtide/core/wire/files.ts';
import { file } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { asOf, bounds, type Bounds } from '../ledger/as-of-queries.ts';
import { ledgerPage, type LineAnswer } from '../ledger/line-queries.ts';
import { csvOf, inFiles } from '../print/table-files.ts';
import { projectDetail } from './project-routes.ts';
import { ProjectDetail } from '@lowtide/core/wire/reading.ts';

const BudgetFile = AsOf.extend({ id: IdText });
const LedgerFile = AsOf.extend({ project: IdText, ...LINES });

/** A project's budget and its ledger as files. */
export function projectFileRoutes(router: Router, context: Context): void {
  file(router, context, FILES.budget, {
    read: async (trx, req) => {
      const { id, ...query } = BudgetFile.parse(req.query);
      return budgetTable(ProjectDetail.parse(await projectDetail(trx, id, asOf(query))));
    },
    made: (table) => ({ type: 'text/csv', name: 'budget.csv', body: csvOf(inFiles(table)) }),
  });
  file(router, context, FILES.ledger, {
    read: async (trx, req) => {
      const query = LedgerFile.parse(req.query);
      const lines = await allLines(trx, await bounds(trx, asOf(query)), query);
      return ledgerTable(LedgerLine.array().parse(lines));
    },
    made: (table) => ({ type: 'text/csv', name: 'ledger.csv', body: csvOf(inFiles(table)) }),
  });
}

/** The screen shows a page of lines; the file has them all. */
async function allLines(db: Db, at: Bounds, view: Parameters<typeof ledgerPage>[2]): Promise<readonly LineAnswer[]> {
  const lines: LineAnswer[] = [];
  for (let more = true; more;) {
    const page = await ledgerPage(db, at, { ...view, after: lines.at(-1)?.id });
    lines.push(...page.lines);
    more = page.more;
  }
  return lines;
}

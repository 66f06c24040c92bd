import type { ReportName } from '@lowtide/core/reports/reports.ts';
import type { Db } from '../database/schema.ts';
import type { Answer, Asked } from '../http/api.ts';
import type { Clock } from '../http/context.ts';
import { asOf, type AsOf } from '../ledger/as-of-queries.ts';
import { projectRows } from '../projects/position-row-queries.ts';
import { asIfRecognized } from '../recognition/run-queries.ts';
import { aging } from './aging-queries.ts';
import { against } from './estimate-against-actual.ts';
import { billable } from './billable.ts';
import { commitmentsBy, receivedNotBilled } from './commitments.ts';
import { prices, projectActivity, supplierSpend } from './purchasing-queries.ts';
import { hoursBy } from './hours-queries.ts';
import { laborComposition } from './labor-composition-queries.ts';
import { certifiedPayroll } from './certified-payroll-queries.ts';
import { contractMonths } from './contract-months.ts';
import { deadlines, fadeReport } from './outlook.ts';
import { forecastAccuracy } from './forecast-accuracy.ts';
import { nearLossReport } from './near-loss.ts';
import { rollForwardReport } from './roll-forward.ts';
import { portfolio } from './portfolio.ts';
import { profitExplained } from './profit-explained.ts';
import { profitability } from './profitability.ts';
import { balance, income, trial } from './statements.ts';
import { realization, unbilledByAge } from './billable-work-queries.ts';
import { owing } from '../reminders/owing-queries.ts';
import { retention } from './retention-queries.ts';
import { toBill } from './to-bill-queries.ts';
import { wipSchedule } from './wip-schedule.ts';
import { wipThenAndNow } from './wip-then-and-now.ts';

/** How each report is answered; one that is missing does not compile. */
export const REPORT_ANSWERS: {
  readonly [R in ReportName]: (db: Db, query: Asked<R>['query'], clock: Clock) => Promise<Answer<R>>;
} = {
  projects: async (db, query) => projectRows(db, await booksRead(db, query), query.show),
  'wip-schedule': async (db, query) => wipSchedule(db, await booksRead(db, query)),
  'wip-then-and-now': async (db, query, clock) =>
    wipThenAndNow(db, await booksRead(db, query), { ...query, known: asOf(query).known, clock }),
  profitability: async (db, query) => profitability(db, await booksRead(db, query), query),
  'profit-explained': async (db, query, clock) => profitExplained(db, asOf(query), { ...query, clock }),
  portfolio: async (db, query) => portfolio(db, await booksRead(db, query)),
  'estimate-against-actual': async (db, query) => against(db, asOf(query), query),
  fade: async (db, query, clock) => fadeReport(db, asOf(query), query, clock),
  'forecast-accuracy': async (db, query) => forecastAccuracy(db, asOf(query)),
  'contract-months': async (db, query) => contractMonths(db, await booksRead(db, query), query.from),
  'near-loss': async (db, query) => nearLossReport(db, query),
  'roll-forward': async (db, query) => rollForwardReport(db, query),
  deadlines: async (db, query) => deadlines(db, asOf(query)),
  commitments: async (db, query) => commitmentsBy(db, query),
  'received-not-billed': async (db, query) => receivedNotBilled(db, query),
  'price-history': async (db, query) => prices(db, query),
  'supplier-spend': async (db, query) => supplierSpend(db, query),
  'project-activity': async (db, query) => projectActivity(db, query),
  aging: async (db, query) => aging(db, query),
  hours: async (db, query) => hoursBy(db, query),
  'certified-payroll': async (db, query) => certifiedPayroll(db, query),
  'labor-composition': async (db, query) => laborComposition(db, query),
  owing: async (db, query) => owing(db, asOf(query)),
  retention: async (db, query) => retention(db, asOf(query)),
  'to-bill': async (db, query) => toBill(db, query),
  'unbilled-work': async (db, query) => unbilledByAge(db, asOf(query)),
  realization: async (db, query) => realization(db, query),
  billable: async (db, query) => billable(db, asOf(query)),
  'income-statement': async (db, query) => income(db, await booksRead(db, query), query),
  'balance-sheet': async (db, query) => balance(db, await booksRead(db, query), query.project),
  'trial-balance': async (db, query) => trial(db, await booksRead(db, query), query.span),
};

/** The books as posted, or as if the month were recognized now. */
async function booksRead(
  db: Db,
  query: Parameters<typeof asOf>[0] & { readonly basis: 'posted' | 'recognized' },
): Promise<AsOf> {
  return query.basis === 'posted' ? asOf(query) : asIfRecognized(db, asOf(query));
}

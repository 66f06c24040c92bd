import { AGING } from './aging/report.ts';
import { BALANCE_SHEET } from './balance-sheet/report.ts';
import { BILLABLE } from './billable/report.ts';
import { CERTIFIED_PAYROLL } from './certified-payroll/report.ts';
import { TO_BILL } from './to-bill/report.ts';
import { NEAR_LOSS } from './near-loss/report.ts';
import { ROLL_FORWARD } from './roll-forward/report.ts';
import { REALIZATION } from './realization/report.ts';
import { UNBILLED_WORK } from './unbilled-work/report.ts';
import { COMMITMENTS } from './commitments/report.ts';
import { CONTRACT_MONTHS } from './contract-months/report.ts';
import { DEADLINES } from './deadlines/report.ts';
import { ESTIMATE_AGAINST_ACTUAL } from './estimate-against-actual/report.ts';
import { FADE } from './fade/report.ts';
import { FORECAST_ACCURACY } from './forecast-accuracy/report.ts';
import { HOURS_REPORT } from './hours/report.ts';
import { INCOME_STATEMENT } from './income-statement/report.ts';
import { LABOR_COMPOSITION } from './labor-composition/report.ts';
import { PRICE_HISTORY } from './price-history/report.ts';
import { PROJECT_ACTIVITY } from './project-activity/report.ts';
import { RECEIVED_NOT_BILLED } from './received-not-billed/report.ts';
import { SUPPLIER_SPEND } from './supplier-spend/report.ts';
import { OWING } from './owing/report.ts';
import { PORTFOLIO } from './portfolio/report.ts';
import { PROFIT_EXPLAINED } from './profit-explained/report.ts';
import { PROFITABILITY } from './profitability/report.ts';
import { PROJECTS } from './projects/report.ts';
import { RETENTION } from './retention/report.ts';
import type { Report } from './report.ts';
import { TRIAL_BALANCE } from './trial-balance/report.ts';
import { WIP_SCHEDULE } from './wip-schedule/report.ts';
import { WIP_THEN_AND_NOW } from './wip-then-and-now/report.ts';

/** Every report, by the name it has in addresses and files; in the order they are offered. */
export const REPORTS = {
  'wip-schedule': WIP_SCHEDULE,
  'wip-then-and-now': WIP_THEN_AND_NOW,
  profitability: PROFITABILITY,
  'profit-explained': PROFIT_EXPLAINED,
  portfolio: PORTFOLIO,
  'estimate-against-actual': ESTIMATE_AGAINST_ACTUAL,
  fade: FADE,
  'forecast-accuracy': FORECAST_ACCURACY,
  'contract-months': CONTRACT_MONTHS,
  'near-loss': NEAR_LOSS,
  'roll-forward': ROLL_FORWARD,
  deadlines: DEADLINES,
  aging: AGING,
  commitments: COMMITMENTS,
  'received-not-billed': RECEIVED_NOT_BILLED,
  'price-history': PRICE_HISTORY,
  'supplier-spend': SUPPLIER_SPEND,
  'project-activity': PROJECT_ACTIVITY,
  billable: BILLABLE,
  'to-bill': TO_BILL,
  owing: OWING,
  retention: RETENTION,
  'unbilled-work': UNBILLED_WORK,
  realization: REALIZATION,
  hours: HOURS_REPORT,
  'labor-composition': LABOR_COMPOSITION,
  'certified-payroll': CERTIFIED_PAYROLL,
  'income-statement': INCOME_STATEMENT,
  'balance-sheet': BALANCE_SHEET,
  'trial-balance': TRIAL_BALANCE,
  projects: PROJECTS,
} as const;

export type ReportName = keyof typeof REPORTS;
export const REPORT_NAMES = Object.keys(REPORTS) as readonly ReportName[];

/** A report whatever its shapes; what it draws is made of what its own shape parsed. */
export type AnyReport = Omit<Report, 'table'> & {
  table(answer: unknown, chosen: Readonly<Record<string, string>>): ReturnType<Report['table']>;
};

export function reportOf(name: ReportName): AnyReport {
  return REPORTS[name];
}

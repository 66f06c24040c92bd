import { MEASURE_NAMES, measureOf } from '../ledger/measures.ts';
import type { FigureName, MeasureFigure } from './figure.ts';

/** The formulas of measures, as those are told. */
const OF_MEASURES = Object.fromEntries(
  MEASURE_NAMES.flatMap((name) => {
    const { figure } = measureOf(name);
    return figure === null ? [] : [[figure.name, figure.formula]];
  }),
) as Readonly<Record<MeasureFigure, string>>;

/** How each figure is worked out, in a line: what is shown beside it before its trace is opened. */
export const FORMULAS: { readonly [N in FigureName]: string } = {
  ...OF_MEASURES,
  cost: 'lines posted to work in process, construction in progress, cost of revenue and internal projects',
  'work-in-process': 'lines posted to work in process: cost of projects for clients, less what was recognized of it',
  'contract-net': 'earned − billed + retention held by the client − deposit left',
  'contract-owed': 'billed − earned − retention held by the client + deposit left',
  'loss-provision': 'expected losses provided for, less what was used of them',
  bank: 'lines posted to the bank accounts',
  receivable: 'invoiced − received − credited',
  payable: 'billed by suppliers − paid − credited',
  'received-not-billed': 'goods received, less what bills took over of them',
  'retention-owed': 'held back from suppliers − released',
  'company-balance':
    'assets − liabilities − profit of the project: what went through bank, tax and other accounts of the company',
  'labor-clearing': 'labor applied to projects against labor paid',
  account: 'lines posted to the account, debits positive',
  profit: 'revenue − cost of revenue − expenses',
  revenue: 'lines posted to revenue accounts',
  'cost-typed': 'cost of revenue and expenses of the cost type, without expected losses',
  'cost-other': 'cost of revenue and expenses without a cost type, without expected losses',
  contract: 'original contract + approved changes + what is included and not agreed',
  'agreed-price': 'original contract + approved changes',
  billable: 'hours at bill rates + cost with its markup − written down',
  budget: 'original budget + approved changes',
  'line-estimate':
    'forecast + change orders approved since; without a forecast, the larger of budget and what is cost or committed',
  estimate:
    'the sum of the estimated cost at completion of its lines, or an estimate set by hand + change orders approved since',
  complete: 'cost to date ÷ estimated cost at completion',
  overbilled: 'billed − earned',
  'contract-assets': 'earned − billed + retention held − deposit left of each contract, where that is above zero',
  'contract-liabilities': 'billed − earned − retention held + deposit left of each contract, where that is above zero',
  'profit-at-completion': 'contract price − estimated cost at completion',
  margin: 'gross profit at completion ÷ contract price',
  'result-margin': 'profit ÷ revenue',
  'profit-to-date': 'earned − cost recognized − expected loss',
  backlog: 'contract price − earned',
  'cost-to-complete': 'estimated cost at completion − cost to date',
  committed: 'ordered − billed − received and accrued, line by line of orders, never below zero',
  remaining: 'budget − cost − committed',
  variance: 'budget − estimated cost at completion of the line',
};

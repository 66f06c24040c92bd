import { BASIS, report } from '../report.ts';
import { figuresRow, groupRows, statementTable, sumRow } from '../statement-rows.ts';
import { traced } from '../table.ts';
import { BalanceSheet, BalanceSheetQuery } from './shape.ts';

export const BALANCE_SHEET = report({
  title: 'Balance sheet',
  group: 'books',
  alsoCalled: ['financial position', 'assets'],
  facts:
    'Earned, billed, retention and deposits are netted contract by contract; of one project, the company balances it',
  path: '/balance-sheet',
  may: 'read-books',
  summary: 'Balance sheet',
  query: BalanceSheetQuery,
  answer: BalanceSheet,
  sentence: 'At the end of {through}, of {project}, {basis}.',
  choices: { project: { kind: 'project', label: 'Of project' }, basis: BASIS },
  table: (answer) =>
    statementTable(
      [
        ...groupRows('Assets before contracts', answer.assets),
        figuresRow('Underbilled contracts', [traced(answer.contractAssets)], { strong: false }),
        sumRow('Total assets', [answer.totalAssetsCents], ['Assets before contracts', 'Underbilled contracts']),
        ...groupRows('Liabilities before contracts', answer.liabilities),
        figuresRow('Overbilled contracts', [traced(answer.contractLiabilities)], { strong: false }),
        ...groupRows('Equity before profit', answer.equity),
        figuresRow('Profit of earlier years', [traced(answer.earlierProfit)], { strong: false }),
        figuresRow('Profit of this year', [traced(answer.profitThisYear)], { strong: false }),
        ...(answer.company === null
          ? []
          : [figuresRow('Financed by the company', [traced(answer.company)], { strong: false })]),
        sumRow(
          'Total liabilities and equity',
          [answer.totalLiabilitiesAndEquityCents],
          [
            ...['Liabilities before contracts', 'Overbilled contracts', 'Equity before profit'],
            ...['Profit of earlier years', 'Profit of this year'],
            ...(answer.company === null ? [] : ['Financed by the company']),
          ],
        ),
      ],
      [{ head: 'Amount', file: 'amount' }],
    ),
  isStatement: true,
  empty: 'Nothing is posted yet.',
});

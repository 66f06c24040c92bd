import { RecognizableQuery } from '../query.ts';
import { BASIS, report } from '../report.ts';
import { figuresRow, groupRows, statementTable, sumRow } from '../statement-rows.ts';
import { traced } from '../table.ts';
import { BalanceSheet } from './shape.ts';

export const BALANCE_SHEET = report({
  title: 'Balance sheet',
  group: 'books',
  alsoCalled: ['financial position', 'assets'],
  facts: 'Earned, unbilled and progress billings are netted contract by contract',
  path: '/balance-sheet',
  may: 'read-books',
  summary: 'Balance sheet',
  query: RecognizableQuery,
  answer: BalanceSheet,
  sentence: 'At the end of {through}, {basis}.',
  choices: { basis: BASIS },
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
        sumRow(
          'Total liabilities and equity',
          [answer.totalLiabilitiesAndEquityCents],
          [
            ...['Liabilities before contracts', 'Overbilled contracts', 'Equity before profit'],
            ...['Profit of earlier years', 'Profit of this year'],
          ],
        ),
      ],
      [{ head: 'Amount', file: 'amount' }],
    ),
  isStatement: true,
  empty: 'Nothing is posted yet.',
});

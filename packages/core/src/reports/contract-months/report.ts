import type { z } from 'zod';
import { monthText, plusMonths } from '../../calendar/month.ts';
import { cents } from '../../money/cents.ts';
import { millionthsOf } from '../../money/ratio.ts';
import { BASIS, report } from '../report.ts';
import { tableOf, type ColumnOf } from '../table.ts';
import { ContractMonths, ContractMonthsQuery } from './shape.ts';

type Answer = z.output<typeof ContractMonths>;
type Row = Answer['rows'][number];

export const CONTRACT_MONTHS = report({
  title: 'Contracts by month',
  group: 'contracts',
  alsoCalled: ['earned against billed', 'margin by month', 'trend', 'charts'],
  facts: 'Earned beside billed month by month, and how the margin came about; each contract on its own scale',
  path: '/contract-months',
  may: 'read-projects',
  summary: 'What contracts earned and billed by month, and their margins to date',
  query: ContractMonthsQuery,
  answer: ContractMonths,
  sentence: 'Every contract from {from} through {through}, {basis}: {view}.',
  choices: {
    from: { kind: 'month', label: 'From month', initial: ({ through }) => plusMonths(through, -11) },
    basis: BASIS,
    view: {
      kind: 'options',
      label: 'Figures',
      options: [
        { value: 'earned', text: 'earned' },
        { value: 'billed', text: 'billed' },
        { value: 'margins', text: 'margin to the end of each month' },
      ],
    },
  },
  drawnOnly: ['view'],
  table: (answer, { view }) =>
    tableOf(columns(answer, view), answer.rows, {
      key: ({ id }) => id,
      name: ({ code }) => code,
      leadsTo: ({ id }) => `/projects/${id}?part=months`,
    }),
  empty: 'No contract earned or billed anything in these months.',
});

/** All of them in files; on screen those of the figures that are looked at. */
function columns({ months, totals }: Answer, view = 'earned'): readonly ColumnOf<Row>[] {
  return [
    { id: 'code', head: 'Code', file: 'code', holds: 'text', of: ({ code }) => code, total: 'Total' },
    { id: 'name', head: 'Project', file: 'name', holds: 'text', gives: true, of: ({ name }) => name },
    ...(['earned', 'billed'] as const).flatMap((figure) =>
      months.map((month, place): ColumnOf<Row> => ({
        ...{ id: `${figure}${letterOf(place)}`, head: monthText(month), file: `${figure}_${month}`, holds: 'money' },
        tone: figure,
        ...{ of: (row) => row[figure][place] ?? cents(0), total: totals[figure][place] ?? cents(0) },
        ...(view === figure ? {} : { only: 'file' }),
      })),
    ),
    ...months.map((month, place): ColumnOf<Row> => ({
      ...{ id: `margin${letterOf(place)}`, head: monthText(month), file: `margin_percent_${month}`, holds: 'percent' },
      ...{ of: ({ margins }) => share(margins[place]), total: share(totals.margins[place]) },
      ...(view === 'margins' ? {} : { only: 'file' }),
    })),
  ];
}

/** Of the place of a month, as its columns are called: there are fewer of them than letters. */
function letterOf(place: number): string {
  return String.fromCharCode(65 + place);
}

function share(of: number | null | undefined) {
  return of === null || of === undefined ? null : millionthsOf(of);
}

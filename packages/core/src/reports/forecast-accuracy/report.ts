import type { z } from 'zod';
import { monthText } from '../../calendar/month.ts';
import { ratio } from '../../money/ratio.ts';
import { report } from '../report.ts';
import { tableOf, traced, type ColumnOf } from '../table.ts';
import { ForecastAccuracyQuery, ForecastAccuracyReport } from './shape.ts';

type Answer = z.output<typeof ForecastAccuracyReport>;
type Row = Answer['rows'][number];

export const FORECAST_ACCURACY = report({
  title: 'Forecasts against what came',
  group: 'contracts',
  alsoCalled: ['accuracy of forecasts', 'who forecasts too low', 'forecasts by manager'],
  facts:
    'What each forecast said a project would cost beside what it cost in the end: by manager, and by months before the end',
  path: '/forecast-accuracy',
  may: 'read-projects',
  summary: 'Forecasts of projects that ended, beside what they cost in the end',
  query: ForecastAccuracyQuery,
  answer: ForecastAccuracyReport,
  sentence: 'Forecasts of projects that had ended by the end of {through}, with the change orders approved since.',
  choices: {},
  table: ({ rows, totals }) =>
    tableOf(columns(totals), rows, {
      key: ({ id, month }) => `${id} ${month}`,
      name: ({ code, month }) => `${code}, ${monthText(month)}`,
      tone: ({ says }) => (says === 'too low' ? 'trouble' : undefined),
      leadsTo: ({ id, month }) => `/projects/${id}/forecast?m=${month}`,
    }),
  empty: 'No project has ended that anybody had made a forecast of.',
});

function columns({ expectedCents, missedCents, cameCents }: Answer['totals']): readonly ColumnOf<Row>[] {
  return [
    { id: 'code', head: 'Code', file: 'code', holds: 'text', of: ({ code }) => code, total: 'All forecasts' },
    { id: 'name', head: 'Project', file: 'name', holds: 'text', gives: true, of: ({ name }) => name },
    { id: 'manager', head: 'Manager', file: 'manager', holds: 'text', of: ({ manager }) => manager },
    { id: 'month', head: 'Forecast of', file: 'month', holds: 'text', of: ({ month }) => monthText(month) },
    { id: 'ended', head: 'Ended', file: 'ended', holds: 'text', of: ({ ended }) => monthText(ended) },
    {
      ...{ id: 'monthsBefore', head: 'Months before', file: 'months_before_the_end', holds: 'count' },
      of: ({ monthsBefore }) => monthsBefore,
    },
    {
      ...{ id: 'came', head: 'Cost in the end', file: 'cost_in_the_end', holds: 'money' },
      of: ({ came }) => traced(came),
      total: cameCents,
    },
    {
      ...{ id: 'expected', head: 'As forecast', file: 'as_forecast', holds: 'money' },
      formula: 'EAC of the forecast + change orders approved since; sums are over forecasts',
      of: (row) => row.expectedCents,
      total: expectedCents,
    },
    {
      ...{ id: 'missed', head: 'More than forecast', file: 'more_than_forecast', holds: 'money' },
      madeOf: { plus: ['came'], minus: ['expected'] },
      of: (row) => row.missedCents,
      total: missedCents,
    },
    {
      ...{ id: 'share', head: 'Of cost', file: 'of_cost_percent', holds: 'percent' },
      share: { part: 'missed', whole: ['came'] },
      of: ({ share }) => share,
      total: cameCents === 0 ? null : ratio(missedCents, Math.abs(cameCents)),
    },
    {
      ...{ id: 'says', head: 'Forecast', file: 'forecast', holds: 'text' },
      formula: 'met within one percent of what it cost',
      of: ({ says }) => says,
    },
  ];
}

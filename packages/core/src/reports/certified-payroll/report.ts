import type { z } from 'zod';
import { plusDays } from '../../calendar/iso-date.ts';
import { report } from '../report.ts';
import { tableOf, type ColumnOf } from '../table.ts';
import { CertifiedPayroll, CertifiedPayrollQuery } from './shape.ts';

type Answer = z.output<typeof CertifiedPayroll>;
type Row = Answer['rows'][number];

const PAY_WORDS = { regular: 'straight', overtime: 'overtime', double: 'double time', leave: 'leave' } as const;
const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;

export const CERTIFIED_PAYROLL = report({
  title: 'Certified payroll',
  group: 'labor',
  alsoCalled: ['prevailing wage', 'payroll report'],
  facts: 'Who worked on a project in a week, at which wage; withheld and net are of the pay period that holds the week',
  path: '/certified-payroll',
  may: 'see-pay',
  summary: 'Certified payroll of a week and project',
  query: CertifiedPayrollQuery,
  answer: CertifiedPayroll,
  sentence: 'Certified payroll of {project} for the week of {week}.',
  choices: {
    project: { kind: 'project', label: 'Of project' },
    week: {
      ...{ kind: 'day', label: 'Week of', initial: () => null },
      answered: (answer) => (answer as Answer).weekOn,
    },
  },
  table: (answer) =>
    tableOf(columns(answer), answer.rows, {
      key: ({ code, pay }) => `${code} ${pay}`,
      name: ({ name, pay }) => `${name}, ${PAY_WORDS[pay]}`,
    }),
  empty: 'Nobody worked there in this week.',
});

function columns({ totals, weekOn }: Answer): readonly ColumnOf<Row>[] {
  return [
    { id: 'code', head: 'Code', file: 'code', holds: 'text', of: ({ code }) => code, total: 'Total' },
    { id: 'name', head: 'Name', file: 'name', holds: 'text', gives: true, of: ({ name }) => name },
    {
      ...{ id: 'classification', head: 'Classification', file: 'classification', holds: 'text' },
      of: ({ classification }) => classification,
    },
    { id: 'pay', head: 'Time', file: 'time', holds: 'text', of: ({ pay }) => PAY_WORDS[pay] },
    ...DAYS.map((day, place): ColumnOf<Row> => ({
      ...{ id: day.toLowerCase(), head: `${day} ${Number(plusDays(weekOn, place).slice(8))}` },
      ...{ file: `${day.toLowerCase()}_hours`, holds: 'hours' },
      of: ({ days }) => days[place] ?? 0,
    })),
    { id: 'hours', head: 'Hours', file: 'hours', holds: 'hours', of: ({ hours }) => hours, total: totals.hours },
    { id: 'wage', head: 'Wage', file: 'wage_rate', holds: 'hours', of: ({ wage }) => wage },
    money('gross', 'Gross here', ({ grossCents }) => grossCents, totals.grossCents),
    money('fringe', 'Fringe', ({ fringeCents }) => fringeCents, totals.fringeCents),
    money('grossInAll', 'Gross in all', ({ grossInAllCents }) => grossInAllCents, totals.grossInAllCents),
    money('withheld', 'Withheld', ({ withheldCents }) => withheldCents),
    money('net', 'Net', ({ netCents }) => netCents),
  ];
}

const FILE_NAMES: Readonly<Record<string, string>> = { gross: 'gross_on_project', grossInAll: 'gross_in_all' };

function money(id: string, head: string, of: (row: Row) => number | null, total?: number): ColumnOf<Row> {
  const added = total === undefined ? {} : { total };
  return { id, head, file: FILE_NAMES[id] ?? id, holds: 'money', of, ...added };
}

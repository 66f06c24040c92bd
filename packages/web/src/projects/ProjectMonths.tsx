import { curveMonotoneX, line, max, scaleLinear } from 'd3';
import styled from 'styled-components';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import type { Answer } from '../api/books-api.ts';
import { DataTable, type Column } from '../ui/DataTable.tsx';
import { Amount } from '../ui/Figure.tsx';
import { color, type } from '../theme/tokens.ts';

type Month = Answer<'project'>['months'][number];
interface Running extends Month {
  readonly toDate: { readonly cost: Cents; readonly earned: Cents; readonly billed: Cents };
}

/** Months newest first, each with what it brought and what has come together by then. */
function running(months: readonly Month[]): readonly Running[] {
  let [cost, earned, billed] = [0, 0, 0];
  return months.map((month) => {
    cost += month.costCents;
    earned += month.earnedCents;
    billed += month.billedCents;
    return { ...month, toDate: { cost: cents(cost), earned: cents(earned), billed: cents(billed) } };
  });
}

/** Cost, earned and billed by month: the curve to date, and the figures behind it. */
export function ProjectMonths({ months }: { readonly months: readonly Month[] }) {
  const rows = running(months);
  const columns: readonly Column<Running>[] = [
    { id: 'month', head: 'Month', cell: ({ month }) => monthText(month) },
    { id: 'cost', head: 'Cost', figures: true, cell: ({ costCents }) => <Amount cents={costCents} /> },
    {
      id: 'earned',
      head: 'Earned',
      figures: true,
      cell: ({ earnedCents }) => <Amount cents={earnedCents} tone="earned" />,
    },
    {
      id: 'billed',
      head: 'Billed',
      figures: true,
      cell: ({ billedCents }) => <Amount cents={billedCents} tone="billed" />,
    },
    { id: 'costToDate', head: 'Cost to date', figures: true, cell: ({ toDate }) => <Amount cents={toDate.cost} /> },
    {
      id: 'earnedToDate',
      head: 'Earned to date',
      figures: true,
      cell: ({ toDate }) => <Amount cents={toDate.earned} tone="earned" />,
    },
    {
      id: 'billedToDate',
      head: 'Billed to date',
      figures: true,
      cell: ({ toDate }) => <Amount cents={toDate.billed} tone="billed" />,
    },
  ];
  return (
    <>
      {rows.length > 1 ? <Curves rows={rows} /> : null}
      <DataTable
        label="Months"
        rows={rows.toReversed()}
        columns={columns}
        rowKey={({ month }) => month}
        empty="Nothing is posted to this project yet."
      />
    </>
  );
}

const WIDTH = 900;
const HEIGHT = 150;

const CURVES = [
  ['cost', color.cost],
  ['earned', color.earned],
  ['billed', color.billedBright],
] as const;

function Curves({ rows }: { readonly rows: readonly Running[] }) {
  const top = max(rows, ({ toDate }) => Math.max(toDate.cost, toDate.earned, toDate.billed)) ?? 1;
  const x = scaleLinear([0, rows.length - 1], [4, WIDTH - 4]);
  const y = scaleLinear([0, Math.max(1, top)], [HEIGHT - 4, 8]);
  const last = rows.at(-1);
  const text = last
    ? `To date: cost ${dollars(last.toDate.cost)}, earned ${dollars(last.toDate.earned)}, billed ${dollars(last.toDate.billed)}.`
    : '';
  return (
    <Figure>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} preserveAspectRatio="none" role="img" aria-label={text}>
        {y.ticks(3).map((tick) => (
          <line
            key={tick}
            x1={0}
            x2={WIDTH}
            y1={y(tick)}
            y2={y(tick)}
            stroke={color.line}
            vectorEffect="non-scaling-stroke"
          />
        ))}
        {CURVES.map(([name, stroke]) => (
          <path
            key={name}
            d={
              line<Running>()
                .x((_, index) => x(index))
                .y(({ toDate }) => y(toDate[name]))
                .curve(curveMonotoneX)(rows) ?? ''
            }
            fill="none"
            stroke={stroke}
            strokeWidth={2}
            strokeDasharray={name === 'billed' ? '6 4' : undefined}
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </svg>
      <figcaption>
        To date: <b style={{ color: color.cost }}>cost</b>, <b style={{ color: color.earned }}>earned</b>,{' '}
        <b style={{ color: color.billed }}>billed (dashed)</b>; lines at{' '}
        {y
          .ticks(3)
          .map((tick) => dollars(cents(tick)).replace(/\.00$/, ''))
          .join(', ')}
      </figcaption>
    </Figure>
  );
}

const Figure = styled.figure`
  margin: 0;
  svg {
    width: 100%;
    height: ${HEIGHT}px;
  }
  figcaption {
    font-size: ${type.small};
    color: ${color.textQuiet};
  }
`;

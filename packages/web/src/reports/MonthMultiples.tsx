import { area, line, max, scaleLinear } from 'd3';
import styled from 'styled-components';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { millionthsOf, percent } from '@lowtide/core/money/ratio.ts';
import { AsOfLink } from '../api/as-of.tsx';
import type { Answer } from '../api/books-api.ts';
import { color, space, type } from '../theme/tokens.ts';

type Report = Answer<'contract-months'>;
type Row = Report['rows'][number];

const [WIDTH, HEIGHT, MARGIN_HEIGHT] = [220, 54, 22];
/** Contracts that are drawn: those that earned most. The table has all of them. */
const MOST_DRAWN = 12;

/** Earned beside billed of each contract, each on its own scale, and below it how its margin went, all on one scale. */
export function MonthMultiples({ report: { months, rows } }: { readonly report: Report }) {
  const drawn = rows.toSorted((one, other) => (max(other.earned) ?? 0) - (max(one.earned) ?? 0)).slice(0, MOST_DRAWN);
  const margins = drawn.flatMap((row) => row.margins.filter((margin) => margin !== null));
  const lowest = Math.min(0, ...margins);
  const scale = scaleLinear([lowest, Math.max(250_000, ...margins)], [MARGIN_HEIGHT - 1, 1]);
  if (drawn.length === 0) return null;
  return (
    <>
      <Legend>
        <b style={{ color: color.earned }}>earned</b> as area, <b style={{ color: color.billed }}>billed</b> as marks;
        below, the <b style={{ color: color.gap }}>margin</b> to the end of each month, from{' '}
        {percent(millionthsOf(lowest), 0)} % at its foot
      </Legend>
      <Grid>
        {drawn.map((row) => (
          <Multiple key={row.id} row={row} months={months} scale={scale} />
        ))}
      </Grid>
    </>
  );
}

interface MultipleProps {
  readonly row: Row;
  readonly months: Report['months'];
  readonly scale: (margin: number) => number;
}

function Multiple({ row, months, scale }: MultipleProps) {
  const x = scaleLinear([0, Math.max(1, months.length - 1)], [3, WIDTH - 3]);
  const y = scaleLinear([0, Math.max(1, ...row.earned, ...row.billed)], [HEIGHT - 2, 2]);
  const places = months.map((_, place) => place);
  const margins = places.flatMap((place) => {
    const margin = row.margins[place];
    return margin === null || margin === undefined ? [] : [{ place, margin }];
  });
  const last = margins.at(-1);
  const shape = area<number>(
    (place) => x(place),
    HEIGHT - 2,
    (place) => y(Math.max(0, row.earned[place] ?? 0)),
  )(places);
  const path = line<{ place: number; margin: number }>(
    ({ place }) => x(place),
    ({ margin }) => scale(margin),
  )(margins);
  return (
    <AsOfLink to={`/projects/${row.id}?part=months`} title={saidOf(row, months)}>
      <Head>
        <span>
          {row.code} {row.name}
        </span>
        <em>{last === undefined ? '' : `${percent(millionthsOf(last.margin), 1)} %`}</em>
      </Head>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT + MARGIN_HEIGHT}`} role="img" aria-label={saidOf(row, months)}>
        <path d={shape ?? ''} fill={color.earned} opacity={0.75} />
        {places.map((place) => (
          <rect
            key={place}
            x={x(place) - 4}
            y={y(Math.max(0, row.billed[place] ?? 0)) - 1}
            width={8}
            height={2}
            fill={color.billedBright}
          />
        ))}
        <line x1={0} x2={WIDTH} y1={HEIGHT + scale(0)} y2={HEIGHT + scale(0)} stroke={color.lineStrong} />
        <path d={path ?? ''} transform={`translate(0 ${HEIGHT})`} fill="none" stroke={color.gap} strokeWidth={1.5} />
      </svg>
    </AsOfLink>
  );
}

function saidOf({ code, earned, billed, margins }: Row, months: Report['months']): string {
  const last = months.length - 1;
  const month = months[last];
  const margin = margins[last];
  const [of, invoiced] = [earned[last], billed[last]];
  if (month === undefined || of === undefined || invoiced === undefined) return code;
  const end =
    margin === null || margin === undefined ? 'no margin yet' : `margin ${percent(millionthsOf(margin), 1)} %`;
  return `${code}, ${monthText(month)}: earned ${dollars(of)}, billed ${dollars(invoiced)}, ${end}`;
}

const Legend = styled.p`
  color: ${color.textQuiet};
  font-size: ${type.small};
`;
const Grid = styled.div`
  display: grid;
  flex-shrink: 0;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: ${space.three} ${space.four};
  a {
    color: inherit;
    text-decoration: none;
  }
  a:hover span {
    text-decoration: underline;
  }
  svg {
    display: block;
    width: 100%;
    background: ${color.paperDim};
  }
`;
const Head = styled.div`
  display: flex;
  gap: ${space.two};
  justify-content: space-between;
  font-size: 0.75rem;
  font-stretch: ${type.narrow};
  span {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  em {
    font-style: normal;
    font-variant-numeric: tabular-nums;
    white-space: nowrap;
  }
`;

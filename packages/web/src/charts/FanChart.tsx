import { area, line, scaleLinear } from 'd3';
import { useState } from 'react';
import type { Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { percent, type Ratio } from '@lowtide/core/money/ratio.ts';
import { ChartFigure } from './ChartFigure.tsx';
import { ValueAxis } from './ValueAxis.tsx';
import { useWidth } from './use-width.ts';
import { color } from '../theme/tokens.ts';

interface FanPoint {
  /** Where on the way, from none to all of it. */
  readonly done: Ratio;
  /** From the lowest to the highest; as many below the middle one as above it. */
  readonly values: readonly Cents[];
}

export interface FanChartProps {
  readonly label: string;
  /** What each value of a point is, in their order. */
  readonly names: readonly string[];
  readonly points: readonly FanPoint[];
  /** What the way along the axis is. */
  readonly way: string;
  readonly height: number;
}

const ROOM = { left: 52, right: 10, top: 8, bottom: 30 };

/** How far figures spread along the way: bands around the middle, or the same figures as a table. */
export function FanChart(props: FanChartProps) {
  const [box, width] = useWidth<HTMLElement>();
  const [isTable, setTable] = useState(false);
  return (
    <ChartFigure ref={box}>
      {isTable ? <FanFigures {...props} /> : <Fan {...props} width={width} />}
      <figcaption>
        <button type="button" onClick={() => setTable(!isTable)}>
          {isTable ? 'Chart' : 'Figures'}
        </button>
      </figcaption>
    </ChartFigure>
  );
}

function Fan({ label, names, points, way, height, width }: FanChartProps & { readonly width: number }) {
  const values = points.flatMap((point) => point.values);
  // Where nothing spreads, the scale begins at nothing.
  const reached = new Set(values).size > 1 ? values : [0, 100, ...values];
  const x = scaleLinear([0, 1], [ROOM.left, width - ROOM.right]);
  const y = scaleLinear([Math.min(...reached), Math.max(...reached)], [height - ROOM.bottom, ROOM.top]).nice(4);
  const [lowest = 0, highest = 0] = y.domain();
  const at = ({ done }: FanPoint): number => x(done.numerator / done.denominator);
  const middle = Math.floor(names.length / 2);
  const bands = Array.from({ length: middle }, (_, place) => [place, names.length - 1 - place] as const);
  const path = (value: number): string => line<FanPoint>(at, (point) => y(point.values[value] ?? 0))([...points]) ?? '';
  return (
    <svg width={width} height={height} role="img" aria-label={`${label}. ${spoken({ names, points })}`}>
      <ValueAxis y={y} from={ROOM.left} to={width - ROOM.right} />
      {bands.map(([low, high], place) => (
        <path
          key={low}
          d={
            area<FanPoint>(
              at,
              (point) => y(point.values[low] ?? 0),
              (point) => y(point.values[high] ?? 0),
            )([...points]) ?? ''
          }
          fill={color.earned}
          fillOpacity={0.18 + 0.14 * place}
        />
      ))}
      <path d={path(middle)} fill="none" stroke={color.earned} strokeWidth={2} />
      {lowest <= 0 && highest >= 0 ? (
        <line x1={ROOM.left} x2={width - ROOM.right} y1={y(0)} y2={y(0)} stroke={color.rule} />
      ) : null}
      <text x={ROOM.left} y={height - 4}>
        now
      </text>
      <text x={(ROOM.left + width - ROOM.right) / 2} y={height - 4} textAnchor="middle">
        {way}
      </text>
      <text x={width - ROOM.right} y={height - 4} textAnchor="end">
        at the end
      </text>
    </svg>
  );
}

function spoken({ names, points }: Pick<FanChartProps, 'names' | 'points'>): string {
  const last = points.at(-1)?.values ?? [];
  return `At the end ${names.map((name, place) => `${name}: ${dollars(last[place] as Cents)}`).join('; ')}`;
}

function FanFigures({ label, names, points }: FanChartProps) {
  return (
    <table aria-label={label}>
      <thead>
        <tr>
          <th>Done of what is to come</th>
          {names.map((name) => (
            <th key={name}>{name}</th>
          ))}
        </tr>
      </thead>
      <tbody>
        {points.map(({ done, values }) => (
          <tr key={done.numerator}>
            <td>{percent(done, 0)} %</td>
            {values.map((value, place) => (
              <td key={names[place]}>{dollars(value)}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

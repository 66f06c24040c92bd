import { curveMonotoneX, line, scaleLinear } from 'd3';
import { useState, type KeyboardEvent } from 'react';
import styled from 'styled-components';
import { monthText, type Month } from '@lowtide/core/calendar/month.ts';
import type { Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { ChartFigure } from './ChartFigure.tsx';
import { ValueAxis } from './ValueAxis.tsx';
import { useWidth } from './use-width.ts';
import { color } from '../theme/tokens.ts';

interface MonthSeries {
  readonly name: string;
  readonly color: string;
  /** Strokes and gaps; a whole line without. */
  readonly dash?: string;
  /** By month; null where it has none. */
  readonly values: readonly (Cents | null)[];
}

export interface MonthChartProps {
  readonly label: string;
  readonly months: readonly Month[];
  readonly series: readonly MonthSeries[];
  readonly height?: number;
  /** Opens what stands behind a month. */
  readonly onMonth: (month: Month) => void;
  /** The month the screen shows. */
  readonly at: Month;
}

const ROOM = { left: 46, right: 8, top: 8, bottom: 18 };

/** Lines over months, each month a mark that opens what it stands for; or the same figures as a table. */
export function MonthChart(props: MonthChartProps) {
  const { label, months, series, height = 170 } = props;
  const [box, width] = useWidth<HTMLElement>();
  const [looked, setLooked] = useState<number | null>(null);
  const [isTable, setTable] = useState(false);
  const isEmpty = series.every(({ values: all }) => all.every((value) => value === null || value === 0));
  if (isEmpty) return <ChartFigure ref={box}>Nothing yet.</ChartFigure>;
  return (
    <ChartFigure ref={box}>
      {isTable ? (
        <MonthFigures {...{ label, months, series, height }} />
      ) : (
        <MonthLines {...props} height={height} width={width} onLook={setLooked} />
      )}
      <figcaption>
        {isTable ? null : series.map((each) => <SeriesName key={each.name} {...each} />)}
        <button type="button" onClick={() => setTable(!isTable)}>
          {isTable ? 'Chart' : 'Figures'}
        </button>
        {looked === null || isTable ? null : (
          <span data-looked>
            <b>{monthText(months[looked] as Month)}</b> {textAt(series, looked)}
          </span>
        )}
      </figcaption>
    </ChartFigure>
  );
}

function SeriesName({ name, color: tone, dash }: MonthSeries) {
  return (
    <span>
      <svg width="20" height="8" aria-hidden>
        <line x1="0" x2="20" y1="4" y2="4" stroke={tone} strokeWidth={2} strokeDasharray={dash} />
      </svg>
      {name}
    </span>
  );
}

interface MonthLinesProps extends MonthChartProps {
  readonly width: number;
  readonly height: number;
  /** The month that the pointer or the focus is on, by its place. */
  readonly onLook: (index: number | null) => void;
}

function MonthLines({ label, months, series, height, width, onMonth, onLook, at }: MonthLinesProps) {
  const values = series.flatMap(({ values: all }) => all.filter((value) => value !== null));
  const x = scaleLinear([0, Math.max(1, months.length - 1)], [ROOM.left, width - ROOM.right]);
  const y = scaleLinear([Math.min(0, ...values), Math.max(100, ...values)], [height - ROOM.bottom, ROOM.top]).nice(4);
  const step = (width - ROOM.left - ROOM.right) / Math.max(1, months.length - 1);
  return (
    <svg width={width} height={height} role="group" aria-label={label}>
      <ValueAxis y={y} from={ROOM.left} to={width - ROOM.right} />
      {series.map((each) => (
        <path
          key={each.name}
          d={path(each.values, x, y)}
          fill="none"
          stroke={each.color}
          strokeWidth={2}
          strokeDasharray={each.dash}
        />
      ))}
      {months.map((month, index) => (
        <MonthMark
          key={month}
          month={month}
          text={textAt(series, index)}
          left={x(index) - step / 2}
          width={step}
          height={height}
          isAt={month === at}
          named={index % Math.max(1, Math.ceil(58 / step)) === 0}
          isFirst={index === 0}
          isLast={index === months.length - 1}
          onLook={(isLooked) => onLook(isLooked ? index : null)}
          onOpen={() => onMonth(month)}
        />
      ))}
    </svg>
  );
}

function textAt(series: readonly MonthSeries[], index: number): string {
  return series.flatMap(({ name, values }) => markText(name, values[index])).join(', ');
}

/** The same figures as a table. */
function MonthFigures({ label, months, series, height = 0 }: Omit<MonthChartProps, 'onMonth' | 'at'>) {
  return (
    <div style={{ maxHeight: height, overflow: 'auto' }} tabIndex={0} role="group" aria-label={label}>
      <table aria-label={label}>
        <thead>
          <tr>
            <th scope="col">Month</th>
            {series.map(({ name }) => (
              <th key={name} scope="col">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {months.map((month, index) => (
            <tr key={month}>
              <td>{monthText(month)}</td>
              {series.map(({ name, values }) => {
                const value = values[index] ?? null;
                return <td key={name}>{value === null ? '' : dollars(value)}</td>;
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

type Scale = (value: number) => number;

function path(values: MonthSeries['values'], x: Scale, y: Scale): string {
  const drawn = line<Cents | null>()
    .defined((value) => value !== null)
    .x((_value, index) => x(index))
    .y((value) => y(value ?? 0))
    .curve(curveMonotoneX);
  return drawn(values) ?? '';
}

function markText(name: string, value: Cents | null | undefined): readonly string[] {
  return value === null || value === undefined ? [] : [`${name} ${dollars(value)}`];
}

interface MonthMarkProps {
  readonly month: Month;
  readonly text: string;
  readonly left: number;
  readonly width: number;
  readonly height: number;
  readonly isAt: boolean;
  readonly named: boolean;
  /** Its word begins, or ends, at the edge rather than beyond it. */
  readonly isFirst: boolean;
  readonly isLast: boolean;
  /** The pointer or the focus is on it, or leaves it. */
  readonly onLook: (isLooked: boolean) => void;
  readonly onOpen: () => void;
}

function MonthMark({ month, text, left, width, height, isAt, named, isFirst, isLast, onLook, onOpen }: MonthMarkProps) {
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    onOpen();
  };
  return (
    <Mark
      role="button"
      tabIndex={0}
      aria-label={`${monthText(month)}: ${text}`}
      onClick={onOpen}
      onKeyDown={onKeyDown}
      onFocus={() => onLook(true)}
      onBlur={() => onLook(false)}
      onMouseEnter={() => onLook(true)}
      onMouseLeave={() => onLook(false)}
    >
      <rect x={left} y={0} width={width} height={height - ROOM.bottom} />
      {isAt ? (
        <line x1={left + width / 2} x2={left + width / 2} y1={0} y2={height - ROOM.bottom} stroke={color.lineStrong} />
      ) : null}
      {named ? (
        <text
          x={left + width / (isLast ? 1 : 2)}
          y={height - 4}
          textAnchor={isLast ? 'end' : isFirst ? 'start' : 'middle'}
        >
          {monthText(month).slice(0, 3)}
          {month.endsWith('-01') ? ` ${month.slice(0, 4)}` : ''}
        </text>
      ) : null}
    </Mark>
  );
}

const Mark = styled.g`
  cursor: pointer;
  outline: none;
  rect {
    fill: transparent;
  }
  &:hover rect,
  &:focus-visible rect {
    fill: ${color.text};
    fill-opacity: 0.07;
  }
  &:focus-visible rect {
    stroke: ${color.focus};
    stroke-width: 2;
  }
`;

import { scaleBand, scaleLinear, stack } from 'd3';
import { useState } from 'react';
import styled from 'styled-components';
import { tenThousandths } from '@lowtide/core/money/dollars.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import { color, space, type } from '../theme/tokens.ts';
import { useWidth } from './use-width.ts';

export interface StackedBarsProps {
  readonly label: string;
  readonly parts: readonly { readonly name: string; readonly color: string }[];
  /** A value for each part, in ten-thousandths. */
  readonly bars: readonly { readonly name: string; readonly values: readonly number[] }[];
}

const HEIGHT = 150;
const ROOM = { left: 46, right: 8, top: 8, bottom: 18 };

/** Bars of parts on one another; a bar says its figures on focus, and the table below has all of them. */
export function StackedBars({ label, parts, bars }: StackedBarsProps) {
  const [box, width] = useWidth<HTMLElement>();
  const [looked, setLooked] = useState<number | null>(null);
  const bar = looked === null ? undefined : bars[looked];
  return (
    <Figure ref={box}>
      <Bars {...{ label, parts, bars, width }} onLook={setLooked} />
      <figcaption>
        {parts.map((part) => (
          <span key={part.name}>
            <i aria-hidden style={{ background: part.color }} /> {part.name}
          </span>
        ))}
        {bar === undefined ? null : <span>{textOf(bar, parts)}</span>}
      </figcaption>
    </Figure>
  );
}

interface BarsProps extends StackedBarsProps {
  readonly width: number;
  readonly onLook: (place: number) => void;
}

function Bars({ label, parts, bars, width, onLook }: BarsProps) {
  const layers = stack<readonly number[], number>()
    .keys(parts.map((_, place) => place))
    .value((values, place) => Math.max(0, values[place] ?? 0))(bars.map(({ values }) => values));
  const most = Math.max(10_000, ...layers.flatMap((layer) => layer.map(([, top]) => top)));
  const x = scaleBand(
    bars.map((_, place) => place),
    [ROOM.left, Math.max(ROOM.left + 1, width - ROOM.right)],
  ).padding(0.3);
  const y = scaleLinear([0, most], [HEIGHT - ROOM.bottom, ROOM.top]).nice(4);
  return (
    <svg width={width} height={HEIGHT} role="img" aria-label={label}>
      {y.ticks(4).map((tick) => (
        <g key={tick}>
          <line x1={ROOM.left} x2={width - ROOM.right} y1={y(tick)} y2={y(tick)} stroke={color.line} />
          <text x={ROOM.left - 6} y={y(tick) + 4} textAnchor="end">
            {tenThousandths(quantity(Math.round(tick)), 0)}
          </text>
        </g>
      ))}
      {layers.map((layer) =>
        layer.map(([bottom, top], place) => (
          <rect
            key={`${layer.key} ${bars[place]?.name}`}
            x={x(place)}
            width={x.bandwidth()}
            y={y(top)}
            height={Math.max(0, y(bottom) - y(top))}
            fill={parts[layer.key]?.color}
          />
        )),
      )}
      {bars.map(({ name }, place) => (
        <g key={name}>
          <text x={(x(place) ?? 0) + x.bandwidth() / 2} y={HEIGHT - 4} textAnchor="middle">
            {name}
          </text>
          <rect
            x={x(place)}
            width={x.bandwidth()}
            y={ROOM.top}
            height={HEIGHT - ROOM.top - ROOM.bottom}
            fill="transparent"
            tabIndex={0}
            role="img"
            aria-label={textOf(bars[place], parts)}
            onFocus={() => onLook(place)}
            onMouseEnter={() => onLook(place)}
          />
        </g>
      ))}
    </svg>
  );
}

function textOf(bar: StackedBarsProps['bars'][number] | undefined, parts: StackedBarsProps['parts']): string {
  if (bar === undefined) return '';
  const each = parts.map(({ name }, place) => `${name} ${tenThousandths(quantity(bar.values[place] ?? 0))}`);
  return `${bar.name}: ${each.join(', ')}`;
}

const Figure = styled.figure`
  margin: 0 0 ${space.three};
  text {
    font-size: ${type.small};
    fill: ${color.textQuiet};
    font-variant-numeric: tabular-nums;
  }
  rect:focus-visible {
    outline: 2px solid ${color.focus};
  }
  figcaption {
    display: flex;
    flex-wrap: wrap;
    gap: ${space.three};
    font-size: ${type.small};
  }
  i {
    display: inline-block;
    width: 10px;
    height: 10px;
  }
`;

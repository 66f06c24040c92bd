import type { ScaleLinear } from 'd3';
import { axisText } from './axis-text.ts';
import { color } from '../theme/tokens.ts';

interface ValueAxisProps {
  readonly y: ScaleLinear<number, number>;
  /** Where the lines begin and end, in pixels. */
  readonly from: number;
  readonly to: number;
}

/** Lines across a drawing with the amounts they stand for, at its left. */
export function ValueAxis({ y, from, to }: ValueAxisProps) {
  return y.ticks(4).map((tick) => (
    <g key={tick}>
      <line x1={from} x2={to} y1={y(tick)} y2={y(tick)} stroke={color.line} />
      <text x={from - 6} y={y(tick) + 4} textAnchor="end">
        {axisText(tick)}
      </text>
    </g>
  ));
}

import { scaleLinear } from 'd3';
import styled from 'styled-components';
import type { Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { color, type } from '../theme/tokens.ts';

/** A step from one amount to another; its first and last are of the whole amount. */
export interface ChartStep {
  readonly name: string;
  /** What it adds. */
  readonly value: Cents;
  readonly before: Cents;
  readonly after: Cents;
  readonly isWhole: boolean;
}

export interface StepChartProps {
  readonly label: string;
  readonly steps: readonly ChartStep[];
}

/** Steps that lead from one amount to another, each from where the one before it ended, with what it adds. */
export function StepChart({ label, steps }: StepChartProps) {
  const ends = steps.flatMap(({ before, after, isWhole }) => (isWhole ? [0, after] : [before, after]));
  const x = scaleLinear([Math.min(0, ...ends), Math.max(100, ...ends)], [0, 100]).nice();
  return (
    <List aria-label={label}>
      {steps.map(({ name, value, before, after, isWhole }) => {
        const from = isWhole ? 0 : before;
        return (
          <li key={name}>
            <span>{name}</span>
            <i aria-hidden>
              <s style={{ left: `${x(0)}%` }} />
              <b
                style={{
                  left: `${x(Math.min(from, after))}%`,
                  width: `${Math.max(0.3, Math.abs(x(after) - x(from)))}%`,
                  background: isWhole ? color.rule : value < 0 ? color.trouble : color.earned,
                }}
              />
            </i>
            <em>{isWhole ? dollars(after) : signed(value)}</em>
          </li>
        );
      })}
    </List>
  );
}

function signed(value: Cents): string {
  return value > 0 ? `+${dollars(value)}` : dollars(value);
}

const List = styled.ul`
  display: grid;
  flex-shrink: 0;
  gap: 2px;
  margin: 0 0 8px;
  list-style: none;
  li {
    display: grid;
    grid-template-columns: 300px minmax(0, 1fr) 100px;
    gap: 12px;
    align-items: center;
    height: 20px;
    font-size: 0.8125rem;
    font-stretch: ${type.narrow};
  }
  i {
    position: relative;
    height: 14px;
    background: ${color.paperDim};
  }
  s {
    position: absolute;
    top: -3px;
    bottom: -3px;
    width: 1px;
    background: ${color.lineStrong};
  }
  b {
    position: absolute;
    top: 0;
    bottom: 0;
  }
  em {
    font-style: normal;
    text-align: right;
    font-variant-numeric: tabular-nums;
  }
`;

import { scaleLinear } from 'd3';
import styled from 'styled-components';
import type { Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { color, type } from '../theme/tokens.ts';

interface Bar {
  readonly id: string;
  readonly name: string;
  readonly value: Cents;
  readonly color: string;
}

export interface BarChartProps {
  readonly label: string;
  readonly bars: readonly Bar[];
  /** Opens what a bar stands for. */
  readonly onOpen: (id: string) => void;
}

/** Bars from one zero line, the amount beside each; a bar opens what it stands for. */
export function BarChart({ label, bars, onOpen }: BarChartProps) {
  const values = bars.map(({ value }) => value);
  const x = scaleLinear([Math.min(0, ...values), Math.max(100, ...values)], [0, 100]);
  return (
    <List aria-label={label}>
      {bars.map(({ id, name, value, color: tone }) => (
        <li key={id}>
          <button type="button" onClick={() => onOpen(id)} title={`${name}: ${dollars(value)}`}>
            <span>{name}</span>
            <i aria-hidden>
              <b
                style={{
                  left: `${x(Math.min(0, value))}%`,
                  width: `${Math.abs(x(value) - x(0))}%`,
                  background: tone,
                }}
              />
            </i>
            <em>{dollars(value)}</em>
          </button>
        </li>
      ))}
    </List>
  );
}

const List = styled.ul`
  list-style: none;
  button {
    display: grid;
    grid-template-columns: 64px minmax(0, 1fr) 84px;
    gap: 8px;
    align-items: center;
    width: 100%;
    height: 22px;
    padding: 0;
    border: 0;
    background: none;
    font-size: 0.75rem;
    font-stretch: ${type.narrow};
    text-align: left;
    cursor: pointer;
    &:hover {
      background: ${color.paperDim};
    }
  }
  i {
    position: relative;
    height: 12px;
    background: ${color.paperDim};
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

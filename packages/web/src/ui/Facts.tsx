import type { ReactNode } from 'react';
import styled from 'styled-components';
import { color, space, type } from '../theme/tokens.ts';

export interface Fact {
  readonly name: string;
  readonly value: ReactNode;
}

/** A few figures in a row, each under its name. */
export function Facts({ facts }: { readonly facts: readonly Fact[] }) {
  return (
    <List>
      {facts.map(({ name, value }) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </List>
  );
}

const List = styled.dl`
  display: flex;
  flex-wrap: wrap;
  gap: ${space.two} ${space.five};
  dt {
    color: ${color.textQuiet};
    font-size: ${type.small};
  }
  dd {
    font-size: ${type.figure};
    font-weight: 650;
    font-variant-numeric: tabular-nums;
  }
`;

/** A mark of a few letters. */
export const Mark = styled.span`
  display: inline-block;
  padding: 0 ${space.one};
  border: 1px solid ${color.line};
  border-radius: 3px;
  font-size: 0.65625rem;
  font-weight: 600;
  letter-spacing: 0.03em;
  text-transform: uppercase;
  color: ${color.textQuiet};
`;

import { scaleLinear } from 'd3';
import { useId } from 'react';
import styled from 'styled-components';
import type { Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { color, type } from '../theme/tokens.ts';

export interface Tide {
  readonly contract: Cents;
  readonly cost: Cents;
  readonly estimate: Cents;
  readonly earned: Cents;
  readonly billed: Cents;
}

/** The scale reaches to the contract price, or beyond it where something does. */
function reach({ contract, cost, estimate, earned, billed }: Tide): number {
  return Math.max(contract, cost, estimate, earned, billed, 1);
}

/** The gauge in words. */
export function tideText({ contract, cost, estimate, earned, billed }: Tide): string {
  const gap = billed - earned;
  const side =
    gap === 0
      ? 'billed as earned'
      : gap > 0
        ? `overbilled by ${dollars(gap as Cents)}`
        : `underbilled by ${dollars(-gap as Cents)}`;
  return `Of ${dollars(contract)} contract: cost ${dollars(cost)} of ${dollars(estimate)} at completion, earned ${dollars(earned)}, billed ${dollars(billed)}, ${side}.`;
}

const WIDTH = 1000;

/** The picture of a project: cost, earned and billed on one scale, the gap between earned and billed hatched. */
export function TideGauge({ tide, small = false }: { readonly tide: Tide; readonly small?: boolean }) {
  const hatch = useId();
  const x = scaleLinear([0, reach(tide)], [0, WIDTH]);
  const height = small ? 14 : 40;
  const half = height / 2;
  const { contract, cost, estimate, earned, billed } = tide;
  const gap = [x(Math.min(earned, billed)), x(Math.max(earned, billed))] as const;
  const top = small ? 0 : 8;
  return (
    <Wrap $small={small}>
      <svg viewBox={`0 0 ${WIDTH} ${height + top}`} preserveAspectRatio="none" role="img" aria-label={tideText(tide)}>
        <pattern
          id={hatch}
          width={small ? 12 : 8}
          height="8"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(-45)"
        >
          <rect width="12" height="8" fill={color.gapSoft} />
          <rect width={small ? 4 : 2} height="8" fill={color.gap} />
        </pattern>
        <rect y={top} width={x(contract)} height={height} fill={color.paperDeep} />
        <rect y={top + half} width={x(estimate)} height={half} fill={color.costSoft} />
        <rect y={top} width={x(Math.max(0, earned))} height={half} fill={color.earned} />
        <rect y={top + half} width={x(Math.max(0, cost))} height={half} fill={color.cost} />
        <rect x={gap[0]} y={top} width={Math.max(0, gap[1] - gap[0])} height={half} fill={`url(#${hatch})`} />
        <rect
          x={Math.max(0, x(billed) - (small ? 4 : 1.5))}
          y={small ? 0 : 2}
          width={small ? 8 : 3}
          height={height + top}
          fill={color.billedBright}
        />
      </svg>
      {small ? null : <Legend tide={tide} />}
    </Wrap>
  );
}

/** Names under the large gauge. */
function Legend({ tide }: { readonly tide: Tide }) {
  const { contract, estimate, earned, billed } = tide;
  const gap = billed - earned;
  const side =
    gap === 0 ? 'billed as earned' : gap > 0 ? 'hatched: billed, not yet earned' : 'hatched: earned, not yet billed';
  return (
    <Names>
      <span>
        <b style={{ color: color.earned }}>earned</b> above, <b style={{ color: color.cost }}>cost</b> below,{' '}
        <b style={{ color: color.billed }}>billed</b> the upright mark
      </span>
      <span style={{ color: color.gap }}>{side}</span>
      <span>
        {dollars(estimate)} at completion · {dollars(contract)} contract
      </span>
    </Names>
  );
}

const Wrap = styled.div<{ readonly $small: boolean }>`
  width: 100%;
  svg {
    display: block;
    width: 100%;
    height: ${({ $small }) => ($small ? '12px' : '34px')};
    border-radius: 2px;
  }
`;

const Names = styled.div`
  display: flex;
  justify-content: space-between;
  padding-top: 2px;
  font-size: ${type.small};
  color: ${color.textQuiet};
`;

import { ChevronDown, ChevronUp, X } from 'lucide-react';
import { useEffect } from 'react';
import styled from 'styled-components';
import type { Month } from '@lowtide/core/calendar/month.ts';
import { difference, type Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { percent } from '@lowtide/core/money/ratio.ts';
import { figureKey, figureOf } from '@lowtide/core/trace/figure.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { Button } from '../ui/Button.tsx';
import { Figure } from '../ui/Figure.tsx';
import { color, space, type } from '../theme/tokens.ts';
import { comparedFromNow, folded, seen, unpinned, useGauges, useGaugesDispatch } from './gauges-slice.ts';

type Value = Answer<'figures'>['figures'][number];

/** A figure's key without its month, as gauges keep it. */
export function pinOf(key: string): string {
  return key
    .split('.')
    .filter((part) => !/^t\d{4}-\d{2}$/.test(part))
    .join('.');
}

function keyOf(pin: string, through: Month): string | undefined {
  const figure = figureOf(`${pin}.t${through}`);
  return figure && figureKey(figure);
}

/** Pinned figures in a strip above the page: their value now, and what moved since. */
export function Gauges() {
  const { pins, since, before, folded: isFolded } = useGauges();
  const dispatch = useGaugesDispatch();
  const { through, known } = useShownBooks();
  const keys = pins.flatMap((pin) => keyOf(pin, through) ?? []).slice(0, 40);
  const query = { keys: keys.join(','), ...(known === undefined ? {} : { known }) };
  const { answer } = useRead('figures', keys.length === 0 || isFolded ? null : { query });
  useEffect(() => {
    if (answer)
      dispatch(
        seen(
          Object.fromEntries(
            answer.figures.flatMap(({ figure, amountCents }) => (amountCents === null ? [] : [[figure, amountCents]])),
          ),
        ),
      );
  }, [answer, dispatch]);
  if (isFolded) {
    return (
      <Strip aria-label="Gauges">
        <Button $look="quiet" onPress={() => dispatch(folded())}>
          <ChevronDown size={14} aria-hidden /> {pins.length} gauges
        </Button>
      </Strip>
    );
  }
  return (
    <Strip aria-label="Gauges">
      <ul>
        {answer?.figures.map((value) => (
          <li key={value.figure}>
            <Gauge
              value={value}
              before={before[value.figure]}
              onUnpin={() => dispatch(unpinned(pinOf(value.figure)))}
            />
          </li>
        ))}
        {pins.length === 0 ? <li>Press g on any figure to pin it here.</li> : null}
      </ul>
      <Button
        $look="quiet"
        onPress={() => dispatch(comparedFromNow())}
        aria-label={`Changes since ${since}. Count from now`}
      >
        since {since}
      </Button>
      <Button $look="quiet" aria-label="Fold gauges away" onPress={() => dispatch(folded())}>
        <ChevronUp size={14} aria-hidden />
      </Button>
    </Strip>
  );
}

interface GaugeProps {
  readonly value: Value;
  readonly before: number | undefined;
  readonly onUnpin: () => void;
}

function Gauge({ value, before, onUnpin }: GaugeProps) {
  const { title, about, figure, amountCents, ratio } = value;
  const text = amountCents !== null ? dollars(amountCents) : ratio === null ? 'none' : `${percent(ratio)} %`;
  const moved = amountCents === null || before === undefined ? 0 : amountCents - before;
  return (
    <>
      <span>
        {title}
        {about === 'the company' ? '' : ` · ${about.split(' ')[0]}`}
      </span>
      <Button $look="quiet" aria-label={`Unpin ${title}`} onPress={onUnpin}>
        <X size={12} aria-hidden />
      </Button>
      <strong>
        <Figure label={title} text={text} figure={figure} />
      </strong>
      {moved === 0 ? null : (
        <Moved role="status">
          {moved > 0 ? '+' : ''}
          {dollars(difference(moved as Cents, 0 as Cents))}
        </Moved>
      )}
    </>
  );
}

/** More is not better for every figure: what moved has its sign, and no color. */
const Moved = styled.em`
  font-style: normal;
  font-weight: 650;
  font-variant-numeric: tabular-nums;
`;

const Strip = styled.aside`
  display: flex;
  align-items: center;
  gap: ${space.two};
  min-height: 26px;
  padding: 0 ${space.two} 0 ${space.four};
  background: ${color.paperDim};
  border-bottom: 1px solid ${color.line};
  font-size: 0.75rem;
  ul {
    display: flex;
    flex: 1;
    min-width: 0;
    gap: ${space.one} ${space.five};
    overflow-x: auto;
    scrollbar-width: thin;
  }
  li {
    display: flex;
    align-items: baseline;
    gap: ${space.one};
    padding: ${space.two} 0;
    white-space: nowrap;
    font-stretch: ${type.narrow};
  }
  li > span {
    color: ${color.textQuiet};
  }
  li strong {
    font-weight: 650;
    font-size: ${type.base};
  }
  li > button {
    height: 18px;
    padding: 0;
    align-self: center;
    opacity: 0;
  }
  li:hover > button,
  li > button[data-focus-visible] {
    opacity: 1;
  }
  > button {
    height: 22px;
    font-size: ${type.small};
  }
`;

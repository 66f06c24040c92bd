import { X } from 'lucide-react';
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
import { color, size, space, type } from '../theme/tokens.ts';
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

/** Pinned figures beside the work: their value now, and what moved since. */
export function Gauges() {
  const { pins, since, before } = useGauges();
  const dispatch = useGaugesDispatch();
  const { through, known } = useShownBooks();
  const keys = pins.flatMap((pin) => keyOf(pin, through) ?? []).slice(0, 40);
  const query = { keys: keys.join(','), ...(known === undefined ? {} : { known }) };
  const { answer } = useRead('figures', keys.length === 0 ? null : { query });
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
  return (
    <Aside aria-label="Gauges">
      <h2>
        Gauges
        <Button
          $look="quiet"
          onPress={() => dispatch(comparedFromNow())}
          aria-label={`Changes since ${since}. Count from now`}
        >
          since {since}
        </Button>
        <Button $look="quiet" aria-label="Fold gauges away" onPress={() => dispatch(folded())}>
          <X size={14} aria-hidden />
        </Button>
      </h2>
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
      </ul>
      {pins.length === 0 ? <p>Press g on any figure to pin it here.</p> : null}
    </Aside>
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
        <Moved role="status" $up={moved > 0}>
          {moved > 0 ? '+' : ''}
          {dollars(difference(moved as Cents, 0 as Cents))}
        </Moved>
      )}
    </>
  );
}

const Moved = styled.em<{ readonly $up: boolean }>`
  font-style: normal;
  font-weight: 650;
  font-variant-numeric: tabular-nums;
  color: ${({ $up }) => ($up ? color.earned : color.trouble)};
`;

const Aside = styled.aside`
  width: ${size.gauges};
  overflow: auto;
  padding: ${space.three};
  background: ${color.paperDim};
  border-left: 1px solid ${color.line};
  h2 {
    display: flex;
    align-items: center;
    gap: ${space.one};
    font-size: ${type.base};
    font-weight: 650;
    margin-bottom: ${space.two};
  }
  h2 button:first-of-type {
    margin-left: auto;
    font-weight: 400;
    font-size: ${type.small};
  }
  li {
    position: relative;
    padding: ${space.two} ${space.three};
    margin-bottom: ${space.two};
    background: ${color.paper};
    border: 1px solid ${color.line};
    border-radius: ${size.radius};
  }
  li > span {
    display: block;
    font-size: ${type.small};
    color: ${color.textQuiet};
    padding-right: ${space.four};
  }
  li > button:first-of-type {
    position: absolute;
    top: 2px;
    right: 2px;
    height: 20px;
  }
  li strong {
    font-size: 15px;
    font-weight: 650;
    margin-right: ${space.two};
  }
  p {
    color: ${color.textQuiet};
  }
`;

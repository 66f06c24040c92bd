import { area, curveMonotoneX, max, scaleLinear } from 'd3';
import { useId, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import styled from 'styled-components';
import { month, monthAt, monthNumber, monthText, type Month } from '@lowtide/core/calendar/month.ts';
import type { Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { useOpenMonth, useShownBooks } from '../api/as-of.tsx';
import { May, useMay } from '../api/session.tsx';
import { color, narrow, size, space, type } from '../theme/tokens.ts';
import { BY_CHARACTER } from '../ui/keys.ts';
import { KnownDialog } from './KnownDialog.tsx';

const SHOWN = 18;
const HEIGHT = 46;

interface RibbonMonth {
  readonly month: Month;
  readonly earnedCents: Cents;
  readonly billedCents: Cents;
  readonly locked: boolean;
}

/** Eighteen months with the chosen one among them, the current one three from the end unless the chosen lies elsewhere. */
function monthsInView(ribbon: readonly RibbonMonth[], through: Month, current: Month): readonly RibbonMonth[] {
  const known = new Map(ribbon.map((each) => [each.month, each]));
  const first = monthNumber(ribbon[0]?.month ?? current);
  const chosen = monthNumber(through);
  const end = Math.max(first + SHOWN - 1, Math.max(monthNumber(current) + 3, chosen));
  const start = chosen < end - SHOWN + 1 ? Math.max(first, chosen - 2) : end - SHOWN + 1;
  return Array.from({ length: SHOWN }, (_, index) => {
    const month = monthAt(start + index);
    return known.get(month) ?? { month, earnedCents: 0 as Cents, billedCents: 0 as Cents, locked: false };
  });
}

/** The months of the books as one strip; the chosen one is the as-of date of everything on the screen. */
export function MonthRibbon() {
  const { frame, through, known } = useShownBooks();
  const [asking, setAsking] = useState(false);
  const months = monthsInView(frame.ribbon, through, frame.currentMonth);
  const choose = useOpenMonth();
  // Counted from the address itself, which is ahead of the screen when keys come faster than answers.
  const step = (by: number) => (): void => {
    const now = new URLSearchParams(globalThis.location.search).get('m') ?? through;
    choose(monthAt(monthNumber(month(now)) + by));
  };
  useHotkeys('[', step(-1), BY_CHARACTER);
  useHotkeys(']', step(1), BY_CHARACTER);
  const chosen = months.find(({ month }) => month === through);
  return (
    <Strip aria-label="Months">
      <Side>
        <strong>
          <Step type="button" aria-label="A month earlier" onClick={step(-1)}>
            ‹
          </Step>
          {monthText(through)}
          <Step type="button" aria-label="A month later" onClick={step(1)}>
            ›
          </Step>
        </strong>
        <button type="button" onClick={() => setAsking(true)} title="Show the books as known at a moment">
          {known === undefined ? 'as known now' : 'as then known'}
        </button>
      </Side>
      <Months>
        <Drawing months={months} through={through} />
        <ol>
          {months.map((each, place) => (
            <MonthOf
              key={each.month}
              shown={each}
              isFirst={place === 0}
              isChosen={each.month === through}
              onChoose={() => choose(each.month)}
            />
          ))}
        </ol>
      </Months>
      <Side>
        <May do="read-books">
          <span style={{ color: color.earnedOnInk }}>earned {dollars(chosen?.earnedCents ?? (0 as Cents))}</span>
          <span style={{ color: color.billedOnInk }}>billed {dollars(chosen?.billedCents ?? (0 as Cents))}</span>
        </May>
      </Side>
      {asking ? <KnownDialog onClose={() => setAsking(false)} /> : null}
    </Strip>
  );
}

interface MonthOfProps {
  readonly shown: RibbonMonth;
  readonly isFirst: boolean;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
}

function MonthOf({ shown, isFirst, isChosen, onChoose }: MonthOfProps) {
  const { month, earnedCents, billedCents, locked } = shown;
  const name = monthText(month);
  const figures = useMay()('read-books') ? `: earned ${dollars(earnedCents)}, billed ${dollars(billedCents)}` : '';
  return (
    <li data-chosen={isChosen}>
      <button type="button" title={`${name}${figures}`} aria-current={isChosen ? 'date' : undefined} onClick={onChoose}>
        {month.endsWith('-01') || isFirst ? `${name.charAt(0)} ${month.slice(0, 4)}` : name.charAt(0)}
        <Told>
          {name}
          {figures}
          {locked ? ', locked' : ''}
        </Told>
      </button>
    </li>
  );
}

function Drawing({ months, through }: { readonly months: readonly RibbonMonth[]; readonly through: Month }) {
  const hatch = useId();
  const top = max(months, ({ earnedCents, billedCents }) => Math.max(earnedCents, billedCents)) ?? 0;
  const y = scaleLinear([0, Math.max(1, top)], [HEIGHT, 5]);
  const x = (index: number): number => index + 0.5;
  const lastEarned = months.findLastIndex(({ earnedCents }) => earnedCents !== 0);
  const shape = area<RibbonMonth>()
    .x((_, index) => x(index))
    .y0(HEIGHT)
    .y1(({ earnedCents }) => y(Math.max(0, earnedCents)))
    .curve(curveMonotoneX)(months.slice(0, lastEarned + 1));
  const chosen = months.findIndex(({ month }) => month === through);
  return (
    <svg viewBox={`0 0 ${months.length} ${HEIGHT}`} preserveAspectRatio="none" aria-hidden>
      <pattern id={hatch} width="0.14" height="8" patternUnits="userSpaceOnUse" patternTransform="skewX(-1)">
        <rect width="0.02" height="8" fill={color.lockedOnInk} />
      </pattern>
      {months.map(({ month, locked }, index) =>
        locked ? <rect key={month} x={index} width={1} height={HEIGHT} fill={`url(#${hatch})`} /> : null,
      )}
      {chosen < 0 ? null : <rect x={chosen} width={1} height={HEIGHT} fill={color.paper} />}
      <path d={shape ?? ''} fill={color.earnedAreaOnInk} fillOpacity={0.75} />
      {months.map(({ month, billedCents }, index) =>
        billedCents === 0 ? null : (
          <rect
            key={month}
            x={index + 0.25}
            width={0.5}
            y={y(Math.max(0, billedCents)) - 1}
            height={2.4}
            fill={color.billedBright}
          />
        ),
      )}
    </svg>
  );
}

/** For those who hear the screen. */
const Told = styled.span`
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
`;

/** Where the months themselves have no room. */
const Step = styled.button`
  display: none;
  ${narrow} {
    display: inline-block;
    padding: 0 ${space.three} !important;
    font-size: ${type.title};
    text-decoration: none !important;
  }
`;

const Strip = styled.nav`
  display: grid;
  grid-template-columns: 148px 1fr 150px;
  background: ${color.ink};
  color: ${color.textOnInk};
  ${narrow} {
    grid-template-columns: 1fr auto;
    padding: ${space.one} 0;
    > div:nth-child(2) {
      display: none;
    }
  }
`;

const Side = styled.div`
  display: flex;
  flex-direction: column;
  justify-content: center;
  gap: ${space.half};
  padding: 0 ${space.three};
  font-size: ${type.small};
  font-variant-numeric: tabular-nums;
  strong {
    font-size: ${type.base};
  }
  button {
    padding: 0;
    border: 0;
    background: none;
    text-align: left;
    color: ${color.textOnInkQuiet};
    text-decoration: underline dotted;
    cursor: pointer;
  }
`;

const Months = styled.div`
  svg {
    display: block;
    width: 100%;
    height: ${HEIGHT}px;
  }
  ol {
    display: grid;
    grid-template-columns: repeat(${SHOWN}, 1fr);
  }
  li {
    text-align: left;
  }
  li button {
    width: 100%;
    padding: ${space.half} ${space.one};
    border: 0;
    background: none;
    text-align: left;
    font-size: ${type.small};
    color: ${color.textOnInkQuiet};
    cursor: pointer;
    border-radius: 0 0 ${size.radius} ${size.radius};
  }
  li button:hover {
    color: ${color.textOnInk};
  }
  li[data-chosen='true'] button {
    background: ${color.paper};
    color: ${color.text};
    font-weight: 700;
    border-radius: 0;
  }
`;

import { createContext, useContext, type KeyboardEvent } from 'react';
import styled from 'styled-components';
import type { Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { percent, type Ratio } from '@lowtide/core/money/ratio.ts';
import { color } from '../theme/tokens.ts';

/** What can be done with a figure, by its key. */
export interface FigureActions {
  readonly trace: (figure: string) => void;
  readonly pin: (figure: string) => void;
}

export const FigureActionsContext = createContext<FigureActions>({ trace: () => undefined, pin: () => undefined });

/** `plain` where below zero is nothing bad. */
export type Tone = 'earned' | 'billed' | 'cost' | 'gap' | 'trouble' | 'quiet' | 'plain';
const TONES: Readonly<Record<Tone, string>> = {
  earned: color.earned,
  billed: color.billed,
  cost: color.cost,
  gap: color.gap,
  trouble: color.trouble,
  quiet: color.textQuiet,
  plain: color.text,
};

export interface FigureProps {
  /** What it is, for those who do not see the column. */
  readonly label: string;
  readonly text: string;
  readonly figure?: string | undefined;
  readonly tone?: Tone | undefined;
}

/** A figure: Enter or a click opens its trace, `g` pins it as a gauge, `Ctrl C` copies it. Without a key it is text. */
export function Figure({ label, text, figure, tone }: FigureProps) {
  const { trace, pin } = useContext(FigureActionsContext);
  const style = tone === undefined ? undefined : { color: TONES[tone] };
  if (figure === undefined) return <span style={style}>{text}</span>;
  const onKeyDown = (event: KeyboardEvent): void => {
    const isHeld = event.ctrlKey || event.metaKey;
    if (event.key === 'c' && isHeld) void navigator.clipboard.writeText(text);
    if (event.key !== 'g' || isHeld) return;
    event.preventDefault();
    pin(figure);
  };
  return (
    <Traced
      type="button"
      style={style}
      aria-label={`${label} ${text}`}
      data-figure={figure}
      onClick={() => trace(figure)}
      onKeyDown={onKeyDown}
    >
      {text}
    </Traced>
  );
}

export interface MoneyProps {
  readonly label: string;
  readonly money: { readonly amountCents: Cents; readonly figure?: string | undefined };
  readonly tone?: Tone | undefined;
}

/** An amount; below zero in trouble's color unless it has a tone of its own. */
export function Money({ label, money: { amountCents, figure }, tone }: MoneyProps) {
  return (
    <Figure
      label={label}
      text={dollars(amountCents)}
      figure={figure}
      tone={tone ?? (amountCents < 0 ? 'trouble' : undefined)}
    />
  );
}

export function Amount({ cents, tone }: { readonly cents: Cents; readonly tone?: Tone | undefined }) {
  return <Figure label="" text={dollars(cents)} tone={tone ?? (cents < 0 ? 'trouble' : undefined)} />;
}

interface PressedAmountProps {
  /** What a press does. */
  readonly label: string;
  readonly cents: Cents;
  readonly tone?: Tone | undefined;
  readonly onPress: () => void;
}

/** An amount that opens what explains it, where that is more than a trace. */
export function PressedAmount({ label, cents, tone, onPress }: PressedAmountProps) {
  return (
    <Traced type="button" style={tone === undefined ? {} : { color: TONES[tone] }} aria-label={label} onClick={onPress}>
      {dollars(cents)}
    </Traced>
  );
}

/** A share in percent; a dash in words where there is none. */
export function Percent(props: {
  readonly label: string;
  readonly ratio: Ratio | null;
  readonly figure?: string | undefined;
  readonly decimals?: number;
}) {
  const { label, ratio, figure, decimals = 2 } = props;
  if (ratio === null) return <Figure label={label} text="none" tone="quiet" />;
  const tone = ratio.numerator < 0 ? 'trouble' : undefined;
  return <Figure label={label} text={`${percent(ratio, decimals)} %`} figure={figure} tone={tone} />;
}

const Traced = styled.button`
  padding: 0;
  border: 0;
  border-bottom: 1px solid transparent;
  background: none;
  font: inherit;
  font-variant-numeric: tabular-nums;
  cursor: pointer;
  &:hover {
    border-bottom-color: currentColor;
  }
`;

import { useState } from 'react';
import styled from 'styled-components';
import { dayText, isoDate, plusDays } from '@lowtide/core/calendar/iso-date.ts';
import { month, monthText, plusMonths } from '@lowtide/core/calendar/month.ts';
import { typedDate, type DayOrder } from '@lowtide/core/calendar/typed-date.ts';
import { typedMonth } from '@lowtide/core/calendar/typed-month.ts';
import { useDayOrder } from '../ui/day-order.ts';
import { color } from '../theme/tokens.ts';

interface Kind {
  readonly read: (typed: string, near: string, order: DayOrder) => string | undefined;
  readonly shown: (value: string) => string;
  readonly plus: (value: string, count: number) => string;
  readonly such: string;
  readonly width: number;
}

const KINDS: Readonly<Record<'month' | 'day', Kind>> = {
  month: {
    read: (typed, near) => typedMonth(typed, month(near)),
    shown: (value) => monthText(month(value)),
    plus: (value, count) => plusMonths(month(value), count),
    such: 'a month such as jan 2027, 1/27 or -1',
    width: 68,
  },
  day: {
    read: (typed, near, order) => typedDate(typed, isoDate(near), order),
    shown: (value) => dayText(isoDate(value)),
    plus: (value, count) => plusDays(isoDate(value), count),
    such: 'a day such as 31 jan, 1/31 or -1',
    width: 92,
  },
};

export interface TypedWordProps {
  readonly kind: keyof typeof KINDS;
  readonly label: string;
  /** A month or a day. */
  readonly value: string;
  readonly onChange: (value: string) => void;
}

/** A month or a day within a sentence, typed as people do: it takes effect with Enter or when it is left; arrows go to the next. */
export function TypedWord({ kind, label, value, onChange }: TypedWordProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const order = useDayOrder();
  const { read, shown, plus, such, width } = KINDS[kind];
  const meant = typed === null ? value : read(typed, value, order);
  const take = (): void => {
    if (meant === undefined) return;
    setTyped(null);
    if (meant !== value) onChange(meant);
  };
  return (
    <Input
      aria-label={label}
      aria-invalid={meant === undefined || undefined}
      title={meant === undefined ? `Give ${such}.` : `${label}: ${such}`}
      style={{ width }}
      value={typed ?? shown(value)}
      onFocus={({ target }) => target.select()}
      onChange={({ target }) => setTyped(target.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === 'Enter') take();
        if (event.key === 'Escape') setTyped(null);
        const step = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0;
        if (step === 0 || meant === undefined) return;
        event.preventDefault();
        setTyped(null);
        onChange(plus(meant, step));
      }}
    />
  );
}

const Input = styled.input`
  padding: 0 2px;
  border: 0;
  border-bottom: 1px solid ${color.lineStrong};
  background: transparent;
  font-weight: 650;
  &[aria-invalid] {
    color: ${color.trouble};
    border-color: ${color.trouble};
  }
`;

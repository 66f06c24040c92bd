import { useState } from 'react';
import styled from 'styled-components';
import { isIsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { isNameableMonth } from '@lowtide/core/calendar/month.ts';
import { color } from '../theme/tokens.ts';

const KINDS = {
  month: { isGood: isNameableMonth, as: 'YYYY-MM', advice: 'Give a month as YYYY-MM, such as 2027-01.', width: 68 },
  day: { isGood: isIsoDate, as: 'YYYY-MM-DD', advice: 'Give a day as YYYY-MM-DD, such as 2027-01-31.', width: 88 },
} as const;

export interface TypedWordProps {
  readonly kind: keyof typeof KINDS;
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
}

/** A month or a day within a sentence; takes effect once it is one. */
export function TypedWord({ kind, label, value, onChange }: TypedWordProps) {
  const [typed, setTyped] = useState(value);
  const [shown, setShown] = useState(value);
  if (shown !== value) {
    setShown(value);
    if (typed.trim() !== value) setTyped(value);
  }
  const { isGood, as, advice, width } = KINDS[kind];
  const good = isGood(typed.trim());
  return (
    <Input
      aria-label={label}
      aria-invalid={!good || undefined}
      title={good ? `${label}, as ${as}` : advice}
      style={{ width }}
      value={typed}
      onChange={({ target }) => {
        setTyped(target.value);
        if (isGood(target.value.trim())) onChange(target.value.trim());
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

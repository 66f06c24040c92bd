import { useState } from 'react';
import styled from 'styled-components';
import { isNameableMonth } from '@lowtide/core/calendar/month.ts';
import { color } from '../theme/tokens.ts';

/** A month within a sentence; takes effect once it is one. */
export function MonthField({
  label,
  value,
  onChange,
}: {
  readonly label: string;
  readonly value: string;
  readonly onChange: (month: string) => void;
}) {
  const [typed, setTyped] = useState(value);
  const good = isNameableMonth(typed.trim());
  return (
    <Input
      aria-label={label}
      aria-invalid={!good || undefined}
      title={good ? `${label}, as YYYY-MM` : 'Give a month as YYYY-MM, such as 2027-01.'}
      value={typed}
      onChange={({ target }) => {
        setTyped(target.value);
        if (isNameableMonth(target.value.trim())) onChange(target.value.trim());
      }}
    />
  );
}

const Input = styled.input`
  width: 68px;
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

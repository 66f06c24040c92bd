import { useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { color } from '../theme/tokens.ts';

export interface TextWordProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  /** Said while nothing is typed. */
  readonly placeholder: string;
}

/** What is typed takes effect once the hand rests: each letter would ask anew. */
const AFTER_MS = 200;

/** Text typed within a sentence. */
export function TextWord({ label, value, onChange, placeholder }: TextWordProps) {
  const [typed, setTyped] = useState(value);
  const [shown, setShown] = useState(value);
  const latest = useRef(onChange);
  useEffect(() => {
    latest.current = onChange;
  });
  if (shown !== value) {
    setShown(value);
    setTyped(value);
  }
  useEffect(() => {
    if (typed === value) return;
    const timer = setTimeout(() => latest.current(typed), AFTER_MS);
    return () => clearTimeout(timer);
  }, [typed, value]);
  return (
    <Input
      type="search"
      aria-label={label}
      placeholder={placeholder}
      value={typed}
      onChange={({ target }) => setTyped(target.value)}
    />
  );
}

const Input = styled.input`
  width: 130px;
  margin: 0 4px;
  padding: 0 2px;
  border: 0;
  border-bottom: 1px solid ${color.lineStrong};
  background: transparent;
  font-weight: 650;
  &::placeholder {
    color: ${color.textQuiet};
    opacity: 1;
  }
`;

import styled from 'styled-components';
import { color } from '../theme/tokens.ts';

export interface TextWordProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  /** Said while nothing is typed. */
  readonly placeholder: string;
}

/** Text typed within a sentence. */
export function TextWord({ label, value, onChange, placeholder }: TextWordProps) {
  return (
    <Input
      type="search"
      aria-label={label}
      placeholder={placeholder}
      value={value}
      onChange={({ target }) => onChange(target.value)}
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

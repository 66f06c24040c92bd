import { FieldError } from 'react-aria-components/FieldError';
import { Input } from 'react-aria-components/Input';
import { Label } from 'react-aria-components/Label';
import { Text } from 'react-aria-components/Text';
import { TextArea } from 'react-aria-components/TextArea';
import { TextField } from 'react-aria-components/TextField';
import styled from 'styled-components';
import { color, size, space, type } from '../theme/tokens.ts';

export interface FieldProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  /** What a form calls it. */
  readonly name?: string;
  readonly onBlur?: () => void;
  /** What is wrong with it; keeps what was typed. */
  readonly problem?: string | undefined;
  readonly hint?: string;
  readonly lines?: number;
  /** Numbers stand at the right, in figures of one width. */
  readonly figures?: boolean;
  readonly isReadOnly?: boolean;
  readonly autoFocus?: boolean;
  /** Passwords are not shown. */
  readonly type?: 'text' | 'email' | 'password';
  /** What a browser may fill in: a token of HTML's `autocomplete`. */
  readonly fills?: string;
}

/** A labelled line or box of text. */
export function Field({ label, problem, hint, lines = 1, figures = false, fills = 'off', ...field }: FieldProps) {
  return (
    <Labelled {...field} isInvalid={problem !== undefined} validationBehavior="aria">
      <Label>{label}</Label>
      {lines > 1 ? <Box as={TextArea} rows={lines} /> : <Box $figures={figures} autoComplete={fills} />}
      {hint !== undefined && problem === undefined ? <Text slot="description">{hint}</Text> : null}
      <FieldError>{problem}</FieldError>
    </Labelled>
  );
}

/** The look of everything that is typed into. */
export const Box = styled(Input)<{ readonly $figures?: boolean }>`
  width: 100%;
  min-height: 30px;
  padding: ${space.one} ${space.two};
  border: 1px solid ${color.lineStrong};
  border-radius: ${size.radius};
  background: ${color.field};
  font-variant-numeric: ${({ $figures }) => ($figures ? 'tabular-nums' : 'normal')};
  text-align: ${({ $figures }) => ($figures ? 'right' : 'left')};
  &[data-invalid] {
    border-color: ${color.trouble};
    background: ${color.troubleSoft};
  }
  &[readonly] {
    background: ${color.paperDim};
    border-color: ${color.line};
  }
  &[data-focused] {
    outline: 2px solid ${color.focus};
    outline-offset: -1px;
  }
`;

const Labelled = styled(TextField)`
  display: grid;
  gap: ${space.half};
  align-content: start;
  label {
    font-size: ${type.small};
    font-weight: 550;
    color: ${color.textQuiet};
  }
  [slot='description'] {
    font-size: ${type.small};
    color: ${color.textQuiet};
  }
  [slot='errorMessage'],
  .react-aria-FieldError {
    font-size: ${type.small};
    color: ${color.trouble};
    font-weight: 550;
  }
`;

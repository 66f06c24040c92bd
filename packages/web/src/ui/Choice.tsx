import { Button } from 'react-aria-components/Button';
import { FieldError } from 'react-aria-components/FieldError';
import { Label } from 'react-aria-components/Label';
import { ListBox, ListBoxItem } from 'react-aria-components/ListBox';
import { Popover } from 'react-aria-components/Popover';
import { Select, SelectValue } from 'react-aria-components/Select';
import { ChevronDown } from 'lucide-react';
import styled from 'styled-components';
import { color, size, space, type } from '../theme/tokens.ts';

interface ChoiceOption {
  readonly value: string;
  readonly text: string;
}

export interface ChoiceProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly options: readonly ChoiceOption[];
  readonly problem?: string | undefined;
  /** Drawn within a sentence: no label above, no frame. */
  readonly inline?: boolean;
}

/** One of a few. */
export function Choice({ label, value, onChange, options, problem, inline = false }: ChoiceProps) {
  return (
    <Frame
      aria-label={label}
      value={value}
      onChange={(key) => onChange(String(key))}
      isInvalid={problem !== undefined}
      $inline={inline}
    >
      {inline ? null : <Label>{label}</Label>}
      <Button>
        <SelectValue />
        <ChevronDown size={13} aria-hidden />
      </Button>
      <FieldError>{problem}</FieldError>
      <Sheet>
        <Options>
          {options.map((option) => (
            <ListBoxItem key={option.value} id={option.value} textValue={option.text}>
              {option.text}
            </ListBoxItem>
          ))}
        </Options>
      </Sheet>
    </Frame>
  );
}

const Frame = styled(Select)<{ readonly $inline: boolean }>`
  display: ${({ $inline }) => ($inline ? 'inline-grid' : 'grid')};
  margin: 0 ${({ $inline }) => ($inline ? space.half : '0')} 0 ${({ $inline }) => ($inline ? space.one : '0')};
  gap: ${space.half};
  align-content: start;
  .react-aria-Label {
    font-size: ${type.small};
    font-weight: 550;
    color: ${color.textQuiet};
  }
  .react-aria-FieldError {
    font-size: ${type.small};
    color: ${color.trouble};
    font-weight: 550;
  }
  button {
    display: flex;
    align-items: center;
    justify-content: space-between;
    gap: ${space.one};
    min-height: ${({ $inline }) => ($inline ? '22px' : '30px')};
    padding: 0 ${({ $inline }) => ($inline ? space.half : space.two)};
    border: ${({ $inline }) => ($inline ? '0' : `1px solid ${color.lineStrong}`)};
    border-bottom: 1px solid ${color.lineStrong};
    border-radius: ${({ $inline }) => ($inline ? '0' : size.radius)};
    background: ${({ $inline }) => ($inline ? 'transparent' : color.field)};
    font-weight: ${({ $inline }) => ($inline ? 650 : 400)};
    cursor: pointer;
  }
  &[data-invalid] button {
    border-color: ${color.trouble};
  }
`;

const Sheet = styled(Popover)`
  min-width: max(var(--trigger-width), 140px);
  background: ${color.field};
  border: 1px solid ${color.lineStrong};
  border-radius: ${size.radius};
  box-shadow: 0 6px 20px ${color.shadow};
`;

const Options = styled(ListBox)`
  max-height: 280px;
  overflow: auto;
  padding: ${space.one};
  outline: none;
  .react-aria-ListBoxItem {
    padding: ${space.one} ${space.two};
    border-radius: 3px;
    cursor: pointer;
    &[data-focused] {
      background: ${color.paperDeep};
      outline: none;
    }
    &[data-selected] {
      font-weight: 650;
    }
  }
`;

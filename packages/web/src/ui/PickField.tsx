import { Button } from 'react-aria-components/Button';
import { ComboBox } from 'react-aria-components/ComboBox';
import { FieldError } from 'react-aria-components/FieldError';
import { Label } from 'react-aria-components/Label';
import { ListBox, ListBoxItem } from 'react-aria-components/ListBox';
import { Text } from 'react-aria-components/Text';
import { Popover } from 'react-aria-components/Popover';
import { ChevronDown } from 'lucide-react';
import styled from 'styled-components';
import { color, size, space, type } from '../theme/tokens.ts';
import { Box } from './Field.tsx';

export interface PickFieldProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (code: string) => void;
  readonly options: readonly { readonly code: string; readonly name: string }[];
  readonly problem?: string | undefined;
  readonly name?: string | undefined;
  readonly onBlur?: (() => void) | undefined;
  readonly hint?: string;
  readonly autoFocus?: boolean;
}

/** Takes a code or a part of a name; what is typed is kept whether it is in the list or not. */
export function PickField(props: PickFieldProps) {
  const { label, value, onChange, options, problem, hint, name, onBlur, autoFocus = false } = props;
  const word = value.trim().toLowerCase();
  const shown = options
    .filter(({ code, name }) => `${code} ${name}`.toLowerCase().includes(word) || code.toLowerCase() === word)
    .slice(0, 40);
  return (
    <Frame
      inputValue={value}
      onInputChange={onChange}
      onChange={(key) => (key === null ? undefined : onChange(String(key)))}
      items={shown}
      allowsCustomValue
      isInvalid={problem !== undefined}
      menuTrigger="focus"
    >
      <Label>{label}</Label>
      <div>
        <Box name={name} onBlur={onBlur} autoFocus={autoFocus} autoComplete="off" />
        <Button aria-label={`${label}: show all`}>
          <ChevronDown size={13} aria-hidden />
        </Button>
      </div>
      {hint === undefined || problem !== undefined ? null : <Text slot="description">{hint}</Text>}
      <FieldError>{problem}</FieldError>
      <Sheet>
        <ListBox>
          {shown.map(({ code, name }) => (
            <ListBoxItem key={code} id={code} textValue={code}>
              <b>{code}</b> {name}
            </ListBoxItem>
          ))}
        </ListBox>
      </Sheet>
    </Frame>
  );
}

const Frame = styled(ComboBox)`
  display: grid;
  gap: ${space.half};
  align-content: start;
  label {
    font-size: ${type.small};
    font-weight: 550;
    color: ${color.textQuiet};
  }
  > div {
    position: relative;
  }
  > div button {
    position: absolute;
    right: 2px;
    top: 4px;
    height: 22px;
    border: 0;
    background: none;
    cursor: pointer;
  }
  [slot='description'] {
    font-size: ${type.small};
    color: ${color.textQuiet};
  }
  .react-aria-FieldError {
    font-size: ${type.small};
    color: ${color.trouble};
    font-weight: 550;
  }
`;

const Sheet = styled(Popover)`
  width: var(--trigger-width);
  min-width: 240px;
  background: ${color.field};
  border: 1px solid ${color.lineStrong};
  border-radius: ${size.radius};
  box-shadow: 0 6px 20px ${color.shadow};
  .react-aria-ListBox {
    max-height: 240px;
    overflow: auto;
    padding: ${space.one};
    outline: none;
  }
  .react-aria-ListBoxItem {
    padding: 3px ${space.two};
    border-radius: 3px;
    cursor: pointer;
  }
  .react-aria-ListBoxItem[data-focused] {
    background: ${color.paperDeep};
    outline: none;
  }
`;

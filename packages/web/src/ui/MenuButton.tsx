import { ChevronDown } from 'lucide-react';
import { Menu, MenuItem, MenuTrigger } from 'react-aria-components/Menu';
import { Popover } from 'react-aria-components/Popover';
import styled from 'styled-components';
import { color, size, space } from '../theme/tokens.ts';
import { Button } from './Button.tsx';

export interface MenuButtonProps {
  readonly label: string;
  readonly items: readonly { readonly id: string; readonly text: string; readonly isChosen?: boolean }[];
  readonly onChoose: (id: string) => void;
}

/** Several things to do behind one button; those that are chosen already are marked. */
export function MenuButton({ label, items, onChoose }: MenuButtonProps) {
  return (
    <MenuTrigger>
      <Button>
        {label} <ChevronDown size={13} aria-hidden />
      </Button>
      <Sheet>
        <Items aria-label={label} onAction={(key) => onChoose(String(key))}>
          {items.map(({ id, text, isChosen }) => (
            <MenuItem key={id} id={id} textValue={text}>
              {isChosen === undefined ? null : <span aria-hidden>{isChosen ? '☑ ' : '☐ '}</span>}
              {text}
            </MenuItem>
          ))}
        </Items>
      </Sheet>
    </MenuTrigger>
  );
}

const Sheet = styled(Popover)`
  min-width: 180px;
  background: ${color.field};
  border: 1px solid ${color.lineStrong};
  border-radius: ${size.radius};
  box-shadow: 0 6px 20px ${color.shadow};
`;

const Items = styled(Menu)`
  padding: ${space.one};
  outline: none;
  .react-aria-MenuItem {
    padding: ${space.one} ${space.two};
    border-radius: 3px;
    cursor: pointer;
    outline: none;
    &[data-focused] {
      background: ${color.paperDeep};
    }
  }
`;

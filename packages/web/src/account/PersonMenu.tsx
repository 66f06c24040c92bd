import { Button } from 'react-aria-components/Button';
import { Header } from 'react-aria-components/Header';
import { Menu, MenuItem, MenuSection, MenuTrigger } from 'react-aria-components/Menu';
import { Popover } from 'react-aria-components/Popover';
import { ChevronDown } from 'lucide-react';
import styled from 'styled-components';
import { ROLE_WORDS } from '@lowtide/core/people/roles.ts';
import { useGo } from '../api/as-of.tsx';
import { useWrite } from '../api/books-api.ts';
import { useSession } from '../api/session.tsx';
import { color, size, space, type } from '../theme/tokens.ts';

/** Who is signed in, and what they do about it; in the demo, whom else to be. */
export function PersonMenu() {
  const { person, books, others } = useSession();
  const go = useGo();
  const [signOut] = useWrite('signOut');
  const [actAs] = useWrite('actAs');
  if (person === null) return null;
  const begin = async (id: number): Promise<void> => {
    // Another person sees another part of the books: everything is read again.
    if ((await actAs({ body: { person: id } })).ok) globalThis.location.assign('/');
  };
  const leave = async (): Promise<void> => {
    if ((await signOut({})).ok) globalThis.location.assign('/');
  };
  return (
    <MenuTrigger>
      <Name>
        <span>{person.name}</span> <small>{person.role}</small>
        <ChevronDown size={13} aria-hidden />
      </Name>
      <Sheet placement="bottom end">
        <Menu aria-label="Account">
          {books === 'open' ? (
            <MenuItem onAction={() => go('/settings/people')}>Add people and sign in</MenuItem>
          ) : (
            <MenuItem onAction={() => go('/account')}>Your account</MenuItem>
          )}
          {books === 'people' ? <MenuItem onAction={() => void leave()}>Sign out</MenuItem> : null}
          {others.length > 0 ? (
            <MenuSection>
              <Header>The demo, as</Header>
              {others.map(({ id, name, role }) => (
                <MenuItem key={id} textValue={name} onAction={() => void begin(id)}>
                  <b>{name}</b> {role}
                  <small>{ROLE_WORDS[role]}</small>
                </MenuItem>
              ))}
            </MenuSection>
          ) : null}
        </Menu>
      </Sheet>
    </MenuTrigger>
  );
}

const Name = styled(Button)`
  display: flex;
  align-items: center;
  gap: ${space.two};
  height: 28px;
  padding: 0 ${space.two};
  border: 1px solid transparent;
  border-radius: ${size.radius};
  background: transparent;
  color: ${color.textOnInk};
  white-space: nowrap;
  cursor: pointer;
  small {
    color: ${color.textOnInkQuiet};
    font-size: ${type.small};
  }
  &[data-hovered],
  &[aria-expanded='true'] {
    border-color: ${color.inkLine};
    background: ${color.inkRaised};
  }
`;

const Sheet = styled(Popover)`
  width: 340px;
  padding: ${space.one};
  background: ${color.field};
  border: 1px solid ${color.lineStrong};
  border-radius: ${size.radius};
  box-shadow: 0 6px 20px ${color.shadow};
  .react-aria-Menu {
    outline: none;
  }
  .react-aria-MenuItem {
    padding: ${space.one} ${space.two};
    border-radius: 3px;
    cursor: pointer;
    outline: none;
    &[data-focused] {
      background: ${color.paperDeep};
    }
  }
  .react-aria-MenuItem small {
    display: block;
    font-size: ${type.small};
    color: ${color.textQuiet};
  }
  .react-aria-Header {
    margin-top: ${space.two};
    padding: ${space.one} ${space.two};
    border-top: 1px solid ${color.line};
    font-size: ${type.small};
    font-weight: 550;
    color: ${color.textQuiet};
  }
`;

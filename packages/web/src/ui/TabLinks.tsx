import styled from 'styled-components';
import { color, space, type } from '../theme/tokens.ts';

export interface TabLinksProps {
  readonly label: string;
  readonly tabs: readonly { readonly id: string; readonly text: string }[];
  readonly chosen: string;
  readonly onChoose: (id: string) => void;
}

/** Parts of one page, of which one is shown; the address says which. */
export function TabLinks({ label, tabs, chosen, onChoose }: TabLinksProps) {
  return (
    <Bar aria-label={label}>
      {tabs.map(({ id, text }) => (
        <button key={id} type="button" aria-current={id === chosen ? 'page' : undefined} onClick={() => onChoose(id)}>
          {text}
        </button>
      ))}
    </Bar>
  );
}

const Bar = styled.nav`
  display: flex;
  flex-wrap: wrap;
  gap: 0 ${space.three};
  white-space: nowrap;
  font-stretch: ${type.narrow};
  border-bottom: 1px solid ${color.line};
  button {
    padding: ${space.one} 0 ${space.two};
    margin-bottom: -1px;
    border: 0;
    border-bottom: 3px solid transparent;
    background: none;
    color: ${color.textQuiet};
    cursor: pointer;
    &:hover {
      color: ${color.text};
    }
    &[aria-current] {
      color: ${color.text};
      font-weight: 650;
      border-bottom-color: ${color.rule};
    }
  }
`;

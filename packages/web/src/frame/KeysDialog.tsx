import { useLocation } from 'react-router';
import styled from 'styled-components';
import { Dialog } from '../ui/Dialog.tsx';
import { color, space } from '../theme/tokens.ts';

interface KeysOf {
  readonly where: string;
  /** The pages they are for; of all, where none is said. */
  readonly pages?: RegExp;
  readonly keys: readonly (readonly [key: string, does: string])[];
}

const KEYS: readonly KeysOf[] = [
  {
    where: 'In a sheet',
    pages: /^\/costs\/\w+\/|\/forecast|\/ranges|\/estimates\/\d/,
    keys: [
      ['Arrows, Tab, Home, End', 'From cell to cell'],
      ['Enter', 'Down, or to where a run of Tabs began; takes the suggestion'],
      ['F2, or a second click', 'Change the text of the cell'],
      ['Alt ↓', 'What is offered for the cell'],
      ['Shift and arrows', 'Choose a range; the mouse does too'],
      ['Ctrl C, X, V', 'Copy, cut and paste cells, also of a spreadsheet'],
      ['Delete', 'Clear what is chosen'],
      ['Ctrl D, Ctrl R', 'Fill down, fill to the right'],
      ['Ctrl Z, Ctrl Y', 'Undo, redo'],
      ['Ctrl F', 'Find in the sheet'],
      ['= in a number cell', 'Arithmetic: =12*45.5'],
      ['Ctrl I', 'A blank row above this one'],
      ['Ctrl Shift ↑ and ↓', 'Move the row'],
      ['Ctrl Delete', 'Remove the row'],
    ],
  },
  {
    where: 'In a sheet that posts',
    pages: /^\/costs\/\w+\//,
    keys: [
      ['Ctrl L', "The supplier's last bill again"],
      ['Ctrl Enter', 'Post, and begin the next'],
    ],
  },
  {
    where: 'On a figure',
    keys: [
      ['Enter', 'Where it comes from'],
      ['g', 'Pin it as a gauge'],
    ],
  },
  {
    where: 'In a dialog',
    keys: [
      ['Enter', 'Does what its main button says'],
      ['Escape', 'Leaves; asks first where something was typed'],
    ],
  },
  {
    where: 'Everywhere',
    keys: [
      ['Ctrl K', 'Find or do anything'],
      ['[ and ]', 'A month earlier, a month later'],
      ['r', 'All reports'],
      ['?', 'These keys'],
    ],
  },
];

/** Lists the keys of the page, and those of every page. */
export function KeysDialog({ onClose }: { readonly onClose: () => void }) {
  const { pathname } = useLocation();
  const shown = KEYS.filter(({ pages }) => pages === undefined || pages.test(pathname));
  return (
    <Dialog title="Keys" onClose={onClose}>
      {shown.map(({ where, keys }) => (
        <List key={where}>
          <h3>{where}</h3>
          {keys.map(([key, does]) => (
            <div key={key}>
              <dt>{key}</dt>
              <dd>{does}</dd>
            </div>
          ))}
        </List>
      ))}
    </Dialog>
  );
}

const List = styled.dl`
  margin-bottom: ${space.four};
  h3 {
    font-size: inherit;
    color: ${color.textQuiet};
    font-weight: 550;
  }
  div {
    display: grid;
    grid-template-columns: 150px 1fr;
    padding: ${space.one} 0;
    border-bottom: 1px solid ${color.line};
  }
  dt {
    font-weight: 650;
  }
`;

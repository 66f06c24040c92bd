import styled from 'styled-components';
import { Dialog } from '../ui/Dialog.tsx';
import { color, space } from '../theme/tokens.ts';

const KEYS = [
  [
    'Everywhere',
    [
      ['Ctrl K', 'Find or do anything'],
      ['[ and ]', 'A month earlier, a month later'],
      ['?', 'These keys'],
    ],
  ],
  [
    'On a figure',
    [
      ['Enter', 'Where it comes from'],
      ['g', 'Pin it as a gauge'],
    ],
  ],
  [
    'In an entry sheet',
    [
      ['Arrows, Tab', 'From cell to cell'],
      ['Enter', 'Down, or take the suggestion'],
      ['= in a number cell', 'Arithmetic: =12*45.5'],
      ['Ctrl D', 'The cell above again'],
      ['Ctrl L', "The supplier's last bill again"],
      ['Ctrl V', 'Paste cells of a spreadsheet'],
      ['Ctrl I', 'A blank row above this one'],
      ['Ctrl Shift ↑ and ↓', 'Move the row'],
      ['Ctrl Delete', 'Remove the row'],
      ['Ctrl Z, Ctrl Shift Z', 'In an estimate: back, and forward again'],
      ['Ctrl Enter', 'Post, and begin the next'],
    ],
  ],
] as const;

/** Lists the keys. */
export function KeysDialog({ onClose }: { readonly onClose: () => void }) {
  return (
    <Dialog title="Keys" onClose={onClose}>
      {KEYS.map(([where, keys]) => (
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

import { useState } from 'react';
import styled from 'styled-components';
import { Button } from '../../ui/Button.tsx';
import { color, size, space } from '../../theme/tokens.ts';

export interface GridFindProps {
  /** Goes to the next cell with the text; whether there is one. */
  readonly onNext: (text: string) => boolean;
  readonly onClose: () => void;
}

/** Looks for a text in the cells of a sheet, those out of view too. */
export function GridFind({ onNext, onClose }: GridFindProps) {
  const [text, setText] = useState('');
  const [isFound, setFound] = useState(true);
  return (
    <Bar role="search" aria-label="Find in this sheet">
      <input
        aria-label="Find in this sheet"
        autoFocus
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setFound(true);
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter') setFound(onNext(text));
          else if (event.key === 'Escape') onClose();
          else return;
          event.preventDefault();
        }}
      />
      <span role="status">{isFound ? 'Enter goes to the next' : 'Not in this sheet'}</span>
      <Button $look="quiet" onPress={onClose}>
        Close
      </Button>
    </Bar>
  );
}

const Bar = styled.div`
  display: flex;
  gap: ${space.two};
  align-items: center;
  input {
    width: 220px;
    height: 26px;
    padding: 0 ${space.two};
    border: 1px solid ${color.lineStrong};
    border-radius: ${size.radius};
  }
  span {
    color: ${color.textQuiet};
  }
`;

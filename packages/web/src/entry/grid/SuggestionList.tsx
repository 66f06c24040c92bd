import { useLayoutEffect, useRef, type RefObject } from 'react';
import styled from 'styled-components';
import { color, size, space, type } from '../../theme/tokens.ts';

/** One way to fill a cell. */
export interface Suggestion {
  readonly code: string;
  readonly name: string;
  readonly hint?: string;
  /** What accepting it writes, by column; more than one cell may follow from it. */
  readonly patch: Readonly<Record<string, string>>;
  /** Instead of writing: something to do, such as adding what is missing. */
  readonly act?: () => void;
}

export interface SuggestionListProps {
  readonly id: string;
  readonly suggestions: readonly Suggestion[];
  readonly chosen: number;
  readonly box: RefObject<HTMLDivElement | null>;
  /** The cell it belongs to, by its `data-cell`. */
  readonly cell: string;
  readonly onAccept: (suggestion: Suggestion) => void;
}

/** The suggestions under a cell, inside the scrolling sheet. */
export function SuggestionList({ id, suggestions, chosen, box, cell, onAccept }: SuggestionListProps) {
  const list = useRef<HTMLUListElement>(null);
  useLayoutEffect(() => {
    const input = box.current?.querySelector(`[data-cell="${cell}"]`);
    if (!box.current || !input || !list.current) return;
    const [inner, outer] = [input.getBoundingClientRect(), box.current.getBoundingClientRect()];
    list.current.style.top = `${inner.bottom}px`;
    list.current.style.left = `${Math.min(inner.left, outer.right - 392)}px`;
  }, [box, cell]);
  return (
    <List ref={list} id={id} role="listbox" aria-label="Suggestions">
      {suggestions.map((suggestion, index) => (
        <li
          key={`${suggestion.code} ${suggestion.name}`}
          id={`${id}-${index}`}
          role="option"
          aria-selected={index === chosen}
          onPointerDown={(event) => {
            event.preventDefault();
            onAccept(suggestion);
          }}
        >
          <b>{suggestion.code}</b>
          <span>{suggestion.name}</span>
          <em>{suggestion.hint}</em>
        </li>
      ))}
    </List>
  );
}

const List = styled.ul`
  position: fixed;
  z-index: 5;
  width: 390px;
  max-height: 236px;
  overflow: auto;
  padding: ${space.one};
  background: ${color.field};
  border: 1px solid ${color.lineStrong};
  border-radius: ${size.radius};
  box-shadow: 0 6px 20px ${color.shadow};
  li {
    display: flex;
    gap: ${space.two};
    align-items: baseline;
    padding: 3px ${space.two};
    border-radius: 3px;
    cursor: pointer;
  }
  li[aria-selected='true'] {
    background: ${color.paperDeep};
  }
  span {
    flex: 1;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  em {
    font-style: normal;
    font-size: ${type.small};
    color: ${color.textQuiet};
    font-variant-numeric: tabular-nums;
    white-space: nowrap;
  }
`;

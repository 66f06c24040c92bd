import { useLayoutEffect, useRef } from 'react';
import styled from 'styled-components';
import { color, size, space, type } from '../../theme/tokens.ts';
import type { CellMark, CellPlace } from './grid-edits.ts';
import type { RowHandlers } from './grid-props.ts';

export interface CellProps {
  readonly label: string;
  readonly place: CellPlace;
  /** What was typed. */
  readonly value: string;
  /** What it was understood as, where that looks otherwise. */
  readonly shown: string | undefined;
  /** What the code in it is called. */
  readonly name: string | undefined;
  /** The cursor is here. */
  readonly isActive: boolean;
  /** Its text is being changed. */
  readonly isEditing: boolean;
  readonly isChosen: boolean;
  readonly figures: boolean;
  readonly readOnly: boolean;
  /** What follows where nothing is typed. */
  readonly follow: string | undefined;
  readonly mark: CellMark | undefined;
  /** Its open list of suggestions, if it is here. */
  readonly picker: { readonly listId: string; readonly chosen: number } | undefined;
  readonly handlers: RowHandlers;
}

/** Text that a cell may cut off; it is told whole beside the pointer. */
const LONG = 14;

/** One cell: what it was understood as, and what was typed while the cursor is in it; marked when it is wrong. */
export function Cell(props: CellProps) {
  const { label, place, value, shown, name, figures, readOnly, follow, mark, picker, handlers } = props;
  const { isActive, isEditing, isChosen } = props;
  const field = useRef<HTMLInputElement>(null);
  useLayoutEffect(() => {
    if (isActive && !isEditing && field.current === document.activeElement) field.current?.select();
  }, [isActive, isEditing, value]);
  // A press that brings the cursor here chooses all of the text; the next one sets the caret.
  const isFresh = useRef(false);
  const text = isActive ? value : (shown ?? value);
  return (
    <td
      role="gridcell"
      data-tone={mark?.tone}
      data-figures={figures}
      aria-selected={isChosen || undefined}
      onPointerDown={(event) => {
        isFresh.current = false;
        handlers.onPress(place, event);
      }}
      onPointerEnter={(event) => (event.buttons === 1 ? handlers.onDrag(place) : undefined)}
    >
      <input
        ref={field}
        data-cell={`${place.row}-${place.column}`}
        aria-label={label}
        {...said({ text, name, mark })}
        {...(picker === undefined ? {} : pickerRoles(picker))}
        value={text}
        readOnly={readOnly}
        placeholder={follow}
        autoComplete="off"
        spellCheck={false}
        onFocus={(event) => {
          isFresh.current = true;
          event.target.select();
          handlers.onFocus(place);
        }}
        onPointerUp={() => (isFresh.current ? field.current?.select() : undefined)}
        onChange={(event) => handlers.onType(place, event.target.value)}
      />
      {name === undefined || value === '' || isActive ? null : (
        <span aria-hidden style={{ left: `calc(${text.length}ch + 12px)` }}>
          {name}
        </span>
      )}
    </td>
  );
}

/** What is said of a cell beside its text, to those who see it and to those who hear it. */
function said({ text, name, mark }: Pick<CellProps, 'name' | 'mark'> & { readonly text: string }) {
  const isLong = text.length > LONG || name !== undefined;
  return {
    'aria-invalid': mark?.tone === 'trouble' || undefined,
    'aria-description': mark?.message ?? name,
    title: mark?.message ?? (isLong ? [text, name].join(' ').trim() : undefined),
  };
}

/** A cell with a list of suggestions, as those hear it who do not see it. */
function pickerRoles({ listId, chosen }: NonNullable<CellProps['picker']>) {
  return {
    role: 'combobox',
    'aria-expanded': true,
    'aria-controls': listId,
    'aria-activedescendant': `${listId}-${chosen}`,
  } as const;
}

export const Frame = styled.div`
  position: relative;
  /* As high as its rows: the panels beside it have the rest. */
  flex: 0 1 auto;
  min-height: 168px;
  overflow: auto;
  border: 1px solid ${color.line};
  table {
    width: 100%;
    table-layout: fixed;
    font-stretch: ${type.narrow};
  }
  thead th {
    position: sticky;
    top: 0;
    z-index: 2;
    height: 26px;
    padding: 0 ${space.one};
    text-align: left;
    font-size: ${type.small};
    font-weight: 600;
    color: ${color.textQuiet};
    background: ${color.paperDim};
    border-bottom: 1px solid ${color.lineStrong};
    white-space: nowrap;
    overflow: hidden;
  }
  th[scope='row'] {
    font-weight: 400;
    font-size: ${type.small};
    color: ${color.textQuiet};
    background: ${color.paperDim};
    text-align: center;
  }
  td {
    height: ${size.row};
    padding: 0;
    border-right: 1px solid ${color.line};
    border-bottom: 1px solid ${color.line};
  }
  td {
    position: relative;
  }
  td > span {
    position: absolute;
    top: 0;
    right: 2px;
    line-height: 28px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    color: ${color.textQuiet};
    pointer-events: none;
  }
  td[aria-selected] {
    background: ${color.paperDeep};
    box-shadow: inset 0 0 0 1px ${color.focus};
  }
  thead i {
    position: absolute;
    top: 0;
    right: 0;
    width: 7px;
    height: 100%;
    cursor: col-resize;
    touch-action: none;
  }
  thead i:hover {
    background: ${color.lineStrong};
  }
  td input {
    width: 100%;
    height: 28px;
    padding: 0 ${space.one};
    border: 0;
    background: transparent;
  }
  td input:focus {
    outline: 2px solid ${color.focus};
    outline-offset: -2px;
    background: ${color.field};
  }
  [data-figures='true'],
  [data-figures='true'] input {
    text-align: right;
    font-variant-numeric: tabular-nums;
  }
  td input::placeholder {
    color: ${color.textQuiet};
    opacity: 1;
  }
  tr[data-heads] td {
    background: ${color.paperDim};
    border-right-color: transparent;
  }
  tr[data-heads] input {
    font-weight: 650;
  }
  td input:read-only {
    background: ${color.paperDim};
  }
  td[data-tone='trouble'] {
    background: ${color.troubleSoft};
    box-shadow: inset 0 -2px 0 ${color.trouble};
  }
  td[data-tone='warning'] {
    background: ${color.unbudgetedSoft};
    box-shadow: inset 0 -2px 0 ${color.unbudgeted};
  }
`;

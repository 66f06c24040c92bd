import styled from 'styled-components';
import { color, size, space, type } from '../theme/tokens.ts';
import type { CellMark, CellPlace } from './grid-edits.ts';

export interface CellProps {
  readonly label: string;
  readonly place: CellPlace;
  readonly value: string;
  readonly figures: boolean;
  readonly readOnly: boolean;
  /** What follows where nothing is typed. */
  readonly ghost: string | undefined;
  readonly mark: CellMark | undefined;
  /** Its open list of suggestions, if it is here. */
  readonly picker: { readonly listId: string; readonly chosen: number } | undefined;
  readonly onFocus: (place: CellPlace) => void;
  readonly onType: (value: string) => void;
}

/** Text that a cell may cut off; it is told whole beside the pointer. */
const LONG = 14;

/** One cell; what was typed stays as it is, marked when it is wrong. */
export function Cell({ label, place, value, figures, readOnly, ghost, mark, picker, onFocus, onType }: CellProps) {
  return (
    <td role="gridcell" data-tone={mark?.tone} data-figures={figures}>
      <input
        data-cell={`${place.row}-${place.column}`}
        aria-label={label}
        aria-invalid={mark?.tone === 'trouble' || undefined}
        aria-description={mark?.message}
        title={mark?.message ?? (value.length > LONG ? value : undefined)}
        role={picker === undefined ? undefined : 'combobox'}
        aria-expanded={picker === undefined ? undefined : true}
        aria-controls={picker?.listId}
        aria-activedescendant={picker === undefined ? undefined : `${picker.listId}-${picker.chosen}`}
        value={value}
        readOnly={readOnly}
        placeholder={ghost}
        autoComplete="off"
        spellCheck={false}
        onFocus={(event) => {
          event.target.select();
          onFocus(place);
        }}
        onChange={(event) => onType(event.target.value)}
      />
    </td>
  );
}

export const Frame = styled.div`
  position: relative;
  flex: 1;
  min-height: 140px;
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
    background: #fff;
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

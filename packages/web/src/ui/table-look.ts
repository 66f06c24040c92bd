import styled from 'styled-components';
import { color, size, space, type } from '../theme/tokens.ts';

/** The box a table scrolls in, and the look of everything in it. */
export const TableBox = styled.div`
  flex: 0 1 auto;
  min-height: 80px;
  overflow: auto;
  border-bottom: 1px solid ${color.line};
  > p {
    padding: ${space.six};
    text-align: center;
    color: ${color.textQuiet};
  }
  table {
    width: 100%;
    font-size: 0.78125rem;
    font-stretch: ${type.narrow};
  }
  td[data-gives='true'] {
    max-width: 0;
    width: 30%;
    min-width: 160px;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  td[data-sized='true'],
  th[data-sized='true'] {
    overflow: hidden;
    text-overflow: ellipsis;
  }
  th,
  td {
    height: ${size.row};
    padding: 0 6px;
    text-align: left;
    white-space: nowrap;
    border-bottom: 1px solid ${color.line};
  }
  th:first-child,
  td:first-child {
    padding-left: ${space.one};
  }
  th {
    position: sticky;
    top: 0;
    z-index: 1;
    background: ${color.paper};
    font-size: ${type.small};
    font-weight: 600;
    color: ${color.textQuiet};
    border-bottom: 1.5px solid ${color.rule};
  }
  thead th {
    vertical-align: bottom;
    padding-block: 4px;
  }
  /* A long head over figures takes a second line rather than the room of the names. */
  th[data-figures='true'] {
    white-space: normal;
    line-height: 1.15;
  }
  th button {
    border: 0;
    padding: 0;
    background: none;
    font: inherit;
    color: inherit;
    cursor: pointer;
  }
  th i {
    position: absolute;
    inset: 0 -3px 0 auto;
    width: 7px;
    cursor: col-resize;
    touch-action: none;
  }
  th:hover i,
  th i:active {
    background: linear-gradient(${color.lineStrong}, ${color.lineStrong}) center / 1px 70% no-repeat;
  }
  th[data-mark],
  td[data-mark] {
    width: 24px;
    min-width: 24px;
    padding: 0 ${space.half};
    text-align: center;
    vertical-align: middle;
  }
  td[data-mark] input {
    width: 13px;
    height: 13px;
    margin: 0;
    vertical-align: middle;
    accent-color: ${color.rule};
    opacity: 0.45;
  }
  tr:hover td[data-mark] input,
  td[data-mark] input:checked,
  td[data-mark] input:focus-visible {
    opacity: 1;
  }
  th[data-mark] svg {
    vertical-align: middle;
  }
  [data-figures='true'] {
    text-align: right;
    font-variant-numeric: tabular-nums;
  }
  tbody tr:hover td,
  tbody tr[aria-selected='true'] td {
    background: ${color.paperDim};
  }
  tr[data-tone='unbudgeted'] td {
    background: ${color.unbudgetedSoft};
  }
  tr[data-tone='trouble'] td {
    background: ${color.troubleSoft};
  }
  tr[data-tone='strong'] td {
    font-weight: 650;
    border-bottom-color: ${color.lineStrong};
  }
  tfoot td {
    position: sticky;
    bottom: 0;
    background: ${color.paper};
    font-weight: 700;
    border-top: 1.5px solid ${color.rule};
    border-bottom: 0;
  }
`;

import styled from 'styled-components';
import { color, type } from '../theme/tokens.ts';

/** A drawing with what it shows below it, or its figures as a table. */
export const ChartFigure = styled.figure`
  margin: 0;
  min-width: 0;
  color: ${color.textQuiet};
  > svg {
    display: block;
  }
  text {
    font-size: 0.65625rem;
    fill: ${color.textQuiet};
    font-variant-numeric: tabular-nums;
  }
  figcaption {
    display: flex;
    flex-wrap: wrap;
    gap: 0 14px;
    padding-left: 46px;
    font-size: ${type.small};
    color: ${color.textQuiet};
  }
  figcaption button {
    padding: 0;
    border: 0;
    background: none;
    font: inherit;
    color: inherit;
    text-decoration: underline;
    cursor: pointer;
  }
  figcaption [data-looked] {
    flex-basis: 100%;
    font-variant-numeric: tabular-nums;
    color: ${color.text};
  }
  table {
    width: 100%;
    font-size: ${type.small};
    font-variant-numeric: tabular-nums;
  }
  th,
  td {
    padding: 2px 8px 2px 0;
    text-align: right;
    border-bottom: 1px solid ${color.line};
  }
  th:first-child,
  td:first-child {
    text-align: left;
  }
  figcaption svg {
    margin-right: 5px;
    vertical-align: middle;
  }
`;

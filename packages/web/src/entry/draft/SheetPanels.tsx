import styled from 'styled-components';
import { color, narrow, space, type } from '../../theme/tokens.ts';

/** Panels below a sheet: what is wrong with it, what it comes to. */
export const SheetPanels = styled.div<{ readonly $columns?: string; readonly $height?: number }>`
  display: grid;
  grid-template-columns: ${({ $columns = '1fr 1.15fr 1fr' }) => $columns};
  gap: ${space.three};
  flex: 1 0 ${({ $height = 218 }) => $height}px;
  min-height: 0;
  ${narrow} {
    grid-template-columns: 1fr;
    flex: none;
  }
  section {
    overflow: auto;
    border-top: 1.5px solid ${color.rule};
    padding-top: ${space.one};
  }
  h2 {
    font-size: ${type.base};
    font-weight: 650;
    margin-bottom: ${space.one};
  }
  p {
    color: ${color.textQuiet};
  }
  table {
    width: 100%;
    font-size: 0.75rem;
    font-stretch: ${type.narrow};
    margin-bottom: ${space.two};
  }
  th {
    text-align: left;
    font-weight: 600;
    color: ${color.textQuiet};
    font-size: ${type.small};
  }
  td {
    border-top: 1px solid ${color.line};
    padding: 2px 0;
  }
  [data-figures='true'] {
    text-align: right;
    font-variant-numeric: tabular-nums;
    padding-left: ${space.two};
  }
  /* Sums stay in sight over long tables. */
  tfoot {
    position: sticky;
    bottom: 0;
    background: ${color.paper};
  }
  tfoot td {
    border-top: 1.5px solid ${color.rule};
    font-weight: 650;
  }
`;

import styled from 'styled-components';
import type { Ratio } from '@lowtide/core/money/ratio.ts';
import type { TableRow } from '@lowtide/core/reports/table.ts';
import { color } from '../../theme/tokens.ts';
import type { Column } from '../../ui/table-column.ts';

/** Where the columns of the deadlines report have time gone and work done. */
const [TIME, WORK] = [6, 7] as const;

/** Time gone above work done, as bars. */
export const timeAndWork: Column<TableRow> = {
  id: 'both',
  head: 'Time above, work below',
  width: '190px',
  cell: ({ cells, tone }) => (
    <Bars time={shareOf(cells[TIME])} work={shareOf(cells[WORK])} isLate={tone === 'trouble'} />
  ),
};

function shareOf(cell: TableRow['cells'][number] | undefined): Ratio | null {
  return cell !== undefined && cell.value !== null && typeof cell.value === 'object' ? cell.value : null;
}

interface BarsProps {
  readonly time: Ratio | null;
  readonly work: Ratio | null;
  readonly isLate: boolean;
}

function Bars({ time, work, isLate }: BarsProps) {
  if (time === null) return null;
  const width = ({ numerator, denominator }: Ratio): string =>
    `${Math.min(100, Math.max(0, (100 * numerator) / denominator))}%`;
  return (
    <Track aria-hidden>
      <i style={{ width: width(time), background: isLate ? color.trouble : color.lineStrong }} />
      <i style={{ width: work === null ? 0 : width(work), background: color.earned }} />
    </Track>
  );
}

const Track = styled.span`
  display: grid;
  gap: 2px;
  background: ${color.paperDeep};
  i {
    height: 6px;
  }
`;

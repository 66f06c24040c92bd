import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { AsOfLink } from '../api/as-of.tsx';
import type { Answer } from '../api/books-api.ts';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column } from '../ui/table-column.ts';

type Version = Answer<'order'>['versions'][number];
interface Changed {
  readonly key: string;
  readonly version: Version;
  readonly isFirst: boolean;
  readonly what: string;
  readonly before: string;
  readonly after: string;
}

/** Every version of an order with what it changed of the one before. */
export function OrderVersions({ versions }: { readonly versions: readonly Version[] }) {
  if (versions.length < 2) return null;
  const rows = versions.flatMap((version): readonly Changed[] => {
    const said = version.differences.map(({ place, what, before, after }) => ({
      what: `Line ${place}, ${what.toLowerCase()}`,
      ...{ before, after },
    }));
    const shown = said.length === 0 ? [{ what: 'As placed', before: '', after: dollars(version.netCents) }] : said;
    return shown.map((each, index) => ({
      ...each,
      ...{ key: `${version.documentId} ${index}`, version, isFirst: index === 0 },
    }));
  });
  return (
    <>
      <h2>Versions</h2>
      <DataTable label="Versions" rows={rows} columns={COLUMNS} rowKey={({ key }) => key} />
    </>
  );
}

const COLUMNS: readonly Column<Changed>[] = [
  {
    id: 'number',
    head: 'Version',
    cell: ({ version, isFirst }) =>
      isFirst ? <AsOfLink to={`/documents/${version.documentId}`}>{version.number}</AsOfLink> : '',
  },
  { id: 'dated', head: 'Dated', cell: ({ version, isFirst }) => (isFirst ? dayText(version.datedOn) : '') },
  { id: 'what', head: 'What', gives: true, cell: ({ what }) => what },
  { id: 'before', head: 'Before', gives: true, cell: ({ before }) => before },
  { id: 'after', head: 'After', gives: true, cell: ({ after }) => after },
  {
    id: 'by',
    head: 'By',
    cell: ({ version, isFirst }) => (isFirst ? `${version.recordedBy}${version.isReversed ? ', reversed' : ''}` : ''),
  },
];

import { useState } from 'react';
import styled from 'styled-components';
import { filterWords } from '@lowtide/core/reports/filter-words.ts';
import { filterText, type Filter } from '@lowtide/core/reports/table-view.ts';
import type { Table } from '@lowtide/core/reports/table.ts';
import { Choice } from '../ui/Choice.tsx';
import { color, space } from '../theme/tokens.ts';
import { FilterDialog } from './FilterDialog.tsx';
import type { ListView } from './use-list-view.ts';

export interface ListWordsProps {
  readonly table: Table;
  readonly filters: readonly Filter[];
  readonly view: ListView;
}

/** The part of a report's sentence that says which rows are shown and in which groups; each word of it can be changed. */
export function ListWords({ table, filters, view }: ListWordsProps) {
  const { columns } = table;
  const [edited, setEdited] = useState<number | null>(null);
  const texts = columns.filter(({ holds }, place) => holds === 'text' && place > 0);
  const take = (filter: Filter): void => {
    const others = filters.map(filterText);
    view.setFilters(others.toSpliced(edited ?? others.length, 1, filterText(filter)));
    setEdited(null);
  };
  return (
    <>
      {filters.map((filter, place) => (
        <Word key={filterText(filter)}>
          {place === 0 ? 'Only where ' : 'and '}
          <button type="button" onClick={() => setEdited(place)}>
            {filterWords(columns, filter)}
          </button>
          <button
            type="button"
            aria-label={`Remove the filter: ${filterWords(columns, filter)}`}
            title="Take it away"
            onClick={() => view.setFilters(filters.map(filterText).toSpliced(place, 1))}
          >
            ×
          </button>
        </Word>
      ))}
      <Word>
        <button type="button" data-quiet onClick={() => setEdited(filters.length)}>
          {filters.length === 0 ? 'Filter' : 'and …'}
        </button>
      </Word>
      {texts.length === 0 ? null : (
        <Choice
          inline
          label="Groups"
          value={view.group}
          onChange={view.setGroup}
          options={[
            { value: '', text: 'not grouped' },
            ...texts.map(({ id, head }) => ({ value: id, text: `by ${head.toLowerCase()}` })),
          ]}
        />
      )}
      {edited === null ? null : (
        <FilterDialog table={table} filter={filters[edited]} onTake={take} onClose={() => setEdited(null)} />
      )}
    </>
  );
}

const Word = styled.span`
  margin-left: ${space.one};
  button {
    border: 0;
    padding: 0 ${space.half};
    background: none;
    color: ${color.text};
    font: inherit;
    font-weight: 650;
    border-bottom: 1px solid ${color.lineStrong};
    cursor: pointer;
  }
  button[aria-label],
  button[data-quiet] {
    border-bottom-color: transparent;
    color: ${color.textQuiet};
    font-weight: 550;
  }
  button[data-quiet]:hover {
    text-decoration: underline;
  }
`;

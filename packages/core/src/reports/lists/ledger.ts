import type { z } from 'zod';
import { DIMENSION_NAMES, DIMENSIONS } from '../../ledger/dimensions.ts';
import type { LedgerLine } from './shape.ts';
import { tableOf, type ColumnOf, type Table } from '../table.ts';

type Line = z.output<typeof LedgerLine>;

/** Posted lines, with every dimension of the ledger in a column of its own. */
export function ledgerTable(lines: readonly Line[]): Table {
  const columns: readonly ColumnOf<Line>[] = [
    { id: 'day', head: 'Day', file: 'posted_on', holds: 'day', of: ({ postedOn }) => postedOn },
    { id: 'recorded', head: 'Recorded', file: 'recorded_at', holds: 'text', of: ({ recordedAt }) => recordedAt },
    { id: 'document', head: 'Document', file: 'document', holds: 'text', of: ({ documentNumber }) => documentNumber },
    { id: 'kind', head: 'Kind', file: 'kind', holds: 'text', of: ({ documentKind }) => documentKind },
    { id: 'account', head: 'Account', file: 'account', holds: 'text', of: ({ account }) => account },
    ...DIMENSION_NAMES.map((name): ColumnOf<Line> => ({
      ...{ id: name, head: DIMENSIONS[name].title, file: DIMENSIONS[name].column.replace(/_id$/, ''), holds: 'text' },
      of: ({ codes }) => codes[name] ?? '',
    })),
    { id: 'text', head: 'Text', file: 'text', holds: 'text', of: ({ text }) => text },
    { id: 'quantity', head: 'Quantity', file: 'quantity', holds: 'hours', of: ({ quantity }) => quantity },
    { id: 'amount', head: 'Amount', file: 'amount', holds: 'money', of: ({ amountCents }) => amountCents },
  ];
  return tableOf(columns, lines, { key: ({ id }) => id, name: ({ documentNumber }) => documentNumber });
}

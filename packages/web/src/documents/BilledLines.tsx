import { cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { AsOfLink } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { amountColumn, textColumn } from '../ui/columns.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { Facts } from '../ui/Facts.tsx';
import { Note } from '../ui/notes.tsx';
import type { Column } from '../ui/table-column.ts';

type Billed = Answer<'billedLines'>;
type Line = Billed['lines'][number];

/** What an application asks for, or an invoice bills, line by line of the schedule of values; and how it was corrected. */
export function BilledLines({ id }: { readonly id: number }) {
  const { answer } = useRead('billedLines', { params: { id: String(id) } });
  if (!answer || answer.lines.length === 0) return null;
  const { summary, lines, versions } = answer;
  return (
    <>
      <Facts
        facts={[
          { name: 'Contract to date', value: dollars(summary.contract) },
          { name: 'Completed and stored', value: dollars(summary.toDate) },
          { name: 'Held back to date', value: dollars(summary.withheld) },
          { name: 'Less earlier', value: dollars(summary.earlier) },
          { name: 'Due now', value: dollars(summary.dueNow) },
          { name: 'To finish, with what is held back', value: dollars(summary.toFinish) },
        ]}
      />
      <Versions versions={versions} />
      <DataTable label="Lines of the schedule" rows={lines} columns={columns(lines)} rowKey={({ number }) => number} />
    </>
  );
}

function Versions({ versions }: Pick<Billed, 'versions'>) {
  if (versions.length < 2) return null;
  return (
    <>
      {versions.map(({ documentId, number, version, state, differences }) => (
        <Note key={documentId}>
          Version {version}, <AsOfLink to={`/documents/${documentId}`}>{number}</AsOfLink>, {state}
          {differences
            .map(
              ({ name, beforeCents, nowCents }) => `; ${name}: ${dollars(nowCents)} instead of ${dollars(beforeCents)}`,
            )
            .join('')}
          .
        </Note>
      ))}
    </>
  );
}

const toDate = ({ workBefore, storedBefore, work, stored }: Line) => cents(workBefore + storedBefore + work + stored);

function columns(lines: readonly Line[]): readonly Column<Line>[] {
  const money = (id: string, head: string, of: (line: Line) => Line['value']): Column<Line> =>
    amountColumn({ id, head, of, total: cents(lines.reduce((all, line) => all + of(line), 0)) });
  return [
    textColumn({
      id: 'number',
      head: 'Line',
      of: ({ number }) => (number === 0 ? '' : String(number)),
      total: 'Total',
    }),
    textColumn({ id: 'name', head: 'Of the schedule', gives: true, of: ({ name }) => name }),
    textColumn({ id: 'origin', head: 'Agreed by', of: ({ origin }) => origin }),
    money('value', 'Scheduled', ({ value }) => value),
    money('before', 'Before', ({ workBefore, storedBefore }) => cents(workBefore + storedBefore)),
    money('work', 'Completed now', ({ work }) => work),
    money('stored', 'Stored, change', ({ stored }) => stored),
    money('toDate', 'To date', toDate),
    money('left', 'To finish', (line) => cents(line.value - toDate(line))),
    money('withheld', 'Held back now', ({ withheld }) => withheld),
  ];
}

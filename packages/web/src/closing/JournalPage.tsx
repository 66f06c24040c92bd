import { useState } from 'react';
import { useShownBooks, useGo } from '../api/as-of.tsx';
import { useRead, useWrite } from '../api/books-api.ts';
import type { Trouble } from '../api/trouble.ts';
import { EntryGrid } from '../entry/EntryGrid.tsx';
import { isBlankRow, type CellMark, type GridColumn, type GridRow } from '../entry/grid-edits.ts';
import { accountSuggestions } from '../entry/pick-suggestions.ts';
import { Button } from '../ui/Button.tsx';
import { FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Remarks } from '../ui/notes.tsx';
import { Page } from '../ui/Page.tsx';

const COLUMNS: readonly GridColumn[] = [
  { id: 'account', head: 'Account', width: '22%' },
  { id: 'debit', head: 'Debit', width: '16%', figures: true },
  { id: 'credit', head: 'Credit', width: '16%', figures: true },
  { id: 'text', head: 'Text', width: '46%' },
];

/** Balanced lines on accounts that no document keeps: opening balances, payroll, transfers. */
export function JournalPage() {
  const { today } = useShownBooks();
  const go = useGo();
  const [postedOn, setPostedOn] = useState<string>(today);
  const [text, setText] = useState('');
  const [rows, setRows] = useState<readonly GridRow[]>([]);
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [post, { busy }] = useWrite('journal');
  const { answer: reference } = useRead('reference', {});
  const order = async (): Promise<void> => {
    const written = await post({ body: { postedOn, text, lines: rows.filter((row) => !isBlankRow(row)).map(lineOf) } });
    if (written.ok) go(`/documents/${written.answer.id}`);
    else setTrouble(written.trouble);
  };
  return (
    <Page
      title="Journal"
      facts="For what no document keeps; debits and credits must be equal"
      actions={
        <Button $look="primary" isDisabled={busy} onPress={() => void order()}>
          Post journal
        </Button>
      }
    >
      <FieldGrid>
        <Field
          label="Posted on"
          value={postedOn}
          onChange={setPostedOn}
          problem={trouble?.problems.find(({ at }) => at === 'postedOn')?.message}
        />
        <Field label="Text" value={text} onChange={setText} />
      </FieldGrid>
      {trouble === null ? null : (
        <Remarks
          tone="trouble"
          title="Nothing was posted"
          remarks={trouble.problems.length > 0 ? trouble.problems : [{ at: '', message: trouble.detail }]}
        />
      )}
      <EntryGrid
        label="Journal lines"
        columns={COLUMNS}
        rows={rows}
        onChange={setRows}
        marks={marksOf(trouble)}
        suggest={(_row, column, typed) =>
          column === 'account' && reference ? accountSuggestions(reference, 'account', typed) : []
        }
        onCursor={() => undefined}
      />
    </Page>
  );
}

function lineOf(row: GridRow) {
  const { account = '', debit = '', credit = '', text = '' } = row;
  return { account, debit, credit, text };
}

/** The refusal's remarks by cell. */
function marksOf(trouble: Trouble | null): ReadonlyMap<string, CellMark> {
  const marks = new Map<string, CellMark>();
  for (const { at, message } of trouble?.problems ?? []) {
    const [list, row, column] = at.split('/');
    if (list === 'lines' && row !== undefined && column !== undefined)
      marks.set(`${row}/${column}`, { tone: 'trouble', message });
  }
  return marks;
}

import { useState } from 'react';
import { useAsk } from '../api/books-api.ts';
import type { GridRow } from '../entry/grid/grid-edits.ts';

/** The head of a bill is this one's, not the last one's. */
const HEAD = ['supplier', 'number', 'datedOn', 'dueOn'] as const;

/** Puts the lines of the supplier's last bill below the head that is typed in a row. */
export function useRepeatBill(rows: readonly GridRow[], onChange: (rows: readonly GridRow[]) => void) {
  const [advice, setAdvice] = useState<string | null>(null);
  const ask = useAsk('lastBill');
  const repeat = async (row: number): Promise<void> => {
    const head = rows[row] ?? {};
    const supplier = head['supplier'] ?? '';
    if (supplier === '') return setAdvice('Type a supplier first; then Ctrl L repeats its last bill.');
    const last = await ask({ query: { supplier } });
    if (!last.ok) return setAdvice(last.trouble.detail);
    setAdvice(null);
    const lines = last.answer.rows.map((line, index) => ({
      ...line,
      ...Object.fromEntries(HEAD.map((column) => [column, index === 0 ? (head[column] ?? '') : ''])),
      total: '',
    }));
    if (lines.length > 0) onChange(rows.toSpliced(row, 1, ...lines));
  };
  return { repeat: (row: number) => void repeat(row), advice };
}

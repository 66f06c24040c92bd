import type { ClipboardEvent } from 'react';
import { isBlock, pastedBlock } from './grid-edits.ts';
import { blockOf, copiedText, isOneCell, withRange, withTyped } from './grid-range.ts';
import type { GridState } from './grid-state.ts';

/** What copying, cutting and pasting do: with cells as they were typed, and with the text of one cell where that is being changed. */
export function gridClipboard({ columns, rows, range, cursor, isEditing, edit }: GridState) {
  const onPaste = (event: ClipboardEvent): void => {
    const text = event.clipboardData.getData('text/plain');
    if (columns[cursor.column]?.readOnly) return;
    const isMany = isBlock(text);
    if (!isMany && isOneCell(range)) return;
    event.preventDefault();
    edit(
      isMany
        ? withTyped(rows, { row: range.top, column: range.left }, columns, pastedBlock(text))
        : withRange(rows, range, columns, () => text.trim()),
    );
  };
  const onCopy = (event: ClipboardEvent): void => {
    if (isOneCell(range) && isEditing) return;
    event.preventDefault();
    event.clipboardData.setData('text/plain', copiedText(blockOf(rows, range, columns)));
    if (event.type === 'cut') edit(withRange(rows, range, columns, () => ''));
  };
  return { onPaste, onCopy };
}

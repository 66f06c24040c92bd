import { GripVertical } from 'lucide-react';
import { Button as AriaButton } from 'react-aria-components/Button';
import { Checkbox } from 'react-aria-components/Checkbox';
import { GridList, GridListItem } from 'react-aria-components/GridList';
import { useDragAndDrop } from 'react-aria-components/useDragAndDrop';
import { useState } from 'react';
import styled from 'styled-components';
import { color, space } from '../theme/tokens.ts';
import { Button } from './Button.tsx';
import { Dialog, DialogActions } from './Dialog.tsx';
import { shownAfterFirst, withShown, type ArrangedTable } from './table-layout.ts';

interface NamedColumn {
  readonly id: string;
  readonly head: string;
  readonly hidden?: boolean | undefined;
}

export interface ColumnsDialogProps {
  readonly columns: readonly NamedColumn[];
  readonly arranged: ArrangedTable;
  readonly onClose: () => void;
}

/** Which columns a table shows and in which order; the table follows at once. Its first column stays. */
export function ColumnsDialog({ columns, arranged, onClose }: ColumnsDialogProps) {
  const { order, shown, show, backToUsual, dragAndDropHooks } = useColumnOrder(columns, arranged);
  return (
    <Dialog title="Columns" onClose={onClose} width={360} keepsTyping={false}>
      <p>
        Space shows or hides a column. Drag it by its handle, or press Enter on the handle and move it with the arrows.
      </p>
      <List
        aria-label="Columns"
        selectionMode="multiple"
        escapeKeyBehavior="none"
        selectedKeys={shown}
        onSelectionChange={(keys) => show(order, keys === 'all' ? order : [...keys].map(String))}
        dragAndDropHooks={dragAndDropHooks}
      >
        {order.map((id) => (
          <ColumnItem key={id} id={id} head={columns.find((column) => column.id === id)?.head ?? id} />
        ))}
      </List>
      <DialogActions>
        <Button onPress={backToUsual}>Back to the usual columns</Button>
        <Button $look="primary" onPress={onClose}>
          Done
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** The columns after the first in the order they are listed; those that are not shown stay where they stand, to be found again. */
function useColumnOrder(columns: readonly NamedColumn[], { layout, onChange }: ArrangedTable) {
  const shown = shownAfterFirst(columns, layout);
  const all = columns.slice(1).map(({ id }) => id);
  const [order, setOrder] = useState(() => [...shown, ...all.filter((id) => !shown.includes(id))]);
  const show = (next: readonly string[], among: readonly string[]): void =>
    onChange(
      withShown(
        columns,
        layout,
        next.filter((id) => among.includes(id)),
      ),
    );
  const { dragAndDropHooks } = useDragAndDrop({
    getItems: (keys) => [...keys].map((key) => ({ 'text/plain': String(key) })),
    onReorder: ({ keys, target }) => {
      const rest = order.filter((id) => !keys.has(id));
      const at = rest.indexOf(String(target.key)) + (target.dropPosition === 'after' ? 1 : 0);
      const next = rest.toSpliced(at, 0, ...order.filter((id) => keys.has(id)));
      setOrder(next);
      show(next, shown);
    },
  });
  const backToUsual = (): void => {
    setOrder(all);
    onChange({});
  };
  return { order, shown, show, backToUsual, dragAndDropHooks };
}

function ColumnItem({ id, head }: { readonly id: string; readonly head: string }) {
  return (
    <GridListItem id={id} textValue={head}>
      <AriaButton slot="drag" aria-label={`Move ${head}`}>
        <GripVertical size={14} aria-hidden />
      </AriaButton>
      <Checkbox slot="selection" aria-label={head}>
        {({ isSelected }) => <i aria-hidden data-selected={isSelected || undefined} />}
      </Checkbox>
      {head}
    </GridListItem>
  );
}

const List = styled(GridList)`
  max-height: 52vh;
  overflow: auto;
  margin-top: ${space.three};
  border: 1px solid ${color.line};
  outline: none;
  .react-aria-GridListItem {
    display: flex;
    align-items: center;
    gap: ${space.two};
    height: 28px;
    padding: 0 ${space.two};
    border-bottom: 1px solid ${color.line};
    cursor: default;
    &[data-focus-visible] {
      outline: 2px solid ${color.focus};
      outline-offset: -2px;
    }
    &[data-dragging] {
      opacity: 0.5;
    }
  }
  .react-aria-DropIndicator[data-drop-target] {
    outline: 1px solid ${color.focus};
  }
  button[slot='drag'] {
    display: flex;
    padding: 0;
    border: 0;
    background: none;
    color: ${color.textQuiet};
    cursor: grab;
  }
  i {
    display: block;
    width: 14px;
    height: 14px;
    border: 1px solid ${color.lineStrong};
    border-radius: 3px;
    background: ${color.field};
  }
  i[data-selected] {
    border: 4px solid ${color.rule};
  }
`;

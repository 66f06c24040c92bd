import { useState } from 'react';
import { found } from '@lowtide/core/lookup/lookup.ts';
import {
  lineName,
  measureOf,
  measureWords,
  openToBill,
  openToReceive,
  type OrderLine,
  type Part,
} from '@lowtide/core/orders/order-line.ts';
import { Checkbox } from 'react-aria-components/Checkbox';
import { CheckboxGroup } from 'react-aria-components/CheckboxGroup';
import styled from 'styled-components';
import { useShownBooks } from '../api/as-of.tsx';
import { useRead } from '../api/books-api.ts';
import { color, space } from '../theme/tokens.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog, DialogActions } from '../ui/Dialog.tsx';
import { Loading } from '../ui/notes.tsx';
import { PickField } from '../ui/PickField.tsx';

export interface OrderLinesDialogProps {
  /** What the lines are wanted for. */
  readonly for: 'goods' | 'bill';
  /** The supplier that is typed already. */
  readonly supplier: string;
  readonly onAdd: (lines: readonly OrderLine[], supplier: string) => void;
  readonly onClose: () => void;
}

/** Open lines of a supplier's orders, with what was ordered, received and billed of each, to be put on a sheet. */
export function OrderLinesDialog({ for: purpose, supplier, onAdd, onClose }: OrderLinesDialogProps) {
  const { asOf } = useShownBooks();
  const basis = useRead('sheetBasis', {}).answer;
  const open = useRead('orders', { query: { through: asOf.through, show: 'open' } }).answer;
  const [typed, setTyped] = useState(supplier);
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const suppliers = basis?.suppliers ?? [];
  const named = found(suppliers, typed.trim());
  const of = named.kind === 'found' ? named.value : undefined;
  const numbers = (open?.rows ?? [])
    .filter((order) => of === undefined || order.supplier === of.name)
    .slice(0, MOST_ORDERS)
    .map(({ number }) => number);
  const { answer } = useRead('ordersThere', numbers.length === 0 ? null : { body: { suppliers: [], numbers } });
  if (basis === undefined || open === undefined) return <Loading />;
  const lines = (answer?.orders ?? []).flatMap((order) => order.lines).filter((line) => partOf(line, purpose).net > 0);
  const picked = lines.filter((line) => chosen.includes(lineName(line)));
  return (
    <Dialog title="Open lines of orders" onClose={onClose} width={820} keepsTyping={false}>
      <div style={{ display: 'flex', gap: 12, alignItems: 'end', marginBottom: 8 }}>
        <PickField label="Supplier" value={typed} options={suppliers} onChange={setTyped} />
        <Button isDisabled={lines.length === 0} onPress={() => setChosen(lines.map(lineName))}>
          Choose all {lines.length}
        </Button>
      </div>
      {lines.length === 0 ? <p>No open line{of === undefined ? '' : ` of ${of.name}`}.</p> : null}
      <Lines aria-label="Open lines" value={[...chosen]} onChange={setChosen}>
        {lines.length === 0 ? null : (
          <div role="presentation" data-head>
            <span>Line</span>
            <span>What</span>
            {['Ordered', 'Received', 'Billed', 'Open'].map((head) => (
              <span key={head} data-figures>
                {head}
              </span>
            ))}
          </div>
        )}
        {lines.map((line) => (
          <LineChoice
            key={line.id}
            line={line}
            open={partOf(line, purpose)}
            isChosen={chosen.includes(lineName(line))}
          />
        ))}
      </Lines>
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button
          $look="primary"
          isDisabled={picked.length === 0}
          onPress={() => onAdd(picked, suppliers.find(({ id }) => id === picked[0]?.supplier)?.code ?? typed)}
        >
          Add {picked.length} {picked.length === 1 ? 'line' : 'lines'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

const MOST_ORDERS = 200;

function partOf(line: OrderLine, purpose: 'goods' | 'bill'): Part {
  return purpose === 'goods' ? openToReceive(line) : openToBill(line);
}

interface LineChoiceProps {
  readonly line: OrderLine;
  readonly open: Part;
  readonly isChosen: boolean;
}

function LineChoice({ line, open, isChosen }: LineChoiceProps) {
  const words = (part: Part): string => measureWords(line, measureOf(line, part));
  return (
    <Checkbox value={lineName(line)}>
      <span>
        <span aria-hidden>{isChosen ? '☑' : '☐'}</span> {lineName(line)}
      </span>
      <span>{line.text}</span>
      <span data-figures>{words(line.ordered)}</span>
      <span data-figures>{words(line.received)}</span>
      <span data-figures>{words(line.billed)}</span>
      <strong data-figures>{words(open)}</strong>
    </Checkbox>
  );
}

const Lines = styled(CheckboxGroup)`
  max-height: 320px;
  overflow: auto;
  .react-aria-Checkbox,
  [data-head] {
    display: grid;
    grid-template-columns: 110px 1fr 100px 100px 100px 100px;
    gap: ${space.two};
    padding: ${space.one} ${space.half};
    border-bottom: 1px solid ${color.line};
    cursor: pointer;
    &[data-focus-visible] {
      outline: 2px solid ${color.focus};
      outline-offset: -2px;
    }
  }
  [data-head] {
    color: ${color.textQuiet};
    cursor: default;
  }
  [data-figures] {
    text-align: right;
    font-variant-numeric: tabular-nums;
  }
`;

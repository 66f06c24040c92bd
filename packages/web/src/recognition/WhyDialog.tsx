import { monthText } from '@lowtide/core/calendar/month.ts';
import { sum } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import type { Answer } from '../api/books-api.ts';
import { Button } from '../ui/Button.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { Dialog, DialogActions } from '../ui/Dialog.tsx';
import { amountColumn, textColumn } from '../ui/columns.tsx';
import { Money } from '../ui/Figure.tsx';
import type { Column } from '../ui/table-column.ts';
import { CAUSE_HEADS, causeText } from './cause-words.ts';

type Run = Answer<'recognition'>;
export type RunRow = Run['rows'][number];
export type PostedRow = NonNullable<Run['posted']>[number];
type Cause = RunRow['causes'][number];

interface WhyDialogProps {
  readonly month: Run['month'];
  /** With what it stands at, and stood at; a posted row has its causes alone. */
  readonly row: RunRow | PostedRow;
  readonly onClose: () => void;
}

/** Why a project earns what it does this month: each cause with what it adds to revenue and to profit, and what it stood at before. */
export function WhyDialog({ month, row, onClose }: WhyDialogProps) {
  return (
    <Dialog
      title={`Why ${row.code} earns ${dollars(row.earnedMonthCents)} in ${monthText(month)}`}
      onClose={onClose}
      width={880}
    >
      <DataTable
        label="Causes"
        rows={row.causes}
        rowKey={({ cause }) => cause}
        columns={causeColumns(row)}
        empty="Nothing changed since the run before."
      />
      {'before' in row && row.before !== null ? <Inputs row={row} before={row.before} /> : null}
      <DialogActions>
        <Button onPress={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}

function causeColumns(row: RunRow | PostedRow): readonly Column<Cause>[] {
  const { causes } = row;
  const said: readonly Column<Cause>[] =
    'before' in row ? [textColumn({ id: 'why', head: 'Why', of: ({ cause }) => causeText(cause, row) })] : [];
  return [
    textColumn({ id: 'cause', head: 'Cause', of: ({ cause }) => CAUSE_HEADS[cause], total: 'Total' }),
    ...said,
    amountColumn({
      ...{ id: 'earned', head: 'Earned', tone: 'earned' as const, of: ({ earnedCents }: Cause) => earnedCents },
      total: sum(causes.map(({ earnedCents }) => earnedCents)),
    }),
    amountColumn({
      ...{ id: 'profit', head: 'Profit', of: ({ profitCents }: Cause) => profitCents },
      total: sum(causes.map(({ profitCents }) => profitCents)),
    }),
  ];
}

interface InputsProps {
  readonly row: RunRow;
  readonly before: NonNullable<RunRow['before']>;
}

interface Input {
  readonly label: string;
  readonly then: RunRow['cost'];
  readonly now: RunRow['cost'];
}

/** What it stood at when the run before knew it, and stands at now; each opens its trace. */
function Inputs({ row, before }: InputsProps) {
  const inputs: readonly Input[] = [
    { label: 'Contract price', then: before.contract, now: row.contract },
    { label: 'Estimated cost at completion', then: before.estimate, now: row.estimate },
    { label: 'Cost to date', then: before.cost, now: row.cost },
  ];
  const figure = (id: 'then' | 'now', head: string): Column<Input> => ({
    ...{ id, head, figures: true },
    cell: (input) => <Money label={`${input.label}, ${head}`} money={input[id]} />,
  });
  return (
    <DataTable
      label="What it stood at, and stands at"
      rows={inputs}
      rowKey={({ label }) => label}
      columns={[
        textColumn<Input>({ id: 'label', head: 'Input', gives: true, of: ({ label }) => label }),
        figure('then', `Run of ${monthText(before.month)}`),
        figure('now', 'Now'),
      ]}
    />
  );
}

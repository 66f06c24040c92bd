import { useState } from 'react';
import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { typedDate } from '@lowtide/core/calendar/typed-date.ts';
import { problemsOf } from '@lowtide/core/problems/decision.ts';
import { wording } from '@lowtide/core/problems/wording.ts';
import {
  filterText,
  readFilter,
  testsOf,
  testWords,
  type Filter,
  type Test,
} from '@lowtide/core/reports/table-view.ts';
import type { Table, TableColumn } from '@lowtide/core/reports/table.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { useDayOrder } from '../ui/day-order.ts';
import { DayField } from '../ui/DayField.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { PickField } from '../ui/PickField.tsx';

export interface FilterDialogProps {
  readonly table: Table;
  /** The one that is changed; undefined for another one. */
  readonly filter: Filter | undefined;
  readonly onTake: (filter: Filter) => void;
  readonly onClose: () => void;
}

/** Which rows are shown: what is asked of which column. */
export function FilterDialog({ table, filter, onTake, onClose }: FilterDialogProps) {
  const { columns } = table;
  const { today } = useShownBooks();
  const order = useDayOrder();
  const [id, setId] = useState(filter?.column ?? columns.find(({ holds }) => holds !== 'text')?.id ?? '');
  const [test, setTest] = useState<Test>(filter?.test ?? 'above');
  const [typed, setTyped] = useState(filter?.typed ?? '');
  const [isAsked, setAsked] = useState(false);
  const column = columns.find((one) => one.id === id);
  if (column === undefined) return null;
  const tests = testsOf(column);
  const value = column.holds === 'day' ? (typedDate(typed, today, order) ?? typed) : typed;
  const asked = { column: id, test: tests.includes(test) ? test : (tests[0] ?? 'is'), typed: value };
  const [problem] = problemsOf(readFilter(columns, filterText(asked)));
  const take = (): void => (problem === undefined ? onTake(asked) : setAsked(true));
  return (
    <Dialog title="Show only rows where" onClose={onClose} width={560}>
      <FieldGrid $columns={3}>
        <Choice
          label="Column"
          value={id}
          onChange={(next) => {
            setId(next);
            setTyped('');
          }}
          options={columns.map((one) => ({ value: one.id, text: one.head }))}
        />
        <Choice
          label="Test"
          value={asked.test}
          onChange={(next) => setTest(next as Test)}
          options={tests.map((each) => ({ value: each, text: testWords(column, each) }))}
        />
        <ValueField
          column={column}
          values={column.holds === 'text' ? valuesOf(table, column) : []}
          value={typed}
          onChange={setTyped}
          near={today}
          problem={isAsked && problem ? wording(problem) : undefined}
        />
      </FieldGrid>
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" onPress={take}>
          Show only these
        </Button>
      </DialogActions>
    </Dialog>
  );
}

interface ValueFieldProps {
  readonly column: TableColumn;
  /** Those the column has, to pick from. */
  readonly values: readonly string[];
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly near: IsoDate;
  readonly problem: string | undefined;
}

function ValueField({ column: { holds }, values, near, ...field }: ValueFieldProps) {
  switch (holds) {
    case 'text':
      return <PickField label="Value" options={values.map((code) => ({ code, name: '' }))} {...field} />;
    case 'day':
      return <DayField label="Day" near={near} {...field} />;
    case 'percent':
      return <Field label="Percent" figures {...field} />;
    case 'money':
    case 'hours':
    case 'price':
    case 'count':
      return <Field label="Value" figures {...field} />;
  }
}

function valuesOf({ columns, rows }: Table, column: TableColumn): readonly string[] {
  const place = columns.indexOf(column);
  return [...new Set(rows.map(({ cells }) => String(cells[place]?.value ?? '')))].filter(Boolean).toSorted();
}

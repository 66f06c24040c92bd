import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { BLANK_RATE_ROW, type RateTableRow } from '@lowtide/core/rates/rate-table.ts';
import { useGo } from '../../api/as-of.tsx';
import { useRead, useWrite } from '../../api/books-api.ts';
import { EntryGrid } from '../../entry/grid/EntryGrid.tsx';
import type { CellMark, GridColumn, GridRow } from '../../entry/grid/grid-edits.ts';
import { named } from '../../entry/grid/pick-suggestions.ts';
import { useUndo } from '../../entry/grid/use-undo.ts';
import { Button } from '../../ui/Button.tsx';
import { Note } from '../../ui/notes.tsx';
import { Page } from '../../ui/Page.tsx';
import { EffectsNote } from './RateEffects.tsx';
import { useRateEffects, type Effects } from './use-rate-effects.ts';
import { useRoles } from './use-roles.ts';

const COLUMNS: readonly GridColumn[] = [
  { id: 'employee', head: 'Employee', width: '13%' },
  { id: 'role', head: 'Role', width: '12%' },
  { id: 'activity', head: 'Activity', width: '11%' },
  { id: 'project', head: 'On project', width: '13%' },
  { id: 'client', head: 'For client', width: '13%' },
  { id: 'effectiveOn', head: 'From', width: '11%' },
  { id: 'rate', head: 'Rate of an hour', width: '11%', figures: true },
  { id: 'note', head: 'Note', width: '16%' },
];

/** Many rates at once, typed or pasted from a spreadsheet; what they do to hours is seen before they are saved. */
export function RateTablePage() {
  const [search] = useSearchParams();
  const side = search.get('side') === 'cost' ? 'cost' : 'bill';
  const go = useGo();
  const [rows, setRows] = useState<readonly RateTableRow[]>([]);
  const [why, setWhy] = useState<string | null>(null);
  const [isAsked, setAsked] = useState(false);
  const steps = useUndo<readonly RateTableRow[]>();
  const suggest = useRateSuggestions();
  const effects = useRateEffects(side, rows);
  const [add, { busy }] = useWrite('addRates');
  const save = async (): Promise<void> => {
    setAsked(true);
    const written = await add({ body: { side, rows: rows.map((row) => ({ ...row })) } });
    if (written.ok) return go(`/labor?part=rates&side=${side}`);
    setWhy(written.trouble.detail);
  };
  const step = (to: readonly RateTableRow[] | undefined): void => {
    if (to) setRows(to);
  };
  return (
    <Page
      title={side === 'bill' ? 'Table of bill rates' : 'Table of cost rates'}
      facts="A rate a row: whom it holds for, from when, how much. Paste from a spreadsheet; each row is a rate that is added"
      actions={
        <Button $look="primary" isDisabled={busy || (effects?.rates ?? 0) === 0} onPress={() => void save()}>
          Add {effects?.rates ?? 0} {effects?.rates === 1 ? 'rate' : 'rates'}
        </Button>
      }
    >
      <EntryGrid
        label="Rates"
        columns={COLUMNS}
        rows={rows.map((row) => ({ ...row }))}
        isOpening
        onChange={(edited, place) => {
          steps.typed(rows, place);
          setWhy(null);
          setRows(edited.map((row) => ({ ...BLANK_RATE_ROW, ...row })));
        }}
        marks={marksOf(effects, isAsked)}
        suggest={suggest}
        onCursor={() => undefined}
        onUndo={() => step(steps.back(rows))}
        onRedo={() => step(steps.forward(rows))}
      />
      {why === null ? null : <Note $tone="trouble">{why}</Note>}
      {effects === null ? null : <EffectsNote side={side} effects={effects} />}
    </Page>
  );
}

function marksOf(effects: Effects | null, isAsked: boolean): ReadonlyMap<string, CellMark> {
  const problems = (effects?.problems ?? []).filter(({ kind }) => isAsked || kind !== 'missing');
  return new Map(
    problems.map(({ at, message }): [string, CellMark] => [at.replace(/^rows\//, ''), { tone: 'trouble', message }]),
  );
}

/** What each cell may name. */
function useRateSuggestions() {
  const { answer: reference } = useRead('reference', {});
  const roles = useRoles();
  return (_row: GridRow, column: string, typed: string) => {
    switch (column) {
      case 'employee':
        return named(reference?.employees ?? [], column, typed);
      case 'role':
        return named(roles, column, typed);
      case 'activity':
        return named(reference?.activities ?? [], column, typed);
      case 'project':
        return named(reference?.projects ?? [], column, typed);
      case 'client':
        return named(reference?.clients ?? [], column, typed);
      default:
        return [];
    }
  };
}

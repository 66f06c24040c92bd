import { useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { dayText, isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { farLines } from '@lowtide/core/forecast/far-lines.ts';
import { readForecast, type ForecastRow, type ReadForecast } from '@lowtide/core/forecast/forecast-sheet.ts';
import { sum } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { concern, wording } from '@lowtide/core/problems/wording.ts';
import { AsOfLink, useShownBooks } from '../../api/as-of.tsx';
import { useRead } from '../../api/books-api.ts';
import { May, useMay } from '../../api/session.tsx';
import type { Trouble } from '../../api/trouble.ts';
import { EntryGrid } from '../../entry/grid/EntryGrid.tsx';
import { useUndo } from '../../entry/grid/use-undo.ts';
import { Button } from '../../ui/Button.tsx';
import { Facts } from '../../ui/Facts.tsx';
import { Empty, Loading, Note, Refused } from '../../ui/notes.tsx';
import { Page } from '../../ui/Page.tsx';
import { ProjectTabs } from '../ProjectTabs.tsx';
import { SaveForecast } from './SaveForecast.tsx';
import { ToldNote } from './ToldNote.tsx';
import { ForecastPanels } from './ForecastPanels.tsx';
import {
  asked,
  budgetRows,
  cellMarks,
  forecastColumns,
  copiedRows,
  forecastRows,
  gridRows,
  methodSuggestions,
  typedRows,
  understoodForecast,
  toldRows,
  type Sheet,
} from './forecast-rows.ts';
import { useTypedForecast } from '../../entry/typed-forecasts-slice.ts';

/** What a project's lines will have cost in the end, and what that does to its revenue. */
export function ForecastPage() {
  const { id = '' } = useParams();
  const { asOf } = useShownBooks();
  const { answer: sheet, trouble } = useRead('forecast', { params: { id }, query: asOf });
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!sheet) return <Loading />;
  return <ForecastOf key={`${id} ${asOf.through}`} id={id} sheet={sheet} />;
}

function ForecastOf({ id, sheet }: { readonly id: string; readonly sheet: Sheet }) {
  const { through, known } = useShownBooks();
  const [typed, mayPlan] = [useTypedForecast(id, through), useMay()('plan-projects')];
  const isReadOnly = known !== undefined || !mayPlan;
  const rows = useMemo(
    () => forecastRows(sheet, isReadOnly ? [] : (typed.rows ?? toldRows(sheet))),
    [typed.rows, sheet, isReadOnly],
  );
  const read = useMemo(() => readForecast(rows, budgetRows(sheet), copiedRows(sheet)), [rows, sheet]);
  const problems = read.problems.map((problem) => ({ at: problem.at, message: wording(problem) }));
  const warnings = warningsOf(read, typed.rows !== undefined);
  const [refused, setRefused] = useState<Trouble | null>(null);
  return (
    <Page
      title={`${sheet.project.code} · ${sheet.project.name}`}
      facts={factsOf(sheet, monthText(through))}
      actions={
        <>
          <RangesLink id={id} sheet={sheet} />
          <May do="plan-projects">
            {typed.rows === undefined || isReadOnly ? null : (
              <Button $look="quiet" onPress={typed.done}>
                Discard changes
              </Button>
            )}
            <SaveForecast
              sheet={sheet}
              rows={rows}
              errors={problems.length}
              warnings={warnings.length}
              isReadOnly={isReadOnly}
              onDone={typed.done}
              onRefused={setRefused}
            />
          </May>
        </>
      }
    >
      <ProjectTabs project={id} chosen="forecast" />
      <ToldNote sheet={sheet} />
      <Refused why={refused?.detail ?? null} />
      {sheet.lines.length === 0 ? (
        <Empty>
          No budget and no cost yet. Approve an estimate, or add a budget line under Contract &amp; record; then every
          line is forecast here.
        </Empty>
      ) : (
        <SheetBody
          id={id}
          sheet={sheet}
          rows={rows}
          read={read}
          problems={problems}
          warnings={warnings}
          onType={typed.type}
        />
      )}
    </Page>
  );
}

/** To ranges, of a project with a price. */
function RangesLink({ id, sheet: { position } }: { readonly id: string; readonly sheet: Sheet }) {
  if (position.project.method === 'none') return null;
  return <AsOfLink to={`/projects/${id}/ranges`}>Range of profit</AsOfLink>;
}

/** What deserves a second look; how far a result is from the budget only of what is typed now. */
function warningsOf({ warnings, lines }: ReadForecast, isTyped: boolean) {
  const all = [...warnings, ...(isTyped ? farLines(lines) : [])];
  return all.map((warning) => ({ at: warning.at, message: concern(warning) }));
}

interface SheetBodyProps {
  readonly id: string;
  readonly sheet: Sheet;
  readonly rows: readonly ForecastRow[];
  readonly read: ReadForecast;
  readonly problems: readonly { readonly at: string; readonly message: string }[];
  readonly warnings: readonly { readonly at: string; readonly message: string }[];
  readonly onType: (rows: readonly ForecastRow[]) => void;
}

function SheetBody({ id, sheet, rows, read, problems, warnings, onType }: SheetBodyProps) {
  const { known } = useShownBooks();
  const isReadOnly = known !== undefined;
  const steps = useUndo<readonly ForecastRow[]>();
  const step = (to: readonly ForecastRow[] | undefined): void => {
    if (to) onType(to);
  };
  return (
    <>
      <Totals sheet={sheet} estimate={read.estimate} />
      <EntryGrid
        label="Forecast"
        columns={forecastColumns(isReadOnly)}
        rows={gridRows(sheet, rows, read.lines)}
        onChange={(edited, place) => {
          steps.typed(rows, place);
          onType(typedRows(sheet, edited));
        }}
        marks={cellMarks(problems, warnings)}
        follows={(row) => asked(sheet, row, rows[row]?.method ?? '')}
        suggest={(_row, column, cell) => (column === 'method' && !isReadOnly ? methodSuggestions(cell) : [])}
        understood={understoodForecast}
        onCursor={() => undefined}
        isOpening={!isReadOnly}
        onUndo={() => step(steps.back(rows))}
        onRedo={() => step(steps.forward(rows))}
        isFixed
      />
      <ForecastPanels id={id} sheet={sheet} read={read} problems={problems} />
    </>
  );
}

function factsOf({ latest }: Sheet, month: string): string {
  if (latest === null) return `Forecast of ${month}. None was saved yet: every line is forecast by its budget`;
  const by = `saved ${dayText(isoDate(latest.recordedAt.slice(0, 10)))} by ${latest.recordedBy}`;
  if (monthText(latest.month) === month) return `Forecast of ${month}, ${by}`;
  return `Forecast of ${month}. It begins with a copy of that of ${monthText(latest.month)}, ${by}`;
}

function Totals({
  sheet: { lines },
  estimate,
}: {
  readonly sheet: Sheet;
  readonly estimate: Sheet['position']['budget'];
}) {
  const revised = sum(lines.flatMap(({ originalCents, changesCents }) => [originalCents, changesCents]));
  const actual = sum(lines.map(({ actual: cost }) => cost.amountCents));
  return (
    <Facts
      facts={[
        { name: 'Revised budget', value: dollars(revised) },
        { name: 'Actual', value: dollars(actual) },
        { name: 'Remaining', value: dollars(sum([estimate, -actual as typeof actual])) },
        { name: 'EAC', value: dollars(estimate) },
        { name: 'Variance', value: dollars(sum([revised, -estimate as typeof estimate])) },
      ]}
    />
  );
}

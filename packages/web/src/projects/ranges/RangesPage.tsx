import { useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { monthText } from '@lowtide/core/calendar/month.ts';
import type { RangeSheet } from '@lowtide/core/what-if/read-ranges.ts';
import { AsOfLink, useShownBooks } from '../../api/as-of.tsx';
import { useRead, type Answer } from '../../api/books-api.ts';
import { EntryGrid } from '../../entry/grid/EntryGrid.tsx';
import { useUndo } from '../../entry/grid/use-undo.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { KeepDialog } from '../../entry/KeepDialog.tsx';
import { Empty, Loading, Note } from '../../ui/notes.tsx';
import { Page, Sentence } from '../../ui/Page.tsx';
import { ProjectTabs } from '../ProjectTabs.tsx';
import { RangePanels } from './RangePanels.tsx';
import {
  isTyped,
  keptRanges,
  NOTHING_TYPED,
  RANGE_COLUMNS,
  rangeBasis,
  rangeFollows,
  rangeMarks,
  rangeRows,
  rangesToKeep,
  typedRanges,
} from './range-rows.ts';
import { useRanges } from './use-ranges.ts';

const PAGE = 'ranges';
const TOGETHER = ['0%', '25%', '50%', '75%', '100%'].map((value) => ({ value, text: value.replace('%', ' %') }));

/** How far a project's profit may spread, where what its lines will still cost is not certain. */
export function RangesPage() {
  const { id = '' } = useParams();
  const { asOf } = useShownBooks();
  const { answer, trouble } = useRead('forecast', { params: { id }, query: asOf });
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  return <RangesOf key={`${id} ${asOf.through}`} id={id} forecast={answer} />;
}

interface RangesOfProps {
  readonly id: string;
  readonly forecast: Answer<'forecast'>;
}

function RangesOf({ id, forecast }: RangesOfProps) {
  const { through } = useShownBooks();
  const [sheet, setSheet] = useState<RangeSheet>(NOTHING_TYPED);
  const [isKeeping, setKeeping] = useState(false);
  const basis = useMemo(() => rangeBasis(forecast), [forecast]);
  const { project } = forecast;
  return (
    <Page
      title={`${project.code} · ${project.name}`}
      facts={`Ranges of what is to come, ${monthText(through)}; nothing of it is posted or saved as a forecast`}
      actions={
        <>
          <Button $look="quiet" isDisabled={!isTyped(sheet)} onPress={() => setSheet(NOTHING_TYPED)}>
            Clear
          </Button>
          <Button isDisabled={!isTyped(sheet)} onPress={() => setKeeping(true)}>
            Keep it
          </Button>
        </>
      }
    >
      <ProjectTabs project={id} chosen="forecast" />
      {forecast.lines.length === 0 ? (
        <Empty>
          No budget and no cost yet, so nothing is to come.{' '}
          <AsOfLink to={`/projects/${id}/forecast`}>Forecast</AsOfLink>
        </Empty>
      ) : (
        <RangesBody forecast={forecast} basis={basis} sheet={sheet} onSheet={setSheet} />
      )}
      {isKeeping ? (
        <KeepDialog
          title="Keep these ranges"
          page={PAGE}
          state={rangesToKeep(sheet, forecast)}
          onClose={() => setKeeping(false)}
        />
      ) : null}
    </Page>
  );
}

interface RangesBodyProps {
  readonly forecast: Answer<'forecast'>;
  readonly basis: ReturnType<typeof rangeBasis>;
  readonly sheet: RangeSheet;
  readonly onSheet: (sheet: RangeSheet) => void;
}

function RangesBody({ forecast, basis, sheet, onSheet }: RangesBodyProps) {
  const reading = useRanges(basis, sheet);
  const steps = useUndo<RangeSheet>();
  const step = (to: RangeSheet | undefined): void => {
    if (to) onSheet(to);
  };
  return (
    <>
      <Sentence>
        What each line will still cost: an amount, or a percent more or less. The lines move together by{' '}
        <Choice
          inline
          label="Lines move together by"
          value={sheet.together}
          options={TOGETHER}
          onChange={(together) => onSheet({ ...sheet, together })}
        />
        . <KeptRanges forecast={forecast} onOpen={onSheet} />
      </Sentence>
      <EntryGrid
        label="Ranges"
        columns={RANGE_COLUMNS}
        rows={rangeRows(sheet, forecast, reading)}
        onChange={(edited, place) => {
          steps.typed(sheet, place);
          onSheet(typedRanges(edited, sheet));
        }}
        marks={rangeMarks(reading)}
        follows={(row) => rangeFollows(sheet, basis, row)}
        suggest={() => []}
        onCursor={() => undefined}
        isOpening
        onUndo={() => step(steps.back(sheet))}
        onRedo={() => step(steps.forward(sheet))}
        isFixed
      />
      {reading === null ? null : <RangePanels reading={reading} />}
    </>
  );
}

/** Ranges of this project that were kept under a name. */
function KeptRanges({ forecast, onOpen }: Pick<RangesBodyProps, 'forecast'> & { onOpen: RangesBodyProps['onSheet'] }) {
  const { answer } = useRead('views', { params: { page: PAGE } });
  const kept = (answer?.rows ?? []).flatMap(({ id, name, state }) => {
    const sheet = keptRanges(state, forecast);
    return sheet === null ? [] : [{ id: String(id), name, sheet }];
  });
  if (kept.length === 0) return null;
  return (
    <>
      Open{' '}
      <Choice
        inline
        label="Open ranges"
        value=""
        options={[{ value: '', text: 'kept ones' }, ...kept.map(({ id, name }) => ({ value: id, text: name }))]}
        onChange={(chosen) => {
          const found = kept.find(({ id }) => id === chosen);
          if (found !== undefined) onOpen(found.sheet);
        }}
      />
      .
    </>
  );
}

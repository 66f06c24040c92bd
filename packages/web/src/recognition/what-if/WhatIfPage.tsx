import { useMemo, useState } from 'react';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { NOTHING_ASKED, type WhatIfBasis, type WhatIfSheet } from '@lowtide/core/what-if/read-what-if.ts';
import { useShownBooks } from '../../api/as-of.tsx';
import { useRead } from '../../api/books-api.ts';
import { EntryGrid } from '../../entry/grid/EntryGrid.tsx';
import { useUndo } from '../../entry/grid/use-undo.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty, Loading, Note } from '../../ui/notes.tsx';
import { Page, Sentence } from '../../ui/Page.tsx';
import { KeepWhatIf, KeptBar, type Beside } from './KeptWhatIfs.tsx';
import { useWhatIf } from './use-what-if.ts';
import { followed, gridRows, isAsked, marks, typedSheet, WHAT_IF_COLUMNS } from './what-if-rows.ts';
import { WhatIfTotals } from './WhatIfTotals.tsx';

/** What the month, the profit and the balance of all contracts would be if prices, costs, work or billing were others. */
export function WhatIfPage() {
  const { asOf, through } = useShownBooks();
  const { answer, trouble } = useRead('whatIf', { query: asOf });
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  return <WhatIfOf key={through} basis={answer} />;
}

function WhatIfOf({ basis }: { readonly basis: WhatIfBasis }) {
  const { through } = useShownBooks();
  const [sheet, setSheet] = useState<WhatIfSheet>(NOTHING_ASKED);
  const [beside, setBeside] = useState<Beside | null>(null);
  const [isKeeping, setKeeping] = useState(false);
  const reading = useWhatIf(basis, sheet);
  const other = useWhatIf(basis, beside?.sheet ?? null);
  const steps = useUndo<WhatIfSheet>();
  const rows = useMemo(() => gridRows(sheet, basis, reading), [sheet, basis, reading]);
  const step = (to: WhatIfSheet | undefined): void => {
    if (to) setSheet(to);
  };
  return (
    <Page
      title={`What if, ${monthText(through)}`}
      facts="Contracts under way as if the month were recognized now; nothing of it is posted"
      actions={
        <>
          <Button $look="quiet" isDisabled={!isAsked(sheet)} onPress={() => setSheet(NOTHING_ASKED)}>
            Clear
          </Button>
          <Button isDisabled={!isAsked(sheet)} onPress={() => setKeeping(true)}>
            Keep it
          </Button>
        </>
      }
    >
      <Sentence>
        Type an amount, or a percent: of the price, of what is still to cost, or for billing of the price.{' '}
        <KeptBar onOpen={setSheet} beside={beside} onBeside={setBeside} />
      </Sentence>
      {basis.positions.length === 0 ? (
        <Empty>No contract is under way in this month.</Empty>
      ) : (
        <EntryGrid
          label="What if"
          columns={WHAT_IF_COLUMNS}
          rows={rows}
          onChange={(edited, place) => {
            steps.typed(sheet, place);
            setSheet(typedSheet(edited, basis));
          }}
          marks={marks(reading)}
          follows={(row) => followed(sheet, row)}
          suggest={() => []}
          onCursor={() => undefined}
          isOpening
          onUndo={() => step(steps.back(sheet))}
          onRedo={() => step(steps.forward(sheet))}
          isFixed
        />
      )}
      {reading === null ? null : <WhatIfTotals {...{ basis, reading }} beside={besideOf(beside, other)} />}
      {isKeeping ? <KeepWhatIf sheet={sheet} onClose={() => setKeeping(false)} /> : null}
    </Page>
  );
}

function besideOf(beside: Beside | null, reading: ReturnType<typeof useWhatIf>) {
  return beside === null || reading === null ? null : { name: beside.name, totals: reading.asked };
}

import { useState } from 'react';
import { monthText, type Month } from '@lowtide/core/calendar/month.ts';
import type { ForecastRow } from '@lowtide/core/forecast/forecast-sheet.ts';
import { openMonthFrom } from '@lowtide/core/months/open-day.ts';
import { useShownBooks } from '../../api/as-of.tsx';
import { useWrite } from '../../api/books-api.ts';
import { useMay } from '../../api/session.tsx';
import type { Trouble } from '../../api/trouble.ts';
import { Button } from '../../ui/Button.tsx';
import { plural } from '../../ui/plural.ts';
import { TellDialog } from './TellDialog.tsx';
import type { Sheet } from './forecast-rows.ts';

export interface SaveForecastProps {
  readonly sheet: Sheet;
  readonly rows: readonly ForecastRow[];
  readonly errors: number;
  readonly warnings: number;
  readonly isReadOnly: boolean;
  readonly onDone: () => void;
  readonly onRefused: (trouble: Trouble | null) => void;
}

/** Saves the forecast; where the month is asked for, whoever only leads the project tells it. */
export function SaveForecast(props: SaveForecastProps) {
  const { sheet, rows, errors, warnings, isReadOnly, onDone, onRefused } = props;
  const { frame, through } = useShownBooks();
  const mayKeep = useMay()('keep-books');
  const [isTelling, setTelling] = useState(false);
  const [send, { busy }] = useWrite('saveForecast');
  const month = openMonthFrom(through, frame.company?.lockedThrough ?? null);
  const isLater = month !== through;
  const save = async (): Promise<void> => {
    const body = { month: through, stamp: sheet.stamp, rows: [...rows], acceptWarnings: warnings > 0 || isLater };
    const written = await send({ params: { id: String(sheet.project.id) }, body });
    onRefused(written.ok ? null : written.trouble);
    if (written.ok) onDone();
  };
  const isOff = busy || isReadOnly || errors > 0 || sheet.lines.length === 0;
  const { asked } = sheet;
  if (asked === null || mayKeep) {
    return (
      <Button $look="primary" isDisabled={isOff} onPress={() => void save()}>
        {saveWords({ errors, warnings, month, isLater })}
      </Button>
    );
  }
  return (
    <>
      <Button $look="primary" isDisabled={isOff} onPress={() => setTelling(true)}>
        {errors > 0 ? `Tell it (${plural(errors, 'error')})` : `Tell the forecast of ${monthText(through)}`}
      </Button>
      {isTelling ? (
        <TellDialog
          sheet={{ ...sheet, asked }}
          rows={rows}
          onTold={() => {
            setTelling(false);
            onDone();
          }}
          onClose={() => setTelling(false)}
        />
      ) : null}
    </>
  );
}

interface Saved {
  readonly errors: number;
  readonly warnings: number;
  /** The month it is kept for: the first open one, where the month looked at is locked. */
  readonly month: Month;
  readonly isLater: boolean;
}

function saveWords({ errors, warnings, month, isLater }: Saved): string {
  if (errors > 0) return `Save (${plural(errors, 'error')})`;
  const from = isLater ? ` it from ${monthText(month)}, the first open month` : '';
  if (warnings > 0) return `Save${from} all the same (${plural(warnings, 'warning')})`;
  return from === '' ? `Save the forecast of ${monthText(month)}` : `Save${from}`;
}

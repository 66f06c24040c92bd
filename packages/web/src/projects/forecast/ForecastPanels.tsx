import type { ReadForecast } from '@lowtide/core/forecast/forecast-sheet.ts';
import { forecastEffect } from '@lowtide/core/forecast/forecast-effect.ts';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { percent, type Ratio } from '@lowtide/core/money/ratio.ts';
import { plural } from '../../ui/plural.ts';
import { AsOfLink, useOpenMonth, useShownBooks } from '../../api/as-of.tsx';
import { useRead } from '../../api/books-api.ts';
import { MonthChart } from '../../charts/MonthChart.tsx';
import { BeforeAfter } from '../../entry/BeforeAfter.tsx';
import { SheetPanels } from '../../entry/draft/SheetPanels.tsx';
import { placeWords } from '../../entry/grid/remark-places.ts';
import { Remarks } from '../../ui/notes.tsx';
import { color } from '../../theme/tokens.ts';
import { forecastColumns, type Sheet } from './forecast-rows.ts';

export interface ForecastPanelsProps {
  readonly id: string;
  readonly sheet: Sheet;
  readonly read: ReadForecast;
  readonly problems: readonly { readonly at: string; readonly message: string }[];
}

const place = placeWords(forecastColumns(false));

/** Below the sheet: what saving it does, the cost curve, the forecasts before it. */
export function ForecastPanels({ id, sheet, read, problems }: ForecastPanelsProps) {
  const { latest, history } = sheet;
  return (
    <SheetPanels role="group" aria-label="What the forecast does" $columns="1fr 1.5fr 0.7fr" $height={236}>
      <section tabIndex={0} aria-label="What saving it does">
        <h2>What saving it does</h2>
        <Remarks tone="trouble" title={plural(problems.length, 'error')} remarks={problems} place={place} />
        <Effect sheet={sheet} read={read} />
      </section>
      <section aria-label="Cost by month">
        <h2>Cost to date by month</h2>
        <Curve id={id} />
      </section>
      <section tabIndex={0} aria-label="Forecasts">
        <h2>Forecasts saved</h2>
        {latest === null ? <p>None yet.</p> : null}
        <ul style={{ listStyle: 'none', fontSize: 12 }}>
          {history.map(({ month, recordedAt, recordedBy }) => (
            <li key={recordedAt} title={`Recorded ${recordedAt} by ${recordedBy}`}>
              <AsOfLink to={`/projects/${id}/forecast?m=${month}`}>{monthText(month)}</AsOfLink>, {recordedBy}
            </li>
          ))}
        </ul>
      </section>
    </SheetPanels>
  );
}

function Effect({ sheet, read }: Pick<ForecastPanelsProps, 'sheet' | 'read'>) {
  const { through } = useShownBooks();
  const { position, percentDecimals, forecastMonths } = sheet;
  const effect = forecastEffect(position, read, { month: through, kept: percentDecimals, forecastMonths });
  const share = (ratio: Ratio | null): string => (ratio === null ? 'none' : `${percent(ratio, 2)} %`);
  const rows: readonly (readonly [string, string, string])[] = [
    ['EAC', dollars(effect.estimate.before), dollars(effect.estimate.after)],
    ['Complete', share(effect.complete.before), share(effect.complete.after)],
    ['Margin at completion', share(effect.margin.before), share(effect.margin.after)],
    [`To recognize, ${monthText(through)}`, dollars(effect.revenue.before), dollars(effect.revenue.after)],
    ['Loss provision', dollars(effect.provision.before), dollars(effect.provision.after)],
  ];
  return <BeforeAfter head={sheet.project.code} after="with this" rows={rows} />;
}

/** Planned, actual and forecast cost, cumulative. */
function Curve({ id }: { readonly id: string }) {
  const { asOf, through } = useShownBooks();
  const openMonth = useOpenMonth();
  const { answer } = useRead('costCurve', { params: { id }, query: asOf });
  if (!answer) return null;
  const { points } = answer;
  return (
    <MonthChart
      label="Cost to date by month: planned, actual, forecast"
      months={points.map(({ month }) => month)}
      series={[
        { name: 'planned', color: color.lineStrong, values: points.map(({ planned }) => planned) },
        { name: 'actual', color: color.cost, values: points.map(({ actual }) => actual) },
        { name: 'forecast', color: color.cost, dash: '4 4', values: points.map(({ forecast }) => forecast) },
      ]}
      height={178}
      at={through}
      onMonth={openMonth}
    />
  );
}

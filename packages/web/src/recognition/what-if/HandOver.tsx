import { useState } from 'react';
import { handedOver } from '@lowtide/core/forecast/handed-over.ts';
import { difference, type Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import type { WhatIfBasis } from '@lowtide/core/what-if/read-what-if.ts';
import { AsOfLink, useGo, useShownBooks } from '../../api/as-of.tsx';
import { useKnown } from '../../api/books-api.ts';
import { useMay } from '../../api/session.tsx';
import { useTypedForecast } from '../../entry/typed-forecasts-slice.ts';
import { Button } from '../../ui/Button.tsx';
import { Refused } from '../../ui/notes.tsx';
import type { WhatIfReading } from '../../workers/what-if-worker.ts';

interface HandOverProps {
  readonly basis: WhatIfBasis;
  readonly reading: WhatIfReading;
}

/** As many stand there, those that move most first; a thousand would hold up typing. */
const MOST_SHOWN = 20;

/** Projects that would cost otherwise: each goes to its forecast sheet as a proposal, not saved yet. */
export function HandOver({ basis, reading }: HandOverProps) {
  const mayPlan = useMay()('plan-projects');
  const moved = basis.positions.flatMap(({ project }, place) => {
    const row = reading.rows[place];
    const more = row === undefined ? null : difference(row.asked.estimate, row.books.estimate);
    return more === null || more === 0 ? [] : [{ id: project.id, code: project.code, more }];
  });
  if (moved.length === 0 || !mayPlan) return null;
  const shown = moved.toSorted((one, other) => Math.abs(other.more) - Math.abs(one.more)).slice(0, MOST_SHOWN);
  return (
    <section tabIndex={0} aria-label="Hand over to forecasts">
      <h2>Hand over to forecasts</h2>
      {shown.map((each) => (
        <ToForecast key={each.id} {...each} />
      ))}
      {moved.length > MOST_SHOWN ? <p>{moved.length - MOST_SHOWN} others move less.</p> : null}
    </section>
  );
}

interface ToForecastProps {
  readonly id: number;
  readonly code: string;
  readonly more: Cents;
}

function ToForecast({ id, code, more }: ToForecastProps) {
  const { asOf, through } = useShownBooks();
  const typed = useTypedForecast(String(id), through);
  const forecastOf = useKnown('forecast');
  const go = useGo();
  const [why, setWhy] = useState<string | null>(null);
  const path = `/projects/${id}/forecast`;
  if (typed.rows !== undefined) {
    return (
      <p>
        <AsOfLink to={path}>{code}</AsOfLink>: its sheet has changes that are not saved yet.
      </p>
    );
  }
  const propose = async (): Promise<void> => {
    const sheet = await forecastOf({ params: { id: String(id) }, query: asOf });
    if (sheet === null) return setWhy('Its forecast could not be read. Try again.');
    const rows = sheet.lines.map(({ line, method, input, reason, estimateCents, actual }) => ({
      ...{ line, method, input, reason, estimate: estimateCents, actual: actual.amountCents },
    }));
    typed.type(handedOver(rows, more, 'What if'));
    go(path);
  };
  return (
    <p>
      <Button $look="quiet" aria-label={`To the forecast of ${code}`} onPress={() => void propose()}>
        {code}
      </Button>{' '}
      {more > 0 ? '+' : ''}
      {dollars(more)}
      <Refused why={why} />
    </p>
  );
}

import type { Answer } from '../api/books-api.ts';
import { StepChart, type ChartStep } from '../charts/StepChart.tsx';
import { Note } from '../ui/notes.tsx';
import { plural } from '../ui/plural.ts';

/** The steps that lead to profit to date, as a picture; the table below says what each is made of. */
export function ProfitSteps({ report: { rows, leftOut } }: { readonly report: Answer<'profit-explained'> }) {
  const steps = rows.flatMap(({ kind, text, amountCents, beforeCents, afterCents }): ChartStep[] =>
    beforeCents === null || afterCents === null
      ? []
      : [{ name: text, value: amountCents, before: beforeCents, after: afterCents, isWhole: kind !== 'step' }],
  );
  return (
    <>
      {steps.length === 0 ? null : <StepChart label="Steps of profit" steps={steps} />}
      {leftOut === 0 ? null : (
        <Note>
          {plural(leftOut, 'project')} left out: cost that waits, or work that is not measured against a plan.
        </Note>
      )}
    </>
  );
}

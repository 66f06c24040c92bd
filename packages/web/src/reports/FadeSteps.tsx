import { fadeSteps } from '@lowtide/core/reports/fade/steps.ts';
import type { Answer } from '../api/books-api.ts';
import { StepChart } from '../charts/StepChart.tsx';

/** How the profit expected of all contracts moved, by its causes. */
export function FadeSteps({ report: { rows, totals } }: { readonly report: Answer<'fade'> }) {
  return rows.length === 0 ? null : <StepChart label="Causes of the change" steps={fadeSteps(totals)} />;
}

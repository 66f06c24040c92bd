import { cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { percent } from '@lowtide/core/money/ratio.ts';
import type { CauseName } from '@lowtide/core/progress/month-causes.ts';
import type { Answer } from '../api/books-api.ts';

type Row = Answer<'recognition'>['rows'][number];

/** What each cause is, in a table's first column. */
export const CAUSE_HEADS: Readonly<Record<CauseName, string>> = {
  measure: 'How it is measured',
  work: 'Work done',
  estimate: 'Estimate',
  price: 'Price agreed',
  'not agreed': 'In the price, not agreed',
  loss: 'Provision for its loss',
  otherwise: 'Earned or provided otherwise',
};

/** What changed since the run before, in a sentence. */
export function causeText(cause: CauseName, row: Row): string {
  const { before } = row;
  if (before === null) return 'No run before knew the project.';
  switch (cause) {
    case 'measure':
      return before.method === row.method
        ? 'Other decimals of percent complete are kept, or other terms count before contract or estimate.'
        : `It is measured ${row.method}, and was ${before.method}.`;
    case 'work':
      return workText(row, before);
    case 'estimate':
      return `The estimate went from ${dollars(before.estimate.amountCents)} to ${dollars(row.estimate.amountCents)}.`;
    case 'price':
      return `The agreed price went from ${dollars(agreed(before))} to ${dollars(agreed(row))}, or the work began or was cancelled.`;
    case 'not agreed':
      return `What is included and not agreed went from ${dollars(before.includedCents)} to ${dollars(row.includedCents)}.`;
    case 'loss':
      return 'What is still to be lost, less what revenue and cost show of it by now.';
    case 'otherwise':
      return 'Posted by entries of their own, not by the run before.';
  }
}

function workText(row: Row, before: NonNullable<Row['before']>): string {
  const cost = `Cost went from ${dollars(before.cost.amountCents)} to ${dollars(row.cost.amountCents)}`;
  if (row.method === 'cost-to-cost' || row.method.startsWith('as-')) return `${cost}.`;
  return `${cost}; complete are ${percent(row.complete)} %, after ${percent(before.complete)} %.`;
}

function agreed({ contract, includedCents }: Pick<Row, 'contract' | 'includedCents'>) {
  return cents(contract.amountCents - includedCents);
}

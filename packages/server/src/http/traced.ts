import type { Month } from '@lowtide/core/calendar/month.ts';
import type { Cents } from '@lowtide/core/money/cents.ts';
import { figureKey, type Figure, type FigureName } from '@lowtide/core/trace/figure.ts';

/** An amount with the key its trace is asked by. */
export function traced(amountCents: Cents, figure: Figure): { amountCents: number; figure: string } {
  return { amountCents, figure: figureKey(figure) };
}

/** Makes figures of one project through a month. */
export function projectFigures(project: number, through: Month) {
  return (name: FigureName, amount: Cents) => traced(amount, { name, project, through });
}

import type { EstimateLine } from './read-estimate.ts';

/** What a client sees of a line: what it is, and its price. Built from lines by `clientLines`, so cost has no way in. */
export interface ClientLine {
  readonly section: string;
  readonly text: string;
  readonly price: EstimateLine['price'];
}

/** The lines the client pays for; those with cost and no price are ours alone. */
export function clientLines(lines: readonly EstimateLine[]): readonly ClientLine[] {
  return lines.filter(({ price }) => price !== 0).map(({ section, text, price }) => ({ section, text, price }));
}

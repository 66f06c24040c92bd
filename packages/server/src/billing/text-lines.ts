import type { TextLine } from '@lowtide/core/documents/invoice/billed-invoice.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { dollars, tenThousandths } from '@lowtide/core/money/dollars.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import type { Content, TableCell } from 'pdfmake';
import { FIGURES, RULES } from '../print/letter.ts';

const right = { alignment: 'right' as const, ...FIGURES };
const figure = (text: string): TableCell => ({ text, ...right });

/** The lines of an invoice in words, with quantity and price where they have them. */
export function textLines(texts: readonly TextLine[]): Content {
  const head = (text: string): TableCell => ({ text, bold: true, fontSize: 9 });
  const rows = texts.map(({ text, quantity: units, price, amount }): TableCell[] => [
    text,
    figure(units === null ? '' : tenThousandths(quantity(units))),
    figure(price === null ? '' : tenThousandths(quantity(price))),
    figure(dollars(cents(amount))),
  ]);
  const heads = [
    head('What for'),
    ...['Quantity', 'Price', 'Amount'].map((text) => ({ ...right, text, bold: true, fontSize: 9 })),
  ];
  return {
    table: { headerRows: 1, dontBreakRows: true, widths: ['*', 60, 70, 90], body: [heads, ...rows] },
    layout: RULES,
    margin: [0, 0, 0, 12],
  };
}

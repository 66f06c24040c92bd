import { dayText, type IsoDate } from '../calendar/iso-date.ts';
import { cents } from '../money/cents.ts';
import { dollars, tenThousandths } from '../money/dollars.ts';
import { quantity, type Rate } from '../money/quantity.ts';
import type { Part } from './order-line.ts';

/** What a version says of a line: what it adds to what is ordered, and how the line is from then on. */
export interface OrderedOf {
  readonly place: number;
  readonly change: Part;
  readonly price: Rate;
  readonly unit: string;
  readonly text: string;
  readonly tax: string;
  readonly wantedOn: IsoDate | null;
}

export interface OrderDifference {
  readonly place: number;
  /** What of the line it is: its quantity, its price …; the line itself where it is new or gone. */
  readonly what: string;
  readonly before: string;
  readonly after: string;
}

interface Said extends Omit<OrderedOf, 'change'>, Part {}

/** What each version changed of the one before, in words; the first one is where it begins. */
export function versionDifferences(
  versions: readonly { readonly ordered: readonly OrderedOf[]; readonly isReversed: boolean }[],
): readonly (readonly OrderDifference[])[] {
  const lines = new Map<number, Said>();
  return versions.map(({ ordered, isReversed }, index) => {
    const found = ordered.flatMap((each) => {
      const before = lines.get(each.place);
      const after = said(each, before);
      if (!isReversed) lines.set(each.place, after);
      return index === 0 ? [] : differences(before, after);
    });
    return found;
  });
}

function said({ change, ...line }: OrderedOf, before: Said | undefined): Said {
  return {
    ...line,
    quantity: quantity((before?.quantity ?? 0) + change.quantity),
    net: cents((before?.net ?? 0) + change.net),
  };
}

const ASPECTS: readonly { readonly what: string; readonly of: (line: Said) => string }[] = [
  { what: 'Text', of: ({ text }) => text },
  {
    what: 'Quantity',
    of: (line) => (line.quantity === 0 ? '' : `${tenThousandths(line.quantity)} ${line.unit}`.trim()),
  },
  { what: 'Price', of: ({ price }) => (price === 0 ? '' : tenThousandths(price, 2)) },
  { what: 'Net', of: ({ net }) => dollars(net) },
  { what: 'Tax', of: ({ tax }) => tax },
  { what: 'Wanted', of: ({ wantedOn }) => (wantedOn === null ? '' : dayText(wantedOn)) },
];

function differences(before: Said | undefined, after: Said): readonly OrderDifference[] {
  const { place } = after;
  if (before === undefined || before.net === 0)
    return [{ place, what: 'New line', before: '', after: lineText(after) }];
  if (after.net === 0) return [{ place, what: 'Taken out', before: lineText(before), after: '' }];
  return ASPECTS.map(({ what, of }) => ({ place, what, before: of(before), after: of(after) })).filter(
    (each) => each.before !== each.after,
  );
}

function lineText(line: Said): string {
  return [line.text, dollars(line.net)].filter((text) => text !== '').join(', ');
}

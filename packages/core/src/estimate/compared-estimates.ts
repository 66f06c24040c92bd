import { groupedBy } from '../collections/grouped-by.ts';
import { cents, difference, sum, type Cents } from '../money/cents.ts';
import type { EstimateLine } from './read-estimate.ts';

/** Cost and price of what two versions call the same: a line by its section and text, else by its code. */
export interface ComparedLine {
  readonly section: string;
  readonly name: string;
  readonly cost: Compared;
  readonly price: Compared;
}

export interface Compared {
  readonly before: Cents;
  readonly after: Cents;
  readonly change: Cents;
}

/** Versions side by side, in the order of the later one; lines only the earlier one has come last in their section. */
export function comparedEstimates(
  before: readonly EstimateLine[],
  after: readonly EstimateLine[],
): readonly ComparedLine[] {
  const [earlier, later] = [byName(before), byName(after)];
  const sections = [...new Set([...after, ...before].map(({ section }) => section))];
  const names = new Set([...later.keys(), ...earlier.keys()]);
  const compared = [...names].map((key) => comparedLine(earlier.get(key) ?? [], later.get(key) ?? []));
  return compared.toSorted((one, other) => sections.indexOf(one.section) - sections.indexOf(other.section));
}

function byName(lines: readonly EstimateLine[]): ReadonlyMap<string, readonly EstimateLine[]> {
  return groupedBy(lines, (line) => `${line.section}\n${nameOf(line)}`);
}

function nameOf({ text, coding, place }: EstimateLine): string {
  if (text !== '') return text;
  return coding === null ? `Line ${place + 1}` : `${coding.costCode}/${coding.costType}`;
}

function comparedLine(before: readonly EstimateLine[], after: readonly EstimateLine[]): ComparedLine {
  const [one] = [...after, ...before];
  const both = (of: (line: EstimateLine) => Cents): Compared => {
    const [was, is] = [sum(before.map(of)), sum(after.map(of))];
    return { before: was, after: is, change: difference(is, was) };
  };
  return {
    section: one?.section ?? '',
    name: one ? nameOf(one) : '',
    cost: both(({ cost }) => cost),
    price: both(({ price }) => price),
  };
}

/** The same for the whole of both. */
export function comparedTotals(lines: readonly ComparedLine[]): Pick<ComparedLine, 'cost' | 'price'> {
  const total = (of: (line: ComparedLine) => Compared): Compared => ({
    before: sum(lines.map((line) => of(line).before)),
    after: sum(lines.map((line) => of(line).after)),
    change: cents(sum(lines.map((line) => of(line).change))),
  });
  return { cost: total(({ cost }) => cost), price: total(({ price }) => price) };
}

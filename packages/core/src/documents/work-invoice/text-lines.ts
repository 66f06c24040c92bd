import type { BilledWork, UnbilledWork } from '../../billing/unbilled-work.ts';
import { cents, sum, ZERO } from '../../money/cents.ts';
import { sumQuantity } from '../../money/quantity.ts';
import type { TextLine } from '../invoice/billed-invoice.ts';

export interface WorkNow extends Pick<BilledWork, 'billed' | 'writtenDown' | 'reason'> {
  readonly of: UnbilledWork;
}

/** The work as the client reads it: one line for each person and thing on a code, with its hours or units. */
export function workLines(now: readonly WorkNow[]): readonly TextLine[] {
  const groups = new Map<string, WorkNow[]>();
  for (const each of now) {
    const key = `${each.of.kind}/${each.of.name}/${each.of.code}`;
    const known = groups.get(key);
    if (known) known.push(each);
    else groups.set(key, [each]);
  }
  return [...groups.values()].flatMap((group): readonly TextLine[] => {
    const [first] = group;
    if (first === undefined) return [];
    const amount = sum([ZERO, ...group.map(({ billed }) => billed)]);
    const units = sumQuantity(group.map(({ of }) => of.quantity));
    const { name, code } = first.of;
    return [
      {
        ...{ text: [name, code].filter((part) => part !== '').join(', '), quantity: units === 0 ? null : units },
        ...{ price: null, amount, net: cents(amount), taxCode: null, account: null },
      },
    ];
  });
}

import { isEmpty, quantityIn, type Cell } from '../../cells/cell.ts';
import { quantity, type Quantity } from '../../money/quantity.ts';
import { following, listed, mapped, refused, accepted, type Decision } from '../../problems/decision.ts';
import type { HoursRow } from './form.ts';

/** Nobody and nothing works longer in a day. */
export const DAY = quantity(240_000);

export interface TypedDay {
  readonly cell: Cell;
  /** Days after Monday. */
  readonly day: number;
  readonly hours: Quantity;
}

/** The days of a row that hold something; a row without any is missing it. */
export function typedDays({ days }: Pick<HoursRow, 'days'>, row: string): Decision<readonly TypedDay[]> {
  const cells = days.map((typed, day) => ({ typed, at: `${row}/days/${day}`, day }));
  const typed = cells.filter((cell) => !isEmpty(cell));
  if (typed.length === 0) return refused({ at: `${row}/days/0`, kind: 'missing', field: 'the number of hours' });
  const read = typed.map(({ day, ...cell }) =>
    following(quantityIn(cell), (hours): Decision<TypedDay> =>
      Math.abs(hours) > DAY
        ? refused({ at: cell.at, kind: 'number-outside', field: 'the hours', least: '−24', most: '24' })
        : accepted({ cell, day, hours }),
    ),
  );
  return mapped(listed(read), (all) => all.filter(({ hours }) => hours !== 0));
}

import { quantityIn, required } from '../../cells/cell.ts';
import { tenThousandths } from '../../money/dollars.ts';
import { quantity } from '../../money/quantity.ts';
import { accepted, following, refused, type Decision } from '../../problems/decision.ts';
import type { HoursRow } from './form.ts';

/** A part of a day that moves to other work. */
export interface MovedHours {
  /** Days after Monday. */
  readonly day: number;
  readonly hours: string;
  readonly project: string;
  readonly code: string;
}

/** The row with the rest of the day, and a row with what was moved. More than the day holds cannot be moved. */
export function splitDay(row: HoursRow, moved: MovedHours): Decision<readonly [HoursRow, HoursRow]> {
  const cell = { typed: moved.hours, at: 'hours' };
  const whole = quantityIn({ typed: row.days[moved.day] ?? '', at: 'day' });
  return following(whole, (day) =>
    following(required(cell, 'the hours to move', quantityIn), (part): Decision<readonly [HoursRow, HoursRow]> => {
      if (part <= 0 || part > day) {
        const most = tenThousandths(day);
        return refused({ at: 'hours', kind: 'number-outside', field: 'the hours to move', least: '0', most });
      }
      const rest = quantity(day - part);
      const on = (typed: string, others: readonly string[]): string[] =>
        others.map((known, at) => (at === moved.day ? typed : known));
      return accepted([
        { ...row, days: on(rest === 0 ? '' : plain(rest), row.days) },
        {
          ...{ ...row, project: moved.project, code: moved.code, costType: '', text: '' },
          days: on(
            plain(part),
            row.days.map(() => ''),
          ),
        },
      ]);
    }),
  );
}

function plain(hours: number): string {
  return tenThousandths(quantity(hours)).replace(/,/g, '');
}

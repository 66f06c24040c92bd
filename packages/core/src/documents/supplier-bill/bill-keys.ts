import { dayNumber, type IsoDate } from '../../calendar/iso-date.ts';
import type { Cents } from '../../money/cents.ts';

/** What makes a bill the same bill: its supplier and number. */
export function billKey({ supplier, number }: { readonly supplier: number; readonly number: string }): string {
  return `${supplier}/${number.toLowerCase()}`;
}

export interface DatedBill {
  readonly supplier: number;
  readonly datedOn: IsoDate;
  readonly gross: Cents;
}

/** What makes a bill look like another one: the same supplier, day and amount. */
export function billDayKey({ supplier, datedOn, gross }: DatedBill): string {
  return `${supplier}:${dayNumber(datedOn)}:${gross}`;
}

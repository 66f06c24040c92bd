import { dayText, isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { dollars, tenThousandths } from '@lowtide/core/money/dollars.ts';
import { percent } from '@lowtide/core/money/ratio.ts';
import type { Cell, TableColumn } from '@lowtide/core/reports/table.ts';

/** A value for people. */
export function cellText({ value }: Cell, { holds }: TableColumn): string {
  if (value === '') return '';
  if (value === null) return holds === 'percent' ? '–' : '';
  if (typeof value === 'object') return `${percent(value, 1)} %`;
  if (holds === 'money') return dollars(cents(Number(value)));
  if (holds === 'hours') return tenThousandths(Number(value));
  if (holds === 'price') return tenThousandths(Number(value), 2);
  return holds === 'day' ? dayText(isoDate(String(value))) : String(value);
}

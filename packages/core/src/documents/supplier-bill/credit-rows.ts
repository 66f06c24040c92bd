import type { IsoDate } from '../../calendar/iso-date.ts';
import { isEmpty, moneyIn, quantityIn } from '../../cells/cell.ts';
import { cents, opposite } from '../../money/cents.ts';
import { plainDollars, tenThousandths } from '../../money/dollars.ts';
import { quantity } from '../../money/quantity.ts';
import { BLANK_BILL_ROW, type BillRow } from './form.ts';
import type { BillFigures } from './read.ts';

/**
 * Rows of a credit note against a bill: its lines as they were posted, with every sign turned, dated on a day; its number is still to
 * be typed. `lines` are those of the bill's figures, which leave charges for last.
 */
export function creditRows(
  rows: readonly BillRow[],
  lines: BillFigures['lines'],
  datedOn: IsoDate,
): readonly BillRow[] {
  const figures = lines.values();
  return rows.map((row, place) => {
    const { project, code, costType, tax, text, order, spread } = row;
    const posted = isEmpty({ typed: spread, at: '' }) ? figures.next().value : undefined;
    return {
      ...BLANK_BILL_ROW,
      ...{ project, code, costType, tax, text, order, spread },
      net: posted === undefined ? turnedMoney(row.net) : plainDollars(opposite(cents(posted.net))),
      quantity: turnedQuantity(row.quantity, posted?.quantity),
      ...(place === 0 ? { supplier: row.supplier, datedOn, retention: row.retention } : {}),
    };
  });
}

function turnedMoney(typed: string): string {
  const read = moneyIn({ typed, at: 'net' });
  return read.ok ? plainDollars(opposite(read.value)) : typed;
}

/** Units as they were posted; as typed where nothing is known of that. */
function turnedQuantity(typed: string, posted: number | undefined): string {
  const read = posted === undefined ? quantityIn({ typed, at: 'quantity' }) : { ok: true as const, value: posted };
  if (!read.ok || read.value === 0) return '';
  return tenThousandths(quantity(-read.value)).replace(/,/g, '').replace('\u2212', '-');
}

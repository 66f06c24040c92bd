import { SumTooLarge, ZERO } from '../money/cents.ts';
import { quantity } from '../money/quantity.ts';
import { heldToBudget } from './budget-warnings.ts';
import type { Catalog } from './catalog.ts';
import { sheetPreview, type SheetPreview } from './preview.ts';
import type { SheetReading } from './sheet-reading.ts';
import { sheetKind, type Sheet } from './sheets.ts';

/** Of a sheet whose rows come to more than can be added up: nothing of it can be posted or shown but that. */
const TOO_LARGE: SheetReading = {
  ...{ postings: [], costs: [], entered: ZERO, missing: null, hours: quantity(0), warnings: [], follows: [] },
  problems: [{ at: 'rows', kind: 'sum-too-large', of: 'the rows of the sheet' }],
};

/** What a sheet says, read by its kind; one that is too large to be added up says so. */
export function readSheet(sheet: Sheet, catalog: Catalog): SheetReading {
  try {
    const reading = heldToBudget(sheetKind(sheet.kind).read(sheet, catalog), catalog);
    const isTooLarge = reading.problems.some(({ kind }) => kind === 'sum-too-large');
    return isTooLarge ? { ...reading, postings: [], costs: [] } : reading;
  } catch (error) {
    if (error instanceof SumTooLarge) return TOO_LARGE;
    throw error;
  }
}

/** What posting a sheet would do; of one that is too large to be added up, that it is. */
export function boundedPreview(
  reading: SheetReading,
  catalog: Catalog,
  standing: Parameters<typeof sheetPreview>[2],
): SheetPreview {
  try {
    return sheetPreview(reading, catalog, standing);
  } catch (error) {
    if (error instanceof SumTooLarge) return sheetPreview(TOO_LARGE, catalog, standing);
    throw error;
  }
}

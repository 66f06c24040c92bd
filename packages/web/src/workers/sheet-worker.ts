import { expose } from 'comlink';
import type { Month } from '@lowtide/core/calendar/month.ts';
import type { SheetBasis } from '@lowtide/core/documents/catalog.ts';
import { catalogOf, type SheetNames } from '@lowtide/core/documents/catalog-of.ts';
import type { SheetPreview } from '@lowtide/core/documents/preview.ts';
import { boundedPreview, readSheet } from '@lowtide/core/documents/read-sheet.ts';
import type { Sheet } from '@lowtide/core/documents/sheets.ts';
import type { KeptDecimals } from '@lowtide/core/progress/measured-progress.ts';
import type { ProjectPosition } from '@lowtide/core/progress/project-position.ts';

/** Hours and own equipment posted for the days of a sheet. */
export type PostedForDays = Pick<SheetNames, 'hoursThere' | 'usesThere' | 'paidThere'>;

/** What a sheet is read against, as far as it is not what it was the last time: null for the same. */
export interface SheetAgainst {
  readonly month: Month;
  readonly basis: (SheetBasis & { readonly percentDecimals: KeptDecimals }) | null;
  readonly stands: { readonly stands: SheetNames['stands']; readonly positions: readonly ProjectPosition[] } | null;
  readonly orders: Pick<SheetNames, 'orders' | 'retainedApart'> | null;
  readonly billed: Pick<SheetNames, 'billings' | 'receivables' | 'unbilledWork'> | null;
  readonly there: PostedForDays | null;
  readonly knownBills: readonly string[];
}

let basis: SheetAgainst['basis'] = null;
let stands: NonNullable<SheetAgainst['stands']> = { stands: [], positions: [] };
let orders: Pick<SheetNames, 'orders' | 'retainedApart'> = { orders: [], retainedApart: [] };
let billed: Pick<SheetNames, 'billings' | 'receivables' | 'unbilledWork'> = {
  ...{ billings: [], receivables: [], unbilledWork: [] },
};
let there: PostedForDays = { hoursThere: [], usesThere: [], paidThere: [] };

/** What a sheet would post and do, by the code that posts it. */
function previewOf(sheet: Sheet, against: SheetAgainst): SheetPreview {
  basis = against.basis ?? basis;
  stands = against.stands ?? stands;
  orders = against.orders ?? orders;
  billed = against.billed ?? billed;
  there = against.there ?? there;
  if (basis === null) throw new Error('the first sheet comes with its basis');
  const names = {
    workingMonth: against.month,
    stands: stands.stands,
    knownBills: against.knownBills,
    ...orders,
    ...billed,
    ...there,
  };
  const catalog = catalogOf(basis, names);
  const reading = readSheet(sheet, catalog);
  return boundedPreview(reading, catalog, { positions: stands.positions, kept: basis.percentDecimals });
}

const served = { previewOf };
export type SheetPreviews = typeof served;
expose(served);

import { wrap, type Remote } from 'comlink';
import type { SheetPreview } from '@lowtide/core/documents/preview.ts';
import type { Sheet } from '@lowtide/core/documents/sheets.ts';
import type { SheetAgainst, SheetPreviews } from './sheet-worker.ts';

export type ReadAgainst = { readonly [K in keyof SheetAgainst]: NonNullable<SheetAgainst[K]> };

export interface SheetReader {
  readonly preview: (sheet: Sheet, against: ReadAgainst) => Promise<SheetPreview>;
  readonly stop: () => void;
}

/** Previews sheets beside the page, so that a long one never holds up typing; what did not change is not handed over again. */
export function sheetReader(): SheetReader {
  const worker = new Worker(new URL('./sheet-worker.ts', import.meta.url), { type: 'module' });
  const remote: Remote<SheetPreviews> = wrap(worker);
  let sent: Partial<ReadAgainst> = {};
  return {
    preview: async (sheet, against) => {
      const { month, basis, stands, orders, billed, there, knownBills } = against;
      const changed = {
        ...{ month, knownBills },
        basis: basis === sent.basis ? null : basis,
        stands: stands === sent.stands ? null : stands,
        orders: orders === sent.orders ? null : orders,
        billed: billed === sent.billed ? null : billed,
        there: there === sent.there ? null : there,
      };
      sent = against;
      return remote.previewOf(sheet, changed);
    },
    stop: () => worker.terminate(),
  };
}

import { SHEET_KINDS, sheetKind } from '@lowtide/core/documents/sheets.ts';
import type { Answer } from './books-api.ts';

/** The sheets that are typed and not posted yet, in words; null where there are none. */
export function draftsText(drafts: Answer<'frame'>['drafts']): string | null {
  const parts = SHEET_KINDS.filter((kind) => (drafts[kind] ?? 0) > 0).map(
    (kind) => `${drafts[kind]} × ${sheetKind(kind).title}`,
  );
  return parts.length === 0 ? null : `Drafts: ${parts.join(', ')}`;
}

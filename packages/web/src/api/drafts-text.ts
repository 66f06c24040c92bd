import { SHEET_KINDS, sheetKind } from '@lowtide/core/documents/sheets.ts';
import type { Answer } from './books-api.ts';

/** The sheets that are typed and not posted yet, in words, of the first few kinds by name; null where there are none. */
export function draftsText(drafts: Answer<'frame'>['drafts'], mostKinds = SHEET_KINDS.length): string | null {
  const kinds = SHEET_KINDS.filter((kind) => (drafts[kind] ?? 0) > 0);
  if (kinds.length === 0) return null;
  const parts = kinds.slice(0, mostKinds).map((kind) => `${drafts[kind]} × ${sheetKind(kind).title}`);
  const others = kinds.slice(mostKinds).reduce((sum, kind) => sum + (drafts[kind] ?? 0), 0);
  return `Drafts: ${parts.join(', ')}${others === 0 ? '' : ` and ${others} more`}`;
}

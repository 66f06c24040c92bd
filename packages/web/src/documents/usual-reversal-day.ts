import { kindOf } from '@lowtide/core/documents/kinds.ts';
import type { Answer } from '../api/books-api.ts';

/** When a document is usually taken back: today; what was taken over into the books on its own day, so that they begin without it. */
export function usualReversalDay({ kind, postedOn }: Answer<'document'>['document'], today: string): string {
  return kindOf(kind).beforeBooks === true ? postedOn : today;
}

import type { Cents } from '../../money/cents.ts';
import type { Posting } from '../posting.ts';

/** Numbers of the bills that somebody else approves before they are posted: those above the company's limit; null for none. */
export function billsToApprove(
  postings: readonly Pick<Posting, 'kind' | 'number' | 'gross'>[],
  limit: Cents | null,
): readonly string[] {
  if (limit === null) return [];
  return postings.flatMap(({ kind, number, gross }) => (kind === 'bill' && gross > limit ? [number ?? ''] : []));
}

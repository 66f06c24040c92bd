import { dollars, tenThousandths } from '@lowtide/core/money/dollars.ts';
import { Note } from '../../ui/notes.tsx';
import type { Effects } from './use-rate-effects.ts';

/** What rates would do to hours that are typed, and to those that are posted. */
export function EffectsNote({
  side,
  effects: { rates, unposted, posted },
}: {
  readonly side: string;
  readonly effects: Effects;
}) {
  if (rates === 0) return <Note>Nothing is added until every row can be read.</Note>;
  const words = ({ hours, beforeCents, afterCents }: Effects['posted']): string =>
    `${tenThousandths(hours)} h, ${dollars(beforeCents)} before, ${dollars(afterCents)} after`;
  return (
    <Note role="status">
      Typed and not posted: {words(unposted)}.{' '}
      {side === 'bill'
        ? `Posted and to be billed: ${words(posted)}.`
        : `Posted, and changed only by re-rating: ${words(posted)}.`}
    </Note>
  );
}

import { dollars } from '@lowtide/core/money/dollars.ts';
import { AsOfLink } from '../api/as-of.tsx';
import { useRead } from '../api/books-api.ts';
import { Note } from '../ui/notes.tsx';

/** What change orders nobody has decided may still bring; nothing where there are none. */
export function PendingChanges({ project }: { readonly project: string }) {
  const { answer } = useRead('estimates', { params: { id: project } });
  const pending = answer?.rows.filter(({ kind, status }) => kind === 'change' && status === 'pending') ?? [];
  if (!answer || pending.length === 0) return null;
  const { priceCents, costCents } = answer.exposure;
  return (
    <Note $tone="warning">
      <AsOfLink to={`/projects/${project}/estimates`}>
        {pending.length === 1 ? '1 change order is pending' : `${pending.length} change orders are pending`}
      </AsOfLink>
      : {dollars(priceCents)} of price and {dollars(costCents)} of cost may still come.
    </Note>
  );
}

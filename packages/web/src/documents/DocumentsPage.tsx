import { monthText } from '@lowtide/core/calendar/month.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { DocumentTable } from '../entry/DocumentTable.tsx';
import { Page } from '../ui/Page.tsx';

/** Everything that was posted. */
export function DocumentsPage() {
  const { through } = useShownBooks();
  return (
    <Page title="All documents" facts={`Everything posted through ${monthText(through)}, newest first`}>
      <DocumentTable label="All documents" />
    </Page>
  );
}

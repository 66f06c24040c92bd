import { useViewState } from '../api/as-of.tsx';
import { useMay } from '../api/session.tsx';
import { DocumentTable } from '../entry/DocumentTable.tsx';
import { Choice } from '../ui/Choice.tsx';
import { Sentence } from '../ui/Page.tsx';
import { RecurringPart } from './RecurringPart.tsx';

const SHOWN = [
  { value: 'posted', text: 'that were posted' },
  { value: 'recurring', text: 'that come again' },
];

/** Journals that were posted, and those that come again every so many months. */
export function JournalsPart() {
  const [show, setShow] = useViewState('show', 'posted');
  const mayEnter = useMay()('keep-books');
  const isRecurring = show === 'recurring' && mayEnter;
  return (
    <>
      {mayEnter ? (
        <Sentence>
          Journals <Choice inline label="Which journals" options={SHOWN} value={show} onChange={setShow} />.
        </Sentence>
      ) : null}
      {isRecurring ? <RecurringPart /> : <DocumentTable kind="journal" label="Journals" />}
    </>
  );
}

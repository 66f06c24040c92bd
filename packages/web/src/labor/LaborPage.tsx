import { monthText } from '@lowtide/core/calendar/month.ts';
import { useGo, useShownBooks, useViewState } from '../api/as-of.tsx';
import { May } from '../api/session.tsx';
import { DocumentTable } from '../entry/DocumentTable.tsx';
import { Button } from '../ui/Button.tsx';
import { Page } from '../ui/Page.tsx';
import { TabLinks } from '../ui/TabLinks.tsx';
import { ClearingPart } from './ClearingPart.tsx';
import { ClockPart } from './ClockPart.tsx';
import { EnteredWeeksPart } from './EnteredWeeksPart.tsx';
import { OverheadPart } from './OverheadPart.tsx';
import { PayrollPart } from './PayrollPart.tsx';
import { RatesPart } from './RatesPart.tsx';

const PARTS = [
  { id: 'weeks', text: 'Weeks of hours' },
  { id: 'entered', text: 'Entered weeks' },
  { id: 'clock', text: 'Time clock' },
  { id: 'payroll', text: 'Payroll' },
  { id: 'clearing', text: 'Labor clearing' },
  { id: 'overhead', text: 'Overhead' },
  { id: 'cost', text: 'Cost rates' },
  { id: 'bill', text: 'Bill rates' },
];

/** What people's time costs: their hours, what an hour costs and why. */
export function LaborPage() {
  const { through } = useShownBooks();
  const go = useGo();
  const [part, setPart] = useViewState('part', 'weeks');
  return (
    <Page
      title="Labor"
      facts={`Hours, rates and payroll, through ${monthText(through)}`}
      actions={
        <May do="keep-books">
          <Button onPress={() => go(`/labor/rates/new?side=${part === 'bill' ? 'bill' : 'cost'}`)}>Add rate</Button>
          <Button $look="primary" onPress={() => go('/costs/hours/new')}>
            Week of hours
          </Button>
        </May>
      }
    >
      <TabLinks label="Parts of labor" tabs={PARTS} chosen={part} onChoose={setPart} />
      {part === 'weeks' ? <DocumentTable kind="hours" label="Weeks of hours" /> : null}
      {part === 'entered' ? <EnteredWeeksPart /> : null}
      {part === 'clock' ? <ClockPart /> : null}
      {part === 'payroll' ? <PayrollPart /> : null}
      {part === 'clearing' ? <ClearingPart /> : null}
      {part === 'overhead' ? <OverheadPart /> : null}
      {part === 'cost' ? <RatesPart key="cost" side="cost" /> : null}
      {part === 'bill' ? <RatesPart key="bill" side="bill" /> : null}
    </Page>
  );
}

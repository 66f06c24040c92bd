import { monthText } from '@lowtide/core/calendar/month.ts';
import { useGo, useShownBooks, useViewState } from '../api/as-of.tsx';
import { May } from '../api/session.tsx';
import { DocumentTable } from '../entry/DocumentTable.tsx';
import { Button } from '../ui/Button.tsx';
import { Page } from '../ui/Page.tsx';
import { TabLinks } from '../ui/TabLinks.tsx';
import { ClearingPart } from './payroll/ClearingPart.tsx';
import { ClockPart } from './hours/ClockPart.tsx';
import { OverheadPart } from './overhead/OverheadPart.tsx';
import { PayrollPart } from './payroll/PayrollPart.tsx';
import { RatesPart } from './rates/RatesPart.tsx';
import { TimesheetsPart } from './hours/TimesheetsPart.tsx';

const PARTS = [
  { id: 'weeks', text: 'Weeks of hours' },
  { id: 'timesheets', text: 'Timesheets' },
  { id: 'clock', text: 'Time clock' },
  { id: 'payroll', text: 'Payroll' },
  { id: 'clearing', text: 'Labor clearing' },
  { id: 'overhead', text: 'Overhead' },
  { id: 'rates', text: 'Rates' },
];

/** What people's time costs: their hours, what an hour costs and why. */
export function LaborPage() {
  const { through } = useShownBooks();
  const go = useGo();
  const [part, setPart] = useViewState('part', 'weeks');
  const [typedSide, setSide] = useViewState('side', 'cost');
  const side = typedSide === 'bill' ? 'bill' : 'cost';
  return (
    <Page
      title="Labor"
      facts={`Hours, rates and payroll, through ${monthText(through)}`}
      actions={
        <May do="keep-books">
          <Button onPress={() => go(`/labor/rates/new?side=${part === 'rates' ? side : 'cost'}`)}>Add rate</Button>
          <Button $look="primary" onPress={() => go('/costs/hours/new')}>
            Week of hours
          </Button>
        </May>
      }
    >
      <TabLinks label="Parts of labor" tabs={PARTS} chosen={part} onChoose={setPart} />
      {part === 'weeks' ? <DocumentTable kind="hours" label="Weeks of hours" /> : null}
      {part === 'timesheets' ? <TimesheetsPart /> : null}
      {part === 'clock' ? <ClockPart /> : null}
      {part === 'payroll' ? <PayrollPart /> : null}
      {part === 'clearing' ? <ClearingPart /> : null}
      {part === 'overhead' ? <OverheadPart /> : null}
      {part === 'rates' ? <RatesPart key={side} side={side} onSide={setSide} /> : null}
    </Page>
  );
}

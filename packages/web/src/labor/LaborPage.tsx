import { monthText } from '@lowtide/core/calendar/month.ts';
import { useGo, useShownBooks, useViewState } from '../api/as-of.tsx';
import { May } from '../api/session.tsx';
import { DocumentTable } from '../entry/DocumentTable.tsx';
import { Button } from '../ui/Button.tsx';
import { Page } from '../ui/Page.tsx';
import { TabLinks } from '../ui/TabLinks.tsx';
import { ClearingPart } from './ClearingPart.tsx';
import { PayrollPart } from './PayrollPart.tsx';
import { RatesPart } from './RatesPart.tsx';

const PARTS = [
  { id: 'weeks', text: 'Weeks of hours' },
  { id: 'payroll', text: 'Payroll' },
  { id: 'clearing', text: 'Labor clearing' },
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
      {part === 'payroll' ? <PayrollPart /> : null}
      {part === 'clearing' ? <ClearingPart /> : null}
      {part === 'cost' ? <RatesPart key="cost" side="cost" /> : null}
      {part === 'bill' ? <RatesPart key="bill" side="bill" /> : null}
    </Page>
  );
}
